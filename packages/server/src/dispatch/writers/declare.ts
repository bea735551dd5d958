import type { CropBox } from '@uvrant/contract';
import { grow, pxPerMm } from '@uvrant/core';
import type { AnyOptions, FormatName, OptionsOf, Region } from '@uvrant/core';
import type { PrintJob } from '../../render/print-job';

/** A file to be written. */
export interface WriteOrder<O = AnyOptions> {
  readonly job: PrintJob;
  readonly options: O;
  /** The ink of a plate, by its id. */
  readonly ink: string | null;
  /** A part of the sheet, mm from its top left corner; null for all of it. */
  readonly crop: CropBox | null;
  /** How far beyond the sheet's edges is printed as well, mm; not of a part. */
  readonly bleed?: number;
  readonly path: string;
  readonly threads: number;
  /** Told how far it is, 0 … 1. */
  readonly told: (share: number) => void;
  /** What else is known of the job, for its ticket. */
  readonly about?: AboutJob;
}

/** The job's name, and what was sent out of the sheet so far. */
export interface AboutJob {
  readonly job: string;
  readonly sent: readonly { readonly name: string; readonly bytes: number; readonly sha256: string }[];
}

/** What a file turned out to be, px; and what is to be known of how it was made. */
export interface Written {
  readonly width: number;
  readonly height: number;
  readonly note: string | null;
}

/** Writes a format's file, which is on the disk when this ends. */
export type Writer<N extends FormatName> = (order: WriteOrder<OptionsOf<N>>) => Promise<Written>;

/** The pixels that are printed of a sheet. @throws Error for a part that does not lie on it. */
export const printedRegion = ({ crop, bleed = 0, job }: Pick<WriteOrder, 'crop' | 'bleed' | 'job'>, whole: Region): Region => {
  const perMm = pxPerMm(job.devicePpi);
  if (crop === null) return grow(whole, Math.round(bleed * perMm));
  const left = Math.max(0, Math.round(crop.x * perMm));
  const top = Math.max(0, Math.round(crop.y * perMm));
  const right = Math.min(whole.width, Math.round((crop.x + crop.width) * perMm));
  const bottom = Math.min(whole.height, Math.round((crop.y + crop.height) * perMm));
  if (right <= left || bottom <= top) throw new Error('The part that is to be sent out does not lie on the sheet.');
  return { x: left, y: top, width: right - left, height: bottom - top };
};
