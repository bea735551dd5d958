/**
 * The sheet document: plain JSON, everything in canonical units (mm, lpi, degrees, shares 0 … 1). What the program
 * does not know is kept as it came. Written down in docs/sheet-format.md.
 *
 * Each kind of source, mask and wear describes itself in a file of its own and adds its type to `SourceKinds`,
 * `MaskKinds` or `WearKinds`; `catalogue/document` puts the whole description together.
 */
import { choice, dialFields, length, toggle } from '../fields/dials';
import * as field from '../fields/fields';
import type { RecordOf, TypeOf } from '../fields/fields';
import { HEX, ID, SHEET_PATH } from '../fields/values';

export type { ColourRef, FontRef, PictureRef, RampStop, SurfaceRef } from '../fields/values';

export const SHEET_FORMAT = 'uvrant-sheet';
export const SHEET_VERSION = 3;

/** Most characters of a sheet's, pass's or wear's name. */
export const LONGEST_NAME = 120;

/** `screened`: as hard, but soft parts become dots first. */
export const EDGES = field.choice('smooth', 'hard', 'screened');
export type Edges = TypeOf<typeof EDGES>;
/** Edges as a pass is rendered; `traced`: the dots of hard ones, some pixels soft, for their outlines. */
export type RenderedEdges = Edges | 'traced';

/** True where every pixel is to be all or nothing. */
export const isWhole = (edges: RenderedEdges): boolean => edges === 'hard' || edges === 'screened';

/** A side of a sheet, mm. */
const SIDE = field.number({ min: 0, above: true, max: 5000 });
export const SIZE = field.record({ width: SIDE, height: SIDE });
export type Size = TypeOf<typeof SIZE>;

/** Resolutions, pixels an inch. */
export const PPI = field.whole(36, 2400);

export const INK = field.record({ id: ID, name: field.name(60), colour: HEX });
export type Ink = TypeOf<typeof INK>;

export const STOCK = field.record({ name: field.text({ least: 1 }), colour: HEX });
export type Stock = TypeOf<typeof STOCK>;

/** Where something lies, mm: it may hang over the sheet's edge, but not lie metres away, nor be too small to be seen. */
const PLACE = field.number({ min: -10_000, max: 10_000 });
const EXTENT = field.number({ min: 0.01, max: 20_000 });
const TURN = field.number({ min: -360, max: 360 });

/** Centre and size in mm on the sheet, before turning; turn counter-clockwise in degrees. */
export const PLACEMENT = field.named('placement', () =>
  field.record({
    x: PLACE,
    y: PLACE,
    width: EXTENT,
    height: EXTENT,
    turn: TURN,
    flipX: field.toggle,
    flipY: field.toggle,
    fit: field.choice('fill', 'whole', 'free'),
    beyond: field.choice('nothing', 'hold', 'repeat', 'mirror'),
  }),
);
export type Placement = TypeOf<typeof PLACEMENT>;
export type Fit = Placement['fit'];
export type Beyond = Placement['beyond'];

/** Another sheet of the job, live; `path` is where the command line finds its document, beside this one. */
export const SHEET_REF = field.referring('sheet', field.record({ id: ID, path: SHEET_PATH }));
export type SheetRef = TypeOf<typeof SHEET_REF>;

/** The kinds of source that there are, by name: each file in `sources/` adds its own to those that are made of other passes. */
export interface SourceKinds {
  readonly group: { readonly kind: 'group'; readonly passes: readonly Pass[] };
  readonly overall: { readonly kind: 'overall' };
}
export type Source = SourceKinds[keyof SourceKinds];

/** Farthest that an edge is grown, feathered, roughened or looked for, and largest speck, mm. */
export const MOST_EDGE = 20;

/** Widest edge that the ground's colour is taken out of, mm. */
export const MOST_CLEANED = 3;

/** What all masks are set by. */
export const MASK_DIALS = {
  join: choice({ title: 'Together with those above', options: ['both', 'either', 'without'], default: 'both' }),
  invert: toggle({ title: 'Inverted', default: false }),
  grow: length({ title: 'Grow', min: -MOST_EDGE, max: MOST_EDGE, default: 0, more: 'reaches further out' }),
  feather: length({ title: 'Feather', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'a softer edge' }),
  cleaned: length({
    title: 'Old ground out of the edge',
    min: 0,
    max: MOST_CLEANED,
    default: 0,
    more: 'a wider edge takes the colour of what is inside it',
  }),
  anchor: choice({ title: 'Stays with', options: ['art', 'sheet'], default: 'art' }),
};
const { join, invert, grow, feather, cleaned, anchor } = dialFields(MASK_DIALS);

/** How a mask joins those before it: where both show, where either does, or what was there without it. */
export type Join = TypeOf<typeof join>;
/** What a mask, stroke or wear moves with: the art of its pass, or the sheet. */
export type Anchor = TypeOf<typeof anchor>;

/** What all masks hold. Sheets from before masks had edges and could be joined do not say how. */
export const MASK_BASE = {
  id: ID,
  on: field.toggle,
  invert,
  anchor,
  join: field.optional(join),
  feather: field.optional(feather),
  grow: field.optional(grow),
  cleaned: field.optional(cleaned),
  /** Where the art was when the mask was made; it has moved with the art since. Only where it follows the art. */
  home: field.optional(PLACEMENT),
};
export type MaskBase = RecordOf<typeof MASK_BASE>;

/** The kinds of mask that there are, by name: each file in `masks/` that declares one adds its own. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface MaskKinds {}
/** Where a pass, step or wear shows. Masks are gone through in order, each joined to those before it. */
export type Mask = MaskKinds[keyof MaskKinds];

/** The kinds of wear that there are, by name: each file in `wears/` that declares one adds its own. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface WearKinds {}
export type Wear = WearKinds[keyof WearKinds];

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

/** Most passes of a sheet, those in groups counted too. */
export const MOST_PASSES = 200;
/** Most times that a pass is laid over itself. */
export const MOST_TIMES = 12;

/** How a pass goes down: its mode, strength, how many times over (once where it is not said), and within what. */
export const LAY = field.record({
  mode: field.text({ least: 1 }),
  strength: field.share,
  times: field.optional(field.whole(1, MOST_TIMES)),
  within: field.optional(field.referring('pass', ID)),
});
export type Lay = TypeOf<typeof LAY>;

export interface Pass {
  readonly id: string;
  readonly name: string;
  readonly on: boolean;
  /** True where its place is kept from the hand, and it from being removed. */
  readonly locked?: boolean;
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
