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

/** A font that ships with the program, by its family; or one of the person's own, by the SHA-256 of its file. */
export type FontRef = { readonly family: string } | { readonly sha256: string; readonly name: string; readonly path?: string };

/** A colour of a ramp at a place along it (0 … 1), and how solid it is there. */
export interface RampStop {
  readonly at: number;
  readonly colour: ColourRef;
  readonly strength: number;
}

/** Another sheet of the job, live; `path` is where the command line finds its document, beside this one. */
export interface SheetRef {
  readonly id: string;
  readonly path?: string;
}

export type BorderWhere = 'inside' | 'centred' | 'outside';

/** A line along an outline: its width in mm, 0 for none. A colour of null is the sheet's first ink. */
interface Bordered {
  readonly filled: boolean;
  readonly colour: ColourRef | null;
  readonly border: number;
  readonly borderWhere: BorderWhere;
  readonly borderColour: ColourRef | null;
}

export interface FlatSource {
  readonly kind: 'flat';
  readonly colour: ColourRef | null;
}

export interface RampSource {
  readonly kind: 'ramp';
  readonly form: 'straight' | 'round';
  readonly angle: number;
  readonly stops: readonly RampStop[];
}

export interface ShapeSource extends Bordered {
  readonly kind: 'shape';
  readonly form: 'rectangle' | 'ellipse' | 'polygon' | 'star burst' | 'line';
  readonly points: number;
  readonly inner: number;
}

export interface FrameSource {
  readonly kind: 'frame';
  readonly edge: 'torn' | 'brushed' | 'taped' | 'picture';
  readonly width: number;
  readonly rough: number;
  readonly seed: number;
  readonly colour: ColourRef | null;
  /** The picture whose darks are the frame, where the edge is one. */
  readonly picture?: PictureRef;
}

/** Set type; its placement's width is the measure, its top the top of the first line's capitals. */
export interface TypeSource extends Bordered {
  readonly kind: 'type';
  readonly text: string;
  readonly font: FontRef;
  readonly size: number;
  readonly sizeBy: 'em' | 'cap height';
  readonly leading: number;
  readonly tracking: number;
  readonly align: 'left' | 'centre' | 'right';
  readonly upperCase: boolean;
  readonly lines: 'as set' | 'fit' | 'spread';
  readonly stretch: number;
}

export type Source =
  | { readonly kind: 'picture'; readonly picture: PictureRef }
  | FlatSource
  | RampSource
  | ShapeSource
  | FrameSource
  | TypeSource
  | { readonly kind: 'group'; readonly passes: readonly Pass[] }
  | { readonly kind: 'sheet'; readonly sheet: SheetRef }
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

/** How a pass goes down: its mode, strength, how many times over (once where it is not said), and within what. */
export interface Lay {
  readonly mode: string;
  readonly strength: number;
  readonly times?: number;
  readonly within?: string;
}

/** Most times that a pass is laid over itself. */
export const MOST_TIMES = 12;

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
