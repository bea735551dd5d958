/**
 * The sheet document: plain JSON, everything in canonical units (mm, lpi, degrees, shares 0 … 1). What the program
 * does not know is kept as it came. Written down in docs/sheet-format.md.
 */
export const SHEET_FORMAT = 'uvrant-sheet';
export const SHEET_VERSION = 1;

export type Edges = 'smooth' | 'hard';
export type Beyond = 'nothing' | 'hold' | 'repeat' | 'mirror';
export type Fit = 'fill' | 'whole' | 'free';

/** An ink of the sheet by its id, or an sRGB colour as #rrggbb. */
export type ColourRef = { readonly ink: string } | { readonly srgb: string };

export interface Size {
  readonly width: number;
  readonly height: number;
}

export interface Ink {
  readonly id: string;
  readonly name: string;
  readonly colour: string;
}

export interface Stock {
  readonly name: string;
  readonly colour: string;
}

/** A picture by the SHA-256 of its file; `path` is where the command line finds it, beside the sheet. */
export interface PictureRef {
  readonly sha256: string;
  readonly path?: string;
}

/** Centre and size in mm on the sheet, before turning; turn counter-clockwise in degrees. */
export interface Placement {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly turn: number;
  readonly flipX: boolean;
  readonly flipY: boolean;
  readonly fit: Fit;
  readonly beyond: Beyond;
}

export type Source =
  | { readonly kind: 'picture'; readonly picture: PictureRef }
  | { readonly kind: 'flat'; readonly colour: ColourRef }
  | { readonly kind: 'group'; readonly passes: readonly Pass[] }
  | { readonly kind: 'overall' };

/** Where a pass or step shows, by the light of another pass or of a picture; what is not there counts as white. */
export interface PictureMask {
  readonly id: string;
  readonly kind: 'picture';
  readonly on: boolean;
  readonly invert: boolean;
  readonly anchor: 'art' | 'sheet';
  readonly of: { readonly pass: string } | { readonly picture: PictureRef; readonly placement: Placement };
}

export type Mask = PictureMask;

/** Other values of some dials where the masks show, from the same input. */
export interface Zone {
  readonly id: string;
  readonly masks: readonly Mask[];
  readonly params: Readonly<Record<string, unknown>>;
}

export interface Step {
  readonly id: string;
  readonly kind: string;
  readonly version: number;
  readonly on: boolean;
  readonly amount: number;
  readonly params: Readonly<Record<string, unknown>>;
  readonly masks: readonly Mask[];
  readonly zones: readonly Zone[];
}

export interface Lay {
  readonly mode: string;
  readonly strength: number;
  readonly within?: string;
}

export interface Pass {
  readonly id: string;
  readonly name: string;
  readonly on: boolean;
  readonly source: Source;
  readonly placement: Placement;
  readonly steps: readonly Step[];
  readonly masks: readonly Mask[];
  readonly wear: readonly { readonly id: string; readonly kind: string }[];
  readonly edges?: Edges;
  readonly lay: Lay;
}

export interface Sheet {
  readonly format: typeof SHEET_FORMAT;
  readonly version: number;
  readonly name: string;
  readonly size: Size;
  readonly ppi: number;
  readonly edges: Edges;
  readonly stock: Stock;
  readonly inks: readonly Ink[];
  readonly passes: readonly Pass[];
}

/** Resolution under which a poster-sized sheet looks coarse in print. Common practice. */
export const LEAST_POSTER_PPI = 150;
/** Shorter side, mm, from which a sheet counts as a poster here: A3. */
export const POSTER_SIDE = 297;
