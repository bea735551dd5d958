import type { Cells } from '../raster/cells';
import type { Kernels, Ways } from '../raster/kernels';
import type { ColourRaster, RasterKind, RasterOf, Region, Rgb, ToneRaster } from '../raster/raster';
import type { PictureRef, Placement, RenderedEdges, Size, SurfaceRef } from '../sheet/model';
import type { Dials, ParamsOf } from '../fields/dials';
import type { ColourRef, FontRef, SheetPoint } from '../fields/values';
import type { Dots } from './screen/dots';
import type { SpotTable } from './screen/spot-table';
import type { ToneStatistics } from './statistics';

/** What a step reads of its input on a coarser grid. */
export interface CoarseWish {
  /** The finest that must be seen there, mm: a pixel of the grid is at most that large. */
  readonly grain: number;
  /** How far beyond a pixel the step reads on it, mm. */
  readonly reach: number;
  /** What the greys go through before their means are taken; named for the cache. */
  readonly through?: { readonly name: unknown; readonly table: Int16Array };
}

/** The input's greys on a coarse grid (see `raster/coarse`), as far about as the wish says and the grid's spline needs. */
export interface Coarse {
  readonly shift: number;
  readonly tone: ToneRaster;
}

/**
 * What a step reads beside its input, as light over the whole sheet: a made surface, a picture, an earlier pass after its steps and masks,
 * or all that is printed so far.
 */
export interface MapWish {
  readonly of: SurfaceRef | PictureRef | { readonly pass: string } | 'beneath';
  /**
   * How a surface or picture lies: its middle (null: the sheet's), its size as a share of its own (of a picture: that in which it fills the
   * sheet), and its turn; a picture is mirrored beyond its edge. Without it a surface begins at the top left, a picture is as wide as the sheet.
   */
  readonly lies?: { readonly middle: SheetPoint | null; readonly size: number; readonly turn: number };
  /** Blurred by a Gaussian of this standard deviation, mm. */
  readonly softMm?: number;
  /** Where its tones over the whole sheet are to be known: coarsely, or as its pixels have them at the rendering's own scale. */
  readonly tones?: 'coarse' | 'pixels';
  /** Its light with a fine grain in it, so that no two places of a flat one are alike. */
  readonly grained?: boolean;
}

/** Coverage of a region. */
export interface Covered {
  readonly region: Region;
  readonly plane: Int16Array;
}

/** A dot of one's own: what is dark in a picture, or letters. */
export type SpotWish = { readonly picture: PictureRef } | { readonly letters: string; readonly font: FontRef };

/** Cells of the whole sheet that a step decides on in reading order, since each depends on those before it. */
export interface CellsWish {
  /** Side of a cell, mm; at least a pixel. */
  readonly size: number;
  /** What decides, for the cache. */
  readonly name: unknown;
  /** Ink of each tone, ONE + 1 values. */
  readonly ink: Int16Array;
  /** Decides rows of `columns` cells, from the top: from the mean ink (0 … 1) of each cell to whether it is set. */
  readonly decider: (columns: number) => (ink: Float64Array, row: number) => Uint8Array;
}

/** How a step bends what comes after it: the farthest way, mm, and the planes of ways (± ONE is that far) on a region, by its input's greys. */
export interface Bend {
  readonly mostMm: number;
  /** True where the dots of the screens after it follow, and where the picture itself does. */
  readonly dots: boolean;
  readonly picture: boolean;
  /** Soft copies of the input that it reads. */
  readonly coarse: readonly CoarseWish[];
  /** How far beyond a region it reads its soft copies, mm. */
  readonly reach: number;
  readonly name: unknown;
  /** The plane of ways along one axis, of the region of the coarse copies (or `wanted` without any). */
  readonly ways: (axis: 'x' | 'y', at: StepAt, region: Region, kernels: Kernels) => Int16Array;
}

export type Family = 'tone' | 'edge' | 'screen' | 'press' | 'surface' | 'warp' | 'light' | 'colour';

/** What a step may know of the rendering it works in. */
export interface StepAt {
  readonly pxPerMm: number;
  readonly edges: RenderedEdges;
  /** True while a quick preview stands in for the print. */
  readonly draft: boolean;
  /** The colour of an ink or colour dial. */
  readonly colourOf: (ref: unknown) => Rgb;
  /** Tones of the step's input over the whole sheet; null unless the step declares that it wants them. */
  readonly statistics: ToneStatistics | null;
  /** Tones of the earlier pass that the step reads, as it is before its wear; null unless the step declares one. */
  readonly others: ToneStatistics | null;
  /** The input on the coarse grids that the step wishes for, in their order. */
  readonly coarse: readonly Coarse[];
  /** The map that the step reads, as light on the input's region, all covered; null unless it wishes for one. */
  readonly map: ToneRaster | null;
  /** Tones of that map over the whole sheet; null unless the wish asks for them. */
  readonly mapTones: ToneStatistics | null;
  /** The dot of one's own that it wishes for; a round one without. */
  readonly spot: () => SpotTable;
  /** Where the input is there, over all that the step reads; null unless the step declares that it reads coverage. */
  readonly covered: Covered | null;
  /** How its dots are moved by a bend before it; null unless there is one. */
  readonly bend: Ways | null;
  /** The cells that it decided on; null unless it wishes for some. */
  readonly cells: Cells | null;
  /** Where the input has something: its bounds, or the whole sheet. */
  readonly box: Region;
  /** The dots that soft coverage becomes where edges are screened: those of the pass's own screen. */
  readonly dots: Dots;
  /** The box that the pass is placed in. */
  readonly placement: Placement;
  /** The sheet's sides, mm. */
  readonly size: Size;
  /** What is to be rendered: the input's region, unless the step says itself what it reads. */
  readonly wanted: Region;
  /** The pass's source as placed, on the input's region; null unless the step declares that it reads it. */
  readonly original: ColourRaster | null;
}

/** What a step knows of the rendering while it says what of its input it reads. */
export type Where = Pick<StepAt, 'pxPerMm' | 'box' | 'placement'>;

/** The kinds that steps work on. */
type StepKind = Exclude<RasterKind, 'index'>;
/** What a step takes: one kind of raster, or any as it comes. */
export type Takes = StepKind | 'any';
/** What a step gives: one kind of raster, or the same as came in. */
export type Gives = StepKind | 'same';
type Taken<T extends Takes> = T extends StepKind ? RasterOf<T> : RasterOf<StepKind>;
type Given<G extends Gives> = G extends StepKind ? RasterOf<G> : RasterOf<StepKind>;

/** A step's params by its kind. */
interface StepParams {
  readonly kind: string;
  readonly params: Readonly<Record<string, unknown>>;
}

/** One plate of a picture in colour: its tones, the screen that they become, and how it lies beside its place. */
export interface Plate {
  readonly ink: ColourRef | null;
  /** All inks, how much of the greys the darkest prints, how saturated the picture is taken (1: as it is), and which of the inks this is. */
  readonly separation: {
    readonly inks: readonly (ColourRef | null)[];
    readonly black: number;
    readonly colour: number;
    readonly plate: number;
  };
  readonly screen: StepParams;
  readonly register: StepParams;
}

/** A step that prints its input by plates, each laid on the others by multiply. */
export interface PlateWork<P> {
  readonly plates: (params: P) => readonly Plate[];
}

/** A step that is a bend, and nothing more. */
export interface BendWork {
  readonly isBend: true;
}

/** A step that moves each tone by itself: ONE + 1 values, so that neighbours can be joined into one. */
export interface TonePoint<P> {
  readonly table: (params: P, at: StepAt) => Int16Array;
}

/**
 * A step that works on rasters, in the kernels' arena; it yields between stretches of a few milliseconds. It is not asked
 * where there is nothing within its reach.
 */
export type RasterWork<P, T extends Takes, G extends Gives> = (
  input: Taken<T>,
  params: P,
  at: StepAt,
  kernels: Kernels,
) => Generator<void, Given<G>, void>;

/**
 * How a draft stands in for the step: the same code; the step's measured mean curve from tone to ink; or, for a step on
 * ink, folded into the curve that stands before it.
 */
export type DraftBehaviour<P> =
  | { readonly behaviour: 'same' | 'fold' }
  | {
      readonly behaviour: 'curve';
      /** True where the rendering is too small to show the step's structure. */
      readonly tooFine: (params: P, at: StepAt) => boolean;
      readonly curve: (params: P, at: StepAt) => Int16Array;
      /** Size of the structure, mm: how large a piece shows it fairly. */
      readonly structure: (params: P) => number;
    };

export interface StepDeclaration<K extends string, D extends Dials, T extends Takes, G extends Gives> {
  readonly kind: K;
  readonly version: number;
  readonly title: string;
  readonly family: Family;
  readonly purpose: string;
  /** Other words that it is looked for by: what it does, the look it gives. */
  readonly words: string;
  readonly dials: D;
  readonly takes: T;
  readonly gives: G;
  /** `mix` lays the treated over the untreated, `scale` makes the treatment smaller, `none` has no amount. */
  readonly amount: 'mix' | 'scale' | 'none';
  /** The params with only so much of their effect, for an amount that scales. */
  readonly scaled?: (params: ParamsOf<D>, amount: number) => ParamsOf<D>;
  /** How far beyond a pixel the step reads, mm. */
  readonly reach: (params: ParamsOf<D>) => number;
  /** What of its input it reads for a region, where that is not the region itself and its reach; then its result is of `at.wanted`. */
  readonly reads?: (params: ParamsOf<D>, region: Region, at: Where) => Region;
  /** Of a step that says what it reads: how far beyond its input it prints, mm; null for anywhere. */
  readonly spreads?: (params: ParamsOf<D>, at: Where) => number | null;
  /** The same as the box that it prints in, px, where that lies elsewhere. */
  readonly printsIn?: (params: ParamsOf<D>, at: Where) => Region;
  readonly locality: 'local' | 'grid' | 'whole';
  /** Coarse grids of its input that it reads beside the input itself; how far it looks about on them is not in `reach`. */
  readonly coarse?: (params: ParamsOf<D>) => readonly CoarseWish[];
  /**
   * Of a step that says what it reads: of that it reads coverage only, with the colours of `at.wanted` or without any. Its input is of
   * `at.wanted` then, and bare where it reads no colours.
   */
  readonly readsCoverage?: (params: ParamsOf<D>) => 'and colours' | 'alone';
  /** True where it reads no more of its input than its coarse grids and its coverage. */
  readonly readsGridsOnly?: (params: ParamsOf<D>) => boolean;
  /** How far a step that bends moves anything, mm, across and down alike; null where it does not. */
  readonly bends?: (params: ParamsOf<D>) => Bend | null;
  /** True where its dots follow a bend before it. */
  readonly followsBends?: boolean;
  /** Cells of the whole sheet that it decides on, of a step on greys. */
  readonly cells?: (params: ParamsOf<D>) => CellsWish;
  /** Of a step on greys: a picture in colour keeps its hues, and its light moves as its greys do. */
  readonly keepsColour?: boolean;
  readonly draft: DraftBehaviour<ParamsOf<D>>;
  /** True where these params need the tones of the input. */
  readonly wantsStatistics?: (params: ParamsOf<D>) => boolean;
  /** Of a step on ink that wants statistics: they are those of its coverage, softened by a Gaussian of this standard deviation, mm. */
  readonly readsInk?: (params: ParamsOf<D>) => number;
  /** An earlier pass whose tones it reads, by its id; null for none. */
  readonly readsTonesOf?: (params: ParamsOf<D>) => string | null;
  /** What it reads beside its input; null for nothing. */
  readonly readsMap?: (params: ParamsOf<D>) => MapWish | null;
  /** The dot of one's own that it prints with; null for a round one. */
  readonly readsSpot?: (params: ParamsOf<D>) => SpotWish | null;
  /** Dials that it finds by itself from the tones of the input while a toggle is on; turned off, they keep what was found. */
  readonly found?: {
    readonly while: keyof D & string;
    readonly find: (params: ParamsOf<D>, statistics: ToneStatistics) => Partial<ParamsOf<D>>;
  };
  /** True where it treats each pixel's colour by itself, whatever its place: the palette of a hard sheet is treated in its stead. */
  readonly pointwise?: boolean;
  /** From colours to greys pixel by pixel, for a step that may be taken at a picture's own pixels; sets tone and coverage. */
  readonly greyWay?: (params: ParamsOf<D>) => (rgba: Int16Array, tone: Int16Array, coverage: Int16Array, kernels: Kernels) => number;
  /** True where it also reads the pass's source as placed. */
  readonly readsOriginal?: boolean;
  /** What it is set to, in a few words; `widthMm` is the placed width of its pass. */
  readonly summary?: (params: ParamsOf<D>, widthMm: number) => string;
  /** The ink a step prints with, where it gives one: its colour and which end of the tones it carries. */
  readonly ink?: (params: ParamsOf<D>, at: StepAt) => { readonly colour: Rgb; readonly carriesLights: boolean };
  /** The one colour of all that it prints, of a step on colours that leaves nothing of what came in; null where that shows, too. */
  readonly alone?: (params: ParamsOf<D>) => ColourRef | null;
  /** All params of an older version as this one's: it prints the same. Every version after the first has it. */
  readonly upgrade?: (params: Readonly<Record<string, unknown>>, from: number) => Readonly<Record<string, unknown>>;
  readonly apply: TonePoint<ParamsOf<D>> | PlateWork<ParamsOf<D>> | BendWork | RasterWork<ParamsOf<D>, T, G>;
}

/** What most steps on greys say of themselves: greys in and out, pixel by pixel, and a picture in colour is lit by them. */
export const ON_GREYS = {
  takes: 'tone',
  gives: 'tone',
  keepsColour: true,
  amount: 'mix',
  reach: (): number => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
} as const;

/** What most steps on colours say of themselves: each colour by itself, whatever its place. */
export const ON_COLOURS = {
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: (): number => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  pointwise: true,
} as const;

export const defineStep = <const K extends string, D extends Dials, const T extends Takes, const G extends Gives>(
  step: StepDeclaration<K, D, T, G>,
): StepDeclaration<K, D, T, G> => step;

/** A declaration without its own types: what the engine, the forms and the documentation go through. */
// The params of a declaration are checked by its dials before any of its functions is called with them.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Erased = StepDeclaration<string, any, any, any>;
export type AnyStep = Omit<Erased, 'dials' | 'takes' | 'gives'> & {
  readonly dials: Dials;
  readonly takes: Takes;
  readonly gives: Gives;
};
