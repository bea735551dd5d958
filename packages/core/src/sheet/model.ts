/**
 * The sheet document: plain JSON, everything in canonical units (mm, lpi, degrees, shares 0 … 1). What the program
 * does not know is kept as it came. Written down in docs/sheet-format.md.
 */
export const SHEET_FORMAT = 'uvrant-sheet';
export const SHEET_VERSION = 2;

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

/** A made surface as paper or texture, by its name and where its chance begins. */
export interface SurfaceSource {
  readonly kind: 'surface';
  readonly surface: string;
  readonly seed: number;
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
  | SurfaceSource
  | TypeSource
  | { readonly kind: 'group'; readonly passes: readonly Pass[] }
  | { readonly kind: 'sheet'; readonly sheet: SheetRef }
  | { readonly kind: 'overall' };

/** How a mask joins those before it: where both show, where either does, or what was there without it. */
export type Join = 'both' | 'either' | 'without';

/** What a mask, stroke or wear moves with: the art of its pass, or the sheet. */
export type Anchor = 'art' | 'sheet';

interface MaskBase {
  readonly id: string;
  readonly on: boolean;
  readonly invert: boolean;
  readonly anchor: Anchor;
  /** How it joins the masks before it; both where it is not said. */
  readonly join?: Join;
  /** Softening of its edge, mm; none where it is not said. */
  readonly feather?: number;
  /** How far it is grown, mm; shrunk where negative. */
  readonly grow?: number;
  /** Where the art was when the mask was made; it has moved with the art since. Only where it follows the art. */
  readonly home?: Placement;
}

/** By the light of another pass or of a picture; what is not there counts as white. */
export interface PictureMask extends MaskBase {
  readonly kind: 'picture';
  readonly of: { readonly pass: string } | { readonly picture: PictureRef; readonly placement: Placement };
}

/** What a brush leaves: a tip's shape, or a textured one's. */
export type TipName = 'round' | 'dry brush' | 'sponge' | 'roller' | 'chalk' | 'spray' | 'grit';

/** One stroke of a brush. */
export interface Stroke {
  readonly tip: TipName;
  /** Width, mm. */
  readonly size: number;
  /** How much of the radius its edge takes, 0 … 1. */
  readonly softness: number;
  readonly strength: number;
  /** True for one that takes away. */
  readonly erases: boolean;
  readonly seed: number;
  /** Its points, whole hundredths of a millimetre, in Base64 VLQ. */
  readonly path: string;
  /** Pressure of the pen at each point, percent, in the same way; full where there are none. */
  readonly pressures?: string;
}

/** Farthest that a mask's edge is grown, feathered, roughened or looked for, and largest speck, mm. */
export const MOST_EDGE = 20;
/** Narrowest and widest brush, mm. */
export const LEAST_BRUSH = 0.2;
export const MOST_BRUSH = 90;

/** Where it was painted: maximum inside a stroke, adding between strokes. */
export interface PaintedMask extends MaskBase {
  readonly kind: 'painted';
  readonly strokes: readonly Stroke[];
}

/** Inside an outline. */
export interface CutOutMask extends MaskBase {
  readonly kind: 'cut-out';
  /** What the points are: corners of a polygon, or two opposite corners of a rectangle or of an ellipse's box. */
  readonly outline: 'polygon' | 'rectangle' | 'ellipse';
  /** Whole hundredths of a millimetre, x and y in turn. */
  readonly points: readonly number[];
  /** How far the edge strays, mm, and where chance begins. */
  readonly rough: number;
  readonly seed: number;
  /** Width of the band along the outline in which the soft edges of the picture are found, mm; 0 for none. */
  readonly band: number;
  /** Where the band was painted wider. */
  readonly widened: readonly Stroke[];
}

/** A colour picked off the sheet, and where. */
export interface PickedSample {
  readonly x: number;
  readonly y: number;
  readonly colour: string;
}

/** Where the pass's source is near one of the sampled colours. */
export interface PickMask extends MaskBase {
  readonly kind: 'pick';
  readonly samples: readonly PickedSample[];
  /** Colour difference (CIEDE2000) that still counts as the same, and how long the passage is beyond it. */
  readonly tolerance: number;
  readonly softness: number;
  /** Only what hangs together with the place of a sample. */
  readonly connected: boolean;
  /** Patches smaller than this are left out, mm. */
  readonly smallest: number;
}

/** Where a pass, step or wear shows. Masks are gone through in order, each joined to those before it. */
export type Mask = PictureMask | PaintedMask | CutOutMask | PickMask;

/** Lettering that a wear goes easy on: the most that it may lose, and how much the wear is eased there for it. */
export interface Guard {
  readonly pass: string;
  readonly most: number;
  readonly ease: number;
}

/** A made surface by its name, and where its chance begins. */
export interface SurfaceRef {
  readonly name: string;
  readonly seed: number;
}

/** Takes ink away where a texture, made black and white, says so. */
export interface TextureWear {
  readonly id: string;
  readonly kind: 'texture';
  readonly name: string;
  readonly on: boolean;
  /** Takes away what the texture would leave, and leaves what it would take. */
  readonly invert: boolean;
  readonly anchor: Anchor;
  readonly home?: Placement;
  /** The texture, which takes away by its light and dark: a picture's, or that of a made surface. One of the two. */
  readonly picture?: PictureRef;
  readonly surface?: SurfaceRef;
  readonly placement: Placement;
  /** Handles of a curve on the texture's grey, before it is cut. */
  readonly curve: readonly (readonly [number, number])[];
  /** Share of the texture asked to take away when the cut was solved. */
  readonly share: number;
  /** The grey at which it is cut, and how long the passage is. */
  readonly cut: number;
  readonly softness: number;
  /** Which side of the cut takes away: the one that covers less of the texture. */
  readonly takes: 'darks' | 'lights';
  readonly strength: number;
  /** Specks taken and holes left that are no larger than this are dropped, mm. */
  readonly specks: number;
  readonly holes: number;
  /** Where it works. */
  readonly masks: readonly Mask[];
  readonly guards: readonly Guard[];
}

/** Another pass's wear, used here too: changed there, it changes here. Turned and moved, so that it does not repeat. */
export interface SharedWear {
  readonly id: string;
  readonly kind: 'shared';
  readonly on: boolean;
  readonly of: string;
  readonly turn: number;
  readonly x: number;
  readonly y: number;
}

export type Wear = TextureWear | SharedWear;

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
  readonly wear: readonly Wear[];
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
