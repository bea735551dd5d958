import type { Arena } from './arena';
import type { Cells } from './cells';
import type { Region, Rgb } from './raster';

/** Values of a hue knot: what is added to the red and blue chroma of each red and blue chroma (a 2 × 2 matrix), and to the grey of the span. */
export const HUE_KNOT_VALUES = 5;

/** Points of a cube of colours along a side. */
export const CUBE_POINTS = 17;

/** Points of the noise tile along a side … */
export const NOISE_SIDE = 512;
/** … and values in a row of it, and rows: the first comes again at the end, so that a point and its neighbour lie side by side. */
export const NOISE_STRIDE = NOISE_SIDE + 1;

/** One octave of noise: where it reads the tile (phases as a screen's, 2^32 = the tile's period), its weight (± ONE), and how far a warp of ONE moves its phases. */
export interface NoiseOctave {
  readonly grid: ScreenGrid;
  readonly weight: number;
  readonly warped: Pick<ScreenGrid, 'ux' | 'uy' | 'vx' | 'vy'>;
}

/** How far places are moved across and down before they are looked up: two noises, within ± ONE. */
export interface Warp {
  readonly x: readonly NoiseOctave[];
  readonly y: readonly NoiseOctave[];
}

/** Pixels a phase of a screen's cell: x = ax · u + bx · v, y = ay · u + by · v, from the cell's centre. */
export interface CellWay {
  readonly ax: number;
  readonly bx: number;
  readonly ay: number;
  readonly by: number;
}

/** Shares of red, green and blue in a grey, each share · 2^28, rounded, |share| < 2. */
export type GreyShares = readonly [number, number, number];

/** Knots of a hue response: 256 in each of the six sixths of the hue circle, and the first again at the end. */
export const HUE_KNOTS = 6 * 256;

/** Bins of a tone histogram: black is 0, white the last. */
export const TONE_BINS = 1024;

/** Colours running into each other over a box, straight along a direction (its cosine and sine, y up) or round from its middle. */
export interface RampWay {
  readonly form: 'straight' | 'round';
  /** From pixels' centres to the box, which reaches from 0 to 2 both ways. */
  readonly at: Affine;
  readonly cos: number;
  readonly sin: number;
  /** The box's sides, and what of them lies along the direction. */
  readonly width: number;
  readonly height: number;
  readonly reach: number;
  /** Premultiplied colours at even steps along it, from its beginning to its end. */
  readonly table: Int16Array;
}

/** What light is laid over, by the number the kernels know it by. */
export const SHADED_NUMBERS = { colour: 0, tone: 1, ink: 2 } as const;
export type ShadedKind = keyof typeof SHADED_NUMBERS;

/** Tips of a brush by the number the kernels know them by. */
export const TIP_NUMBERS = { round: 0, 'dry brush': 1, sponge: 2, roller: 3, chalk: 4, spray: 5, grit: 6 } as const;
export type TipName = keyof typeof TIP_NUMBERS;

/** A straight stretch of a stroke: its ends, each with its radius and its way along the stroke, pixels; softness is a share of the radius. */
export interface StrokeStretch {
  readonly from: StrokeEnd;
  readonly to: StrokeEnd;
  readonly softness: number;
}
export interface StrokeEnd {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly along: number;
}

/** How deep in a stroke each pixel of an area lies (0 outside, 1 in its middle), and how far along and across it, pixels. */
export interface StrokeDepths {
  readonly depth: Float32Array;
  readonly along: Float32Array;
  readonly across: Float32Array;
}

/** What a stroke leaves where it was drawn. */
export interface StrokePaint {
  readonly tip: TipName;
  readonly seed: number;
  /** −ONE … ONE: below 0 it takes away. */
  readonly strength: number;
  readonly pxPerMm: number;
  /** Pixels to a mm of the art, and mm of the art by mm of the sheet. */
  readonly scale: number;
  readonly art: Affine;
}

/** How a screen lies on the sheet: phase of pixel (0, 0) and its growth a pixel, 2^32 = one cell, wrapping. */
export interface ScreenGrid {
  readonly u0: number;
  readonly ux: number;
  readonly uy: number;
  readonly v0: number;
  readonly vx: number;
  readonly vy: number;
}

/** Dot shapes by the number the kernels know them by. */
export const SHAPE_NUMBERS = {
  round: 0,
  euclidean: 1,
  ellipse: 2,
  line: 3,
  square: 4,
  diamond: 5,
  chain: 6,
  cross: 7,
  rhomboid: 8,
  ring: 9,
  'double dot': 10,
  'wave line': 11,
  hexagonal: 12,
  brick: 13,
} as const;
export type ShapeName = keyof typeof SHAPE_NUMBERS;

/** Dots of the tile of a stochastic screen, along a side. */
export const SCATTER_SIDE = 64;

/** Fraction bits of the slope in a packed screen threshold. */
export const SLOPE_BITS = 5;

/** Source pixels around an output region, at one level of the pyramid: premultiplied RGBA at working depth, or one plane. */
export interface SourcePatch {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  readonly data: Int16Array;
}

/** One axis of a sampling filter: `taps` integer weights for each of 256 phases, each phase's sum ONE. */
export interface FilterAxis {
  readonly taps: number;
  /** What to add to the sampled position, in source pixels, to reach the first tap's left edge. */
  readonly offset: number;
  readonly weights: Int16Array;
  /** The weights with as many taps as make four, without weight; null where there are more. */
  readonly padded: Int16Array | null;
}

/** What lies beyond a box, by the number the kernels know it by. */
export const BEYOND_NUMBERS = { nothing: 0, hold: 1, repeat: 2, mirror: 3 } as const;

/** Where the pixels of a region come from: a way of ONE goes so far, in 1/256 px, across and down. */
export interface Ways {
  readonly x: Int16Array;
  readonly y: Int16Array;
  readonly across: number;
  readonly down: number;
}

/** Columns or rows of a region in a patch: each position is 256 · (the first tap's place in the patch) + the phase. */
export type Positions = Int32Array;

/** Source position of an output pixel's centre: x = a·X + b·Y + c, y = d·X + e·Y + f, in source pixels. */
export interface Affine {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

/** Blend modes by the number the kernels know them by: those in whole numbers, then the separable, then the others. */
export const MODE_NUMBERS = {
  normal: 0,
  multiply: 1,
  screen: 2,
  'knock-out': 3,
  darken: 4,
  lighten: 5,
  overlay: 6,
  'hard-light': 7,
  'soft-light': 8,
  'color-dodge': 9,
  'color-burn': 10,
  difference: 11,
  exclusion: 12,
  'add-ink': 13,
  'all-or-nothing': 14,
  add: 15,
  subtract: 16,
  divide: 17,
  hue: 18,
  saturation: 19,
  color: 20,
  luminosity: 21,
} as const;
export type ModeName = keyof typeof MODE_NUMBERS;

/** What a coverage has: only bare pixels, only whole ones, both and nothing between them, or soft ones among them. */
export type Extent = 'bare' | 'whole' | 'hard' | 'soft';

/** The modes that sums of products in whole numbers serve. */
export type WholeMode = 'normal' | 'multiply' | 'screen' | 'knock-out';
export const isWholeMode = (mode: ModeName): mode is WholeMode => MODE_NUMBERS[mode] <= MODE_NUMBERS['knock-out'];

/** Noise that roughens an edge: layers of hills so long along it and inwards, mm. */
export interface EdgeNoise {
  readonly along: number;
  readonly inwards: number;
  readonly layers: number;
}

/** Values of a line of a rough frame. */
export const ROUGH_LINE_VALUES = 12;

/**
 * A frame that reaches into a box from lines: its four sides first, then others such as cut corners. A line's values, mm by pixels:
 * 0 … 2 how far inwards of it a place lies (x, y, constant), 3 … 5 how far along; 6 and 7 how far inwards it surely covers, and
 * can cover at most; 8 and 9 its first place in the tables and how many it has; 10 its number; 11 where along the tables begin.
 */
export interface RoughEdge {
  readonly lines: Float64Array;
  /** Along a line, `perMm` places a mm: how far the frame reaches there, and how much the first noise adds to that, mm. */
  readonly tables: Float64Array;
  readonly perMm: number;
  readonly seed: number;
  /** The first by the amounts in the tables, the second by one of its own, mm. */
  readonly noises: readonly [EdgeNoise, EdgeNoise & { readonly amount: number }];
  readonly pxPerMm: number;
  /** True where it ends at the box's own edge. */
  readonly ends: boolean;
}

/** Steps by which a dissolving field's noise is ranked. */
export const DISSOLVE_RANKS = 1024;

/** Smooth noise over the sheet, a hill or hollow `long` by `broad` mm, turned by an angle given by its cosine and sine. */
export interface DissolveField {
  readonly cos: number;
  readonly sin: number;
  readonly long: number;
  readonly broad: number;
  readonly seed: number;
  /** Share of the field that lies below each of DISSOLVE_RANKS + 1 values of its noise, 0 … 1. */
  readonly ranks: Float64Array;
}

/** Steps of a casting's ramps; three values a colour. */
export const CASTING_RAMP = 1024;

/** What cast metal is shaded by, over a region; lengths in its pixels. */
export interface Casting {
  /** Heights of the bevel, 0 … ONE, one pixel beyond the region on each side. */
  readonly heights: Int16Array;
  readonly widthPx: number;
  /** The lamp's place and its height over the sheet. */
  readonly lamp: { readonly x: number; readonly y: number; readonly z: number };
  /** Where along the face's ramp a place looks: a half at (x, y), along the direction (sin, cos), whole over `tall`. */
  readonly view: { readonly sin: number; readonly cos: number; readonly x: number; readonly y: number; readonly tall: number };
  /** Tones to be mirrored in place of the view. */
  readonly map: Int16Array | null;
  /** Signed noise of the horizon, of polish and of grain, and how much the latter two show. */
  readonly waves: Int16Array;
  readonly scratches: Int16Array;
  readonly grains: Int16Array;
  readonly polish: number;
  readonly grain: number;
  /** Ramps of CASTING_RAMP + 1 colours, three values within 0 … ONE each. */
  readonly face: Float64Array;
  readonly bevel: Float64Array;
}

/** Places along a side of a cell of dots of one's own. */
export const SPOT_PLACES = 128;

/** Dots of one's own: for each place of a cell, row by row, the ink from which it is inked, spread evenly over 0 … 1. */
export interface SpotScreen {
  /** Side of a cell, px, and its turn. */
  readonly cell: number;
  readonly cos: number;
  readonly sin: number;
  /** Least half of an edge, of the range of thresholds. */
  readonly softest: number;
  readonly thresholds: Float32Array;
  /** How much the threshold changes over a cell, at each place. */
  readonly slopes: Float32Array;
}

/** Line screens by the number the kernels know them by. */
export const LINE_NUMBERS = { rings: 0, rays: 1, spiral: 2, along: 3 } as const;

/** Values of a stretch of a line: where it begins, its way and that way's squared length; px. */
export const LINE_VALUES = 5;

/** Lines about a place, or beside stretches of one that is drawn. */
export interface LineScreen {
  readonly shape: keyof typeof LINE_NUMBERS;
  /** The middle, px. */
  readonly x: number;
  readonly y: number;
  /** From line to line, px; where there are rays or arms of a spiral, how many. */
  readonly cell: number;
  readonly count: number;
  readonly stretches: Float64Array;
  /** Least half of an edge, of the range of thresholds. */
  readonly softest: number;
}

/** Values of a ray of a glint: the cosine and sine of its way (y down), and its length, px. */
export const GLINT_RAY_VALUES = 3;

/** A glint: its middle, how far it reaches, the radius of its core and the breadth of its rays where they begin; px. */
export interface Glint {
  readonly x: number;
  readonly y: number;
  readonly reach: number;
  readonly core: number;
  readonly breadth: number;
  readonly rays: Float64Array;
}

/** What is bright: from a share of ONE; what is alike is told apart by chance on places `apartMm` apart, `mm` a pixel. */
export interface Brightness {
  readonly least: number;
  readonly seed: number;
  readonly mm: number;
  readonly apartMm: number;
}

/**
 * Dark that begins `clear` mm from a place (x, y), or, not round, where clear + x · X + y · Y is 0, and is `depth` deep after another
 * `soft` mm, by a smooth step.
 */
export interface Shading {
  readonly round: boolean;
  readonly x: number;
  readonly y: number;
  readonly clear: number;
  readonly soft: number;
  readonly depth: number;
}

/**
 * The hot loops. Every implementation gives the same bits; `reference/` holds the one written for reading.
 * Planes are Int16Array with ONE = 1.0; `pixels` is how many of them are meant.
 */
/** Lines on which each row of pixels of a filled outline is looked at, and rows whose edges are listed together. */
export const FILL_LINES = 16;
export const FILL_BLOCK = 4;

/** Values of an edge, px: x and y at its upper end, its slope, its least and greatest x, the lines that it crosses from and to, 1 downwards or −1. */
export const EDGE_VALUES = 8;

/** Bytes that LZW takes at most: twelve bits a byte, and its codes that clear and end. */
export const lzwRoom = (bytes: number): number => Math.ceil(1.51 * bytes) + 16;

/** Edges of an outline that is filled. */
export interface OutlineEdges {
  readonly edges: Float64Array;
  /** Edges that reach into each block of FILL_BLOCK rows from `firstBlock` on; where each block's begin, and the end; the most of one. */
  readonly order: Int32Array;
  readonly starts: Int32Array;
  readonly firstBlock: number;
  readonly most: number;
}

/** A guided filter over a plane: windows of 2 · reach + 1 pixels, and what variance counts as none, of values 0 … 1. */
export interface GuidedFilter {
  readonly width: number;
  readonly height: number;
  readonly reach: number;
  readonly epsilon: number;
}

/** How a subject's colours are found: within so many pixels, from pixels of at least `sure` and of at most `none` coverage. */
export interface Unmixing {
  readonly width: number;
  readonly height: number;
  readonly reach: number;
  readonly sure: number;
  readonly none: number;
}

/** Bytes that unmixing needs between its rows: sums of each column. */
export const unmixedBytes = ({ width }: Unmixing): number => 64 * width;

/** Bytes that a guided filter needs between its rows: sums of each column, and the last rows of coefficients. */
export const guidedBytes = ({ width, reach }: GuidedFilter): number => 16 + width * (128 + 32 + 32 * (2 * reach + 2));

export interface Kernels {
  /** Where rasters of the rendering under way live. */
  readonly arena: Arena;

  /** Grey of premultiplied RGBA by shares, clamped to 0 … ONE, and its coverage. Gives the least coverage met. */
  readonly grey: (rgba: Int16Array, shares: GreyShares, tone: Int16Array, coverage: Int16Array) => number;

  /** As `grey`, then lifted by response(hue) · (max − min). `response` has HUE_KNOTS + 1 values, ± ONE. */
  readonly greyByHue: (rgba: Int16Array, shares: GreyShares, response: Int16Array, tone: Int16Array, coverage: Int16Array) => number;

  /** table[value] for each value, clamped to 0 … ONE first. `table` has ONE + 1 values. */
  readonly table: (values: Int16Array, table: Int16Array, out: Int16Array) => void;

  /** Pixels of the cells that are set; with ways, of the cell that they lead to. */
  readonly cellDots: (cells: Cells, region: Region, ways: Ways | null, out: Int16Array) => void;

  /**
   * A plane's values at the places that ways lead back from: at q its value at p, where p is q moved by the ways at p. Plane and ways lie
   * on a region that reaches as far beyond the window as they lead; found step by step, to a pixel.
   */
  readonly inverseWays: (of: Int16Array, ways: Ways, region: Region, window: Region, out: Int16Array) => void;

  /** Dots that are there where there is more ink than a tile says, in its place on a grid of 2^32 a tile; with ways, in the place that they lead to. */
  readonly scatter: (ink: Int16Array, region: Region, grid: ScreenGrid, tile: Int16Array, ways: Ways | null, out: Int16Array) => void;

  /**
   * Ink where the shape's spot value stands above the tone's threshold.
   * `thresholds` has ONE + 1 values by tone: threshold (low 16 bits) and slope · 2^SLOPE_BITS (high 16 bits). With ways, each pixel's place
   * in the screen is that which they lead to. `out` is another plane than `tone`.
   */
  readonly screen: (
    tone: Int16Array,
    region: Region,
    grid: ScreenGrid,
    shape: ShapeName,
    thresholds: Int32Array,
    ways: Ways | null,
    out: Int16Array,
  ) => void;

  /** Colours of a ramp over a region; beyond its ends these hold. */
  readonly ramp: (way: RampWay, region: Region, out: Int16Array) => void;

  /** Means of squares of 2^shift pixels, rounded half up; cut squares at the right and bottom average what is there. */
  readonly reduce: (plane: Int16Array, channels: 1 | 4, width: number, height: number, shift: number, out: Int16Array) => void;

  /** Source samples at working depth: one plane of grey, or premultiplied RGBA, full where there is no alpha. */
  readonly expand: (samples: Uint8Array | Uint16Array, channels: 1 | 3 | 4, out: Int16Array) => void;

  /** Filtered source values at the positions of a region's pixels; positions round to 1/256 of a source pixel. Any turn. */
  readonly sample: (patch: SourcePatch, at: Affine, across: FilterAxis, down: FilterAxis, region: Region, out: Int16Array) => void;

  /** A value for each premultiplied colour out of CUBE_POINTS³ (red slowest, evenly over 0 … ONE), tetrahedral between; and its coverage. */
  readonly cube: (rgba: Int16Array, values: Int16Array, tone: Int16Array, coverage: Int16Array) => void;

  /**
   * Exact Euclidean distance, in pixels between centres, to the nearest pixel of at least a half (of less, where `outside`), as a share of
   * `most` px, beyond which it is ONE, over a window within the plane's region. What lies beyond the region does not count.
   */
  readonly distance: (plane: Int16Array, region: Region, most: number, outside: boolean, window: Region, out: Int16Array) => void;

  /**
   * Rows of a plane, from one to before another, through the guided filter with a colour guide (premultiplied RGBA). K. He, J. Sun, X. Tang,
   * Guided image filtering, ECCV 2010, equations 14–16: aₖ = (Σₖ + εU)⁻¹(mean(I·p) − μₖp̄ₖ), bₖ = p̄ₖ − aₖᵀμₖ, qᵢ = āᵢᵀIᵢ + b̄ᵢ. Rows are asked
   * for in order from the first on; `state` has `guidedBytes` bytes, cleared before the first. Nearer to the rim than twice the reach the
   * result is not for use.
   */
  readonly guided: (
    guide: Int16Array,
    plane: Int16Array,
    filter: GuidedFilter,
    rows: readonly [from: number, to: number],
    state: Uint8Array,
    out: Int16Array,
  ) => void;

  /**
   * Rows of a picture (premultiplied RGBA), from one to before another, in the colours of its subject alone: what is seen where coverage is
   * between is taken as C = α·F + (1 − α)·B, B being the mean of pixels nearby that are surely the ground's. F is α · (C − (1 − α)·B)/α +
   * (1 − α)·S: what remains without the ground, mixed with S, the mean of those that are surely the subject's, which is steadier where α is
   * small. Rows are asked for in order from the first on; `state` has `unmixedBytes` bytes, cleared before the first. `out` is the picture
   * as it came.
   */
  readonly unmixed: (
    rgba: Int16Array,
    coverage: Int16Array,
    unmixing: Unmixing,
    rows: readonly [from: number, to: number],
    state: Uint8Array,
    out: Int16Array,
  ) => void;

  /**
   * Each pixel of a region from the place that the ways lead to, by Catmull–Rom; of `from` all within `box` is as it is, and what is
   * beyond it as `beyond` says. Where `from` does not reach, there is nothing.
   */
  readonly moved: (
    plane: Int16Array,
    channels: 1 | 4,
    from: Region,
    ways: Ways,
    box: Region,
    beyond: keyof typeof BEYOND_NUMBERS,
    region: Region,
    out: Int16Array,
  ) => void;

  /** Every row of a patch filtered along x at some positions: Σ weight · value, rounded; overshoot is kept. */
  readonly filterAcross: (patch: SourcePatch, positions: Positions, axis: FilterAxis, out: Int16Array) => void;

  /** Filters rows along y at the given positions. Clamps values to 0 … ONE, and colours to their alpha. */
  readonly filterDown: (lines: Int16Array, channels: 1 | 4, width: number, positions: Positions, axis: FilterAxis, out: Int16Array) => void;

  /** Rows become columns. */
  readonly transpose: (plane: Int16Array, channels: 1 | 4, width: number, height: number, out: Int16Array) => void;

  /** from + (to − from) · share · mask. A mask has one value a pixel. */
  readonly mix: (from: Int16Array, to: Int16Array, channels: 1 | 4, share: number, mask: Int16Array | null, out: Int16Array) => void;

  /** RGBA times a weight a pixel. */
  readonly weigh: (rgba: Int16Array, weights: Int16Array, out: Int16Array) => void;

  /** Premultiplied RGBA of a coverage in one colour. */
  readonly paint: (coverage: Int16Array, colour: Rgb, out: Int16Array) => void;

  /** Premultiplied RGBA of greys, and their coverage (null: everywhere). */
  readonly paintTones: (tone: Int16Array, coverage: Int16Array | null, out: Int16Array) => void;

  /** Premultiplied RGBA of tones by a table of ONE + 1 values for each colour, and their coverage. */
  readonly toned: (tone: Int16Array, coverage: Int16Array, tables: readonly [Int16Array, Int16Array, Int16Array], out: Int16Array) => void;

  /** v · w, of a first plane within 0 … ONE. */
  readonly multiply: (first: Int16Array, second: Int16Array, out: Int16Array) => void;

  /** p · first + q · second + add, within `least` … ONE; p and q are whole numbers of 16 bits. Without a second it counts for nothing. */
  readonly combined: (
    first: Int16Array,
    p: number,
    second: Int16Array | null,
    q: number,
    add: number,
    least: number,
    out: Int16Array,
  ) => void;

  /** The lesser of two planes. */
  readonly lesser: (first: Int16Array, second: Int16Array, out: Int16Array) => void;

  /** Premultiplied colours moved by a weight of ONE towards others, these at the coverage of the first; alpha as it is. */
  readonly broughtBack: (printed: Int16Array, original: Int16Array, weight: number, out: Int16Array) => void;

  /**
   * Values with light laid over them by a share (0 … 1): `light` is ± ONE, above nothing light, below it shade. Colours and tones become
   * lighter and darker, ink thinner in the light.
   */
  readonly shadedBy: (values: Int16Array, light: Int16Array, kind: ShadedKind, share: number, out: Int16Array) => void;

  /** 1 − v · strength: what a plane leaves of everything. */
  readonly complement: (plane: Int16Array, strength: number, out: Int16Array) => void;

  /** 1 − (1 − tone) · coverage: light as weights, where what is not there counts as white. */
  readonly light: (tone: Int16Array, coverage: Int16Array, out: Int16Array) => void;

  /** All from a half up, nothing below. */
  readonly cut: (plane: Int16Array, out: Int16Array) => void;

  /** Coverage of RGBA all or nothing, its colours kept: all from `least` (1 … ONE) up. */
  readonly cutColours: (rgba: Int16Array, least: number, out: Int16Array) => void;

  /** Alpha of RGBA as a plane. */
  readonly alphaOf: (rgba: Int16Array, out: Int16Array) => void;

  readonly extent: (coverage: Int16Array) => Extent;

  /**
   * Each tone's coverage, 0 … 1 (whole without one), is added to the tone's bin of `weights`, TONE_BINS + 1 from black to white; their
   * sum is given. Sums of multiples of 1/ONE: exact in any order.
   */
  readonly countTones: (tone: Int16Array, coverage: Int16Array | null, weights: Float64Array) => number;

  /** Σ v, and Σ v · w, exact. */
  readonly sum: (plane: Int16Array) => number;
  readonly dot: (first: Int16Array, second: Int16Array) => number;

  /**
   * Sets to nothing, in place, what belongs to pieces of more than ONE / 16 whose box is at most `most` pixels long and
   * wide and does not touch the plane's rim. Pixels are connected by sides and corners.
   */
  readonly dropSpecks: (plane: Int16Array, width: number, height: number, most: number) => void;

  /**
   * W3C Compositing, source-over (or source-atop where `atop`) with a blend mode, on premultiplied RGBA;
   * the source is first weakened by strength · mask. Knock out leaves beneath · (1 − αs), atop or not.
   */
  readonly blend: (
    beneath: Int16Array,
    source: Int16Array,
    mode: ModeName,
    atop: boolean,
    strength: number,
    mask: Int16Array | null,
    out: Int16Array,
  ) => void;

  /** One ink by its coverage over what is beneath: as `blend` of what `paint` gives, in a mode that whole numbers serve. */
  readonly layInk: (beneath: Int16Array, coverage: Int16Array, colour: Rgb, mode: WholeMode, strength: number, out: Int16Array) => void;

  /** Entries of an index plane where coverage reaches a half (everywhere without one) become those that the map says. */
  readonly stamp: (beneath: Uint8Array, coverage: Int16Array | null, map: Uint8Array, out: Uint8Array) => void;

  /** Entries where a plane is at least a half; bare elsewhere. */
  readonly keepWhere: (entries: Uint8Array, plane: Int16Array, out: Uint8Array) => void;

  /** Each entry's value: one plane of 16-bit values, RGBA at working depth (four a value), or packed RGBA8. */
  readonly lookUp: (entries: Uint8Array, palette: Int16Array | Uint32Array, values: 1 | 4, out: Int16Array | Uint32Array) => void;

  /**
   * Rows of as many bytes as `above`, the row before them, as PNG's filter Up writes them (ISO/IEC 15948, 9.2): a 2, then each byte
   * less the one above it.
   */
  readonly upFiltered: (rows: Uint8Array, above: Uint8Array, out: Uint8Array) => void;

  /** Rows of a byte a pixel, black from 128 up, as one block of bits coded by ITU-T T.6 (“Group 4”), with its end. */
  readonly faxed: (bytes: Uint8Array, width: number) => Uint8Array;

  /** Bytes coded by LZW as a TIFF's strip holds them (TIFF 6.0, section 13). */
  readonly lzwed: (bytes: Uint8Array) => Uint8Array;

  /**
   * A plane over a region as bytes, 0 bare and 255 solid, between them by the print's own dither: the byte `at` of each `count` of `out`,
   * which are those of a region around.
   */
  readonly plateBytes: (plane: Int16Array, region: Region, out: Uint8Array, around: Region, at: number, count: number) => void;

  /** As `reduce` of the RGBA of a palette's entries. */
  readonly reduceIndex: (entries: Uint8Array, width: number, height: number, shift: number, palette: Int16Array, out: Int16Array) => void;

  /** Each channel's unpremultiplied value through its own table of ONE + 1 values, coverage kept. */
  readonly channels: (rgba: Int16Array, red: Int16Array, green: Int16Array, blue: Int16Array, out: Int16Array) => void;

  /**
   * Σ weights[k] · plane[i + (k − half) · stride], rounded, for an odd number of weights that sum to ONE. The plane is
   * one long row: what reads past its ends, or past an image row's, is not for use.
   */
  readonly convolve: (plane: Int16Array, stride: number, weights: Int16Array, out: Int16Array) => void;

  /** Coverage of a filled outline over a region, non-zero winding; false where nothing of it is covered. */
  readonly fillRows: (outline: OutlineEdges, region: Region, out: Int16Array) => boolean;

  /** Coverage of a rough frame over a piece of a region's plane; a function of place and seed alone. */
  readonly roughEdge: (edge: RoughEdge, piece: Region, out: Int16Array, region: Region) => void;

  /** Depths of an area become those in a stretch of a stroke where they are greater there. */
  readonly strokeStretch: (stretch: StrokeStretch, area: Region, depths: StrokeDepths) => void;

  /** What a stroke leaves in an area of a region's plane is added to what is there, within 0 … ONE. */
  readonly strokePaint: (depths: StrokeDepths, paint: StrokePaint, area: Region, plane: Int16Array, region: Region) => void;

  /** base + table[first − second], within 0 … ONE; no base is nothing everywhere. `table` has 2 · ONE + 1 values, from a difference of −ONE. */
  readonly lifted: (base: Int16Array | null, first: Int16Array, second: Int16Array, table: Int16Array, out: Int16Array) => void;

  /** first / second of two planes within 0 … ONE, at most ONE; nothing where the second is nothing. */
  readonly ratio: (first: Int16Array, second: Int16Array, out: Int16Array) => void;

  /** first · second + third, within 0 … ONE. */
  readonly multiplyAdd: (first: Int16Array, second: Int16Array, third: Int16Array, out: Int16Array) => void;

  /** first + second · table[first], within 0 … ONE, of a first plane within 0 … ONE; `table` has ONE + 1 values. */
  readonly modulated: (first: Int16Array, second: Int16Array, table: Int16Array, out: Int16Array) => void;

  /** He, Sun & Tang 2010, equations 5 and 6, of a plane guided by itself: a = σ² / (σ² + ε), b = μ − a · μ, from means μ and means of squares. */
  readonly guidance: (means: Int16Array, squares: Int16Array, epsilon: number, slopes: Int16Array, offsets: Int16Array) => void;

  /**
   * The patches of a plane (where it lies above a half), as far as a share of them is meant, whole or nothing at each pixel: the share's
   * part is chosen by a field over the sheet. The share is a strength (0 … ONE) times a plane, where there is one.
   */
  readonly dissolve: (
    patches: Int16Array,
    share: Int16Array | null,
    strength: number,
    field: DissolveField,
    pxPerMm: number,
    region: Region,
    out: Int16Array,
  ) => void;

  /** A casting's colours, premultiplied RGBA, where its coverage is. */
  readonly castMetal: (casting: Casting, alphas: Int16Array, region: Region, out: Int16Array) => void;

  /**
   * Ink of amounts (0 … ONE) where they stand above the threshold of a pixel's place in its cell. Dots of less than two pixels run together to
   * their mean.
   */
  readonly spotScreen: (amounts: Int16Array, region: Region, screen: SpotScreen, ways: Ways | null, out: Int16Array) => void;

  /**
   * Ink of amounts over a piece of a region where they stand above a place's distance from its line's middle, of half the distance between
   * lines. Lines of less than two pixels run together to their mean.
   */
  readonly lineScreen: (amounts: Int16Array, piece: Region, lines: LineScreen, ways: Ways | null, out: Int16Array, region: Region) => void;

  /** Adds a glint's light to a plane, as the greater of both. */
  readonly glint: (glint: Glint, plane: Int16Array, region: Region) => void;

  /** The index of the brightest pixel of a box within a region; −1 where none is bright. */
  readonly brightest: (tone: Int16Array, coverage: Int16Array | null, region: Region, box: Region, of: Brightness) => number;

  /** What a shading leaves of tones at each pixel of a region. */
  readonly shaded: (shading: Shading, region: Region, pxPerMm: number, out: Int16Array) => void;

  /** The value of a plane over `around` at the centre of each pixel's cell, of a region within; it reads no further than the plane. */
  readonly cellTones: (tone: Int16Array, around: Region, grid: ScreenGrid, way: CellWay, out: Int16Array, region: Region) => void;

  /** Σ weight · tile at each pixel of a region, within ± ONE; `tile` has NOISE_STRIDE² values and goes round. Nothing where a gate is 0 or ONE. */
  readonly noise: (
    region: Region,
    octaves: readonly NoiseOctave[],
    tile: Int16Array,
    warp: Warp | null,
    gate: Int16Array | null,
    out: Int16Array,
  ) => void;

  /** Premultiplied RGBA with its grey moved from one plane's to another's: the hue is kept, the chroma as far as it fits. */
  readonly relit: (rgba: Int16Array, from: Int16Array, to: Int16Array, out: Int16Array) => void;

  /**
   * Premultiplied RGBA with its chroma (R − Y, B − Y) and its grey moved by hue; `knots` has HUE_KNOT_VALUES for each of HUE_KNOTS + 1 hues.
   * `gentle` (0 … 1) does less where the span of a colour is great.
   */
  readonly hued: (rgba: Int16Array, knots: Float32Array, gentle: number, out: Int16Array) => void;

  /** The 8-bit rim: unpremultiplied RGBA8, with the fixed dither tile anchored to the sheet's origin. */
  readonly rim: (rgba: Int16Array, region: Region, out: Uint8Array) => void;
}
