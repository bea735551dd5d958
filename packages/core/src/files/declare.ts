import type { Dials, ParamsOf } from '../fields/dials';
import type { Size } from '../sheet/model';

/** A part of a sheet, mm from its top left corner. */
export interface FilePart extends Size {
  readonly x: number;
  readonly y: number;
}

/** What a file that a sheet can be sent out as says of itself: the choice, the command line and its checks are derived from it. */
export interface FileFormat<D extends Dials = Dials> {
  readonly title: string;
  /** Whom it is for, in a sentence. */
  readonly suits: string;
  readonly options: D;
  /** The ending of its files’ names, without the dot. */
  ending(this: void, options: ParamsOf<D>): string;
  /** What the file's name says besides the sheet, its size and ppi; nothing where it is not needed to tell files apart. */
  suffix?(this: void, options: ParamsOf<D>): string | null;
  /** A file for each ink, rather than one for the sheet. */
  readonly isPerInk?: true;
  /** The part of a sheet that it shows; null for all of it. */
  part?(this: void, options: ParamsOf<D>, size: Size): FilePart | null;
  /** Longest side in pixels that it is reduced to; 0 for the print's own pixels. */
  longest?(this: void, options: ParamsOf<D>): number;
}

/** Keeps the types of a format's options. */
export const fileFormat = <D extends Dials>(format: FileFormat<D>): FileFormat<D> => format;
