import type {
  CheckReport,
  ProfileName,
  BentLetters,
  FoundScreen,
  OutlineLoss,
  Pass,
  Sheet,
  SourceInfo,
  Spot,
  ToneReading,
  ToneStatistics,
  UnfoundEdges,
  WearSums,
  Why,
  WornLetter,
} from '@uvrant/core';

/** A square of the view at 1/2^halvings of the sheet's pixels, in tiles of `side` view pixels. */
export interface TilePlace {
  readonly halvings: number;
  readonly side: number;
  readonly x: number;
  readonly y: number;
}

/** A part of a sheet, mm from its left and top. */
export interface SheetBox {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** What is turned by hand: a step or a wear of a pass, or else the pass itself. */
export interface InHand {
  readonly pass: string;
  readonly step: string | null;
  readonly wear: string | null;
}

/** What the workers are asked for; `version` names the sheet they were given under it. */
export type Task =
  | ({ readonly kind: 'tile'; readonly version: number; readonly quality: 'draft' | 'fine' | 'true' } & TilePlace)
  /** To keep what the draft of a tile reads beside what is in hand, so that the first turn of a dial is as quick as the next. */
  | ({ readonly kind: 'ready'; readonly version: number; readonly of: InHand } & TilePlace)
  /** The source of a pass as placed, before any step. */
  | ({ readonly kind: 'unprinted'; readonly version: number; readonly pass: string } & TilePlace)
  /** The sheet after a pass (or complete), or what of it lies in a box (mm), its long side at most `side` pixels. */
  | { readonly kind: 'picture'; readonly version: number; readonly side: number; readonly after: string | null; readonly within?: SheetBox }
  /** The tones that go into a step, and what comes out of it. */
  | { readonly kind: 'reading'; readonly version: number; readonly pass: string; readonly step: string }
  /** Share of the sheet that each pass and each ink covers. */
  | { readonly kind: 'inks'; readonly version: number }
  /** Where the light of a screened pass will carry no dots. */
  | { readonly kind: 'bare'; readonly version: number; readonly pass: string }
  /** How a type pass is set: its lines, and what its font lacks. */
  | { readonly kind: 'setting'; readonly version: number; readonly pass: string }
  /** Mean tones of a pass's source and of what lies beneath it on the stock. */
  | { readonly kind: 'tones'; readonly version: number; readonly pass: string }
  /** Where a mask shows, or a wear takes: over the whole sheet, as a draft. */
  | { readonly kind: 'plane'; readonly version: number; readonly of: 'mask' | 'wear'; readonly name: string }
  /** The greys of a wear's texture as it is printed. */
  | { readonly kind: 'greys'; readonly version: number; readonly pass: string; readonly wear: string }
  /** What wear takes: over the whole sheet about, or over one band of the true print. */
  | { readonly kind: 'worn'; readonly version: number; readonly band: number | null }
  /** The letter of each type pass that loses most, and what outlines lose; or only what the outline of one pass does. */
  | { readonly kind: 'letters'; readonly version: number; readonly outlineOf: string | null }
  /** How a displacement leaves the letters of its type pass. */
  | { readonly kind: 'bent'; readonly version: number; readonly pass: string; readonly step: string }
  /** Where a cut-out of a pass looks for soft edges in vain. */
  | { readonly kind: 'edges'; readonly version: number; readonly pass: string; readonly mask: string }
  /** What would not print by a profile. */
  | { readonly kind: 'checks'; readonly version: number; readonly profile: ProfileName }
  /** Screens and weaves that are in the sheet's pictures and surfaces already, by pass. */
  | { readonly kind: 'screens'; readonly version: number }
  /** Places for a wear where less lettering is lost. */
  | { readonly kind: 'spots'; readonly version: number; readonly pass: string; readonly wear: string }
  /** Why a pixel of the print looks as it does. */
  | { readonly kind: 'why'; readonly version: number; readonly x: number; readonly y: number };

export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly bytes: Uint8Array<ArrayBuffer>;
}

/**
 * A tile of the table. A true one says what wear takes there, where there is wear; a draft whether it shows wear as it will
 * print, or only about.
 */
export interface TableTile extends Pixels {
  readonly worn: WearSums | null;
  readonly isFine: boolean;
}

export interface StepReading {
  /** Shares of the covered sheet in 64 steps from black to white. */
  readonly histogram: readonly number[];
  readonly into: ToneReading;
  readonly out: ToneReading;
  readonly meanIn: number;
  readonly meanOut: number;
  /** Dials that the step finds by itself, as it finds them; null for one that finds none. */
  readonly found: Readonly<Record<string, number>> | null;
}

export interface InkShares {
  readonly passes: Readonly<Record<string, number>>;
  readonly inks: Readonly<Record<string, number>>;
  /** Colours of passes without a screen in a sheet of hard edges, where they are many. */
  readonly colours: Readonly<Record<string, number>>;
}

/** One byte a pixel, 255 where it is meant whole; and the share of the sheet that it comes to. */
export interface BareMask {
  readonly width: number;
  readonly height: number;
  readonly mask: Uint8Array<ArrayBuffer>;
  readonly share: number;
}

export interface TypeSetting {
  /** `x`: its left end, mm from the block's. */
  readonly lines: readonly { readonly text: string; readonly x: number; readonly width: number; readonly em: number }[];
  /** Height of the block, mm. */
  readonly height: number;
  /** Height of its capitals as a share of the em. */
  readonly cap: number;
  readonly missing: string;
}

export interface MeanTones {
  readonly picture: number;
  readonly beneath: number;
}

/** By type pass: its worst letter, and what its outline loses where that is what counts. */
export interface LetterReadings {
  readonly worst: Readonly<Record<string, WornLetter>>;
  readonly outlines: Readonly<Record<string, OutlineLoss>>;
}

export interface Results {
  readonly tile: TableTile;
  readonly ready: null;
  readonly unprinted: Pixels;
  readonly picture: Pixels;
  readonly reading: StepReading;
  readonly inks: InkShares;
  readonly bare: BareMask;
  readonly setting: TypeSetting;
  readonly tones: MeanTones;
  readonly plane: BareMask;
  readonly greys: ToneStatistics;
  readonly worn: WearSums;
  readonly letters: LetterReadings;
  readonly bent: BentLetters | null;
  readonly checks: CheckReport;
  readonly edges: UnfoundEdges | null;
  readonly screens: Readonly<Record<string, FoundScreen>>;
  readonly spots: readonly Spot[];
  readonly why: Why;
}
export type ResultOf<T extends Task> = Results[T['kind']];

/** The job's other sheets that a sheet prints, by their ids. */
export type Others = Readonly<Record<string, Sheet>>;

/** A sheet as it is sent: its passes by numbers, and those of them that the worker was not sent before. */
export interface SentSheet {
  readonly head: Omit<Sheet, 'passes'>;
  readonly passes: readonly number[];
  readonly fresh: readonly (readonly [number, Pass])[];
}

export type ToWorker =
  | {
      readonly type: 'sheet';
      readonly version: number;
      readonly sheet: SentSheet;
      readonly others: Others;
      readonly infos: readonly SourceInfo[];
    }
  | { readonly type: 'task'; readonly id: number; readonly task: Task }
  /** Tasks that will likely follow: their tiles may be fetched meanwhile. */
  | { readonly type: 'ahead'; readonly tasks: readonly Task[] }
  | { readonly type: 'cancel'; readonly id: number }
  /** Whether it lives: answered `alive`. */
  | { readonly type: 'ping' };

export type FromWorker =
  | {
      readonly type: 'done';
      readonly id: number;
      readonly result: Results[keyof Results];
      readonly ms: number;
      /** Longest stretch that nothing else was let in, ms. */
      readonly stretch: number;
    }
  | { readonly type: 'alive' }
  | { readonly type: 'cancelled'; readonly id: number }
  | { readonly type: 'failed'; readonly id: number; readonly message: string }
  /** The worker does not know the task's version: it is to be opened again. */
  | { readonly type: 'unknown'; readonly id: number };
