/**
 * What goes over the wire between the server and its windows, as JSON. Types only: the server checks what it takes with its own
 * schemas, and the windows trust the server. Times are milliseconds since 1970, lengths millimetres, shares 0 … 1.
 */
import type { AnyOptions, RampStop, Sheet, SourceInfo } from '@uvrant/core';

/** A commission. */
export interface Job {
  readonly id: string;
  readonly name: string;
  readonly createdAt: number;
  readonly openedAt: number;
}

/**
 * A sheet as it is kept: its document and how many times it has been saved. One that the server would not take has a fault, in
 * words; its document is then as it was written, unchecked, and is neither opened nor printed.
 */
export interface KeptSheet {
  readonly id: string;
  readonly jobId: string;
  readonly revision: number;
  readonly updatedAt: number;
  readonly document: Sheet;
  readonly fault: string | null;
}

/** What can be removed, and come back out of the tray. */
export type TrayKind = 'job' | 'sheet' | 'picture' | 'font' | 'send-out';

/** Something removed that can still be put back. */
export interface TrayItem {
  readonly kind: TrayKind;
  readonly id: string;
  /** The job that it is of; null for a font, which is every job's, and for a job itself. */
  readonly jobId: string | null;
  readonly name: string;
  readonly removedAt: number;
  /** When it goes for good. */
  readonly goesAt: number;
  /** Names of the sheets that use it, in the tray or not. */
  readonly usedBy: readonly string[];
}
export type Removable = Pick<TrayItem, 'kind' | 'id' | 'jobId' | 'name'>;

/** A picture of a job. */
export interface Asset extends SourceInfo {
  readonly name: string;
  readonly format: string;
  readonly bytes: number;
  readonly ppi: number | null;
  readonly drawer: Drawer;
  readonly tags: readonly string[];
  /** Mean of its tones and how far they spread, 0 … 1; null where it was not measured. */
  readonly mean: number | null;
  readonly spread: number | null;
  readonly directional: boolean | null;
  readonly tileable: boolean | null;
  /** What is to be known of how it was read; null for most. */
  readonly note: string | null;
}

export type Drawer = 'picture' | 'texture' | 'frame';

/** A ramp put by in the plan chest. */
export interface KeptRamp {
  readonly id: string;
  readonly name: string;
  readonly stops: readonly RampStop[];
}

export interface ScannerDevice {
  readonly id: string;
  readonly name: string;
  readonly glass: { readonly width: number; readonly height: number };
  readonly ppi: { readonly min: number; readonly max: number };
  readonly things: readonly { readonly name: string; readonly title: string; readonly note: string }[];
}

/** How the glass is looked at, and what lies on it. */
export interface GlassLook {
  readonly glass: { readonly surface: string; readonly seed: number; readonly tiles: boolean };
  readonly colour: boolean;
  readonly exposure: number;
}

export interface ScanOrder extends GlassLook {
  readonly scan: string;
  readonly device: string;
  readonly name: string;
  readonly ppi: number;
  readonly area: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** A font of the person's own. */
export interface OwnFont {
  readonly sha256: string;
  readonly name: string;
  readonly bytes: number;
}

export interface JobContents {
  readonly job: Job;
  readonly sheets: readonly KeptSheet[];
  readonly assets: readonly Asset[];
}

/** A part of a sheet, mm from its top left corner. */
export interface CropBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A kind of file and its options, by `FILE_FORMATS`; what is not said of an option is its default. */
export interface SendFile {
  readonly format: string;
  readonly options: AnyOptions;
}

/** What goes out of each sheet: its files, how they are named, at what ppi (null: the sheet's own), and what part of it (null: all). */
export interface SendChoice {
  readonly files: readonly SendFile[];
  readonly pattern: string;
  readonly devicePpi: number | null;
  readonly crop: CropBox | null;
}

export interface SendPreset {
  readonly id: string;
  readonly name: string;
  readonly choice: SendChoice;
}

/** A file sent out, or on its way. */
export interface SendOut {
  readonly id: string;
  readonly jobId: string;
  readonly sheetId: string;
  readonly sheetName: string;
  readonly format: string;
  readonly options: AnyOptions;
  /** The ink of a plate, by its id; null for the whole sheet. */
  readonly ink: string | null;
  readonly crop: CropBox | null;
  readonly devicePpi: number;
  readonly width: number;
  readonly height: number;
  readonly state: 'queued' | 'rendering' | 'done' | 'failed' | 'cancelled';
  /** How often its rendering was begun. */
  readonly attempts: number;
  readonly bytes: number | null;
  readonly error: string | null;
  /** What is to be known of how it was made; null for most. */
  readonly note: string | null;
  readonly createdAt: number;
  readonly finishedAt: number | null;
  readonly fileName: string;
  /** How it was named. */
  readonly pattern: string;
  /** True where there is a small picture of it. */
  readonly hasPicture: boolean;
}

/** What the server tells its windows as it happens. */
export type ServerEvent =
  | { readonly topic: 'ingest'; readonly upload: string; readonly share: number }
  | { readonly topic: 'scan'; readonly scan: string; readonly share: number }
  | { readonly topic: 'send-out'; readonly id: string; readonly jobId: string; readonly state: SendOut['state']; readonly share: number };
