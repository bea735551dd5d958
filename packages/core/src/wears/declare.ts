/** What a kind of wear says of itself: forms, checks, documentation, words and the engine are derived from it. */
import type { Dials } from '../fields/dials';
import type { Fields } from '../fields/fields';
import type { Plane } from '../nodes/plane-nodes';
import type { SourceInfo } from '../raster/source-tiles';
import type { RenderedEdges, Mask, Pass, PictureRef, Wear } from '../sheet/model';

/** What a wear may read of the rendering it works in. */
export interface WearAt {
  /** The pass that is worn, and its edges. */
  readonly pass: Pass;
  readonly edges: RenderedEdges;
  readonly pxPerMm: number;
  /** Pixels a millimetre of the print itself. */
  readonly printPxPerMm: number;
  /** True for the print itself, at whatever resolution; a draft may show what it takes only about. */
  readonly isTrue: boolean;
  readonly isQuick: boolean;
  /** True where every pixel of the pass is to be all or nothing. */
  readonly isHard: boolean;
  /** A picture of a pass. @throws CompileError for one that is not here. */
  readonly picture: (picture: PictureRef, owner: Pass) => SourceInfo;
  /** Masks of a pass's wear, joined. */
  readonly masks: (masks: readonly Mask[], owner: Pass, wear: string) => readonly Plane[];
  /** Where a pass's letters are, with what of their surroundings counts; null for a pass that is not here. */
  readonly lettering: (pass: string) => Plane | null;
  /** Another pass's wear. @throws CompileError for one that is not on the sheet. */
  readonly other: (wear: string) => { readonly owner: Pass; readonly wear: Wear };
  /** @throws CompileError always: why the wear cannot work, and what would do. */
  readonly refuse: (why: string) => never;
}

export interface WearDeclaration<W extends Wear> {
  readonly kind: W['kind'];
  readonly title: string;
  readonly purpose: string;
  readonly dials: Dials;
  /** All that it holds besides its id and whether it is on. */
  readonly parts: Fields;
  /** Just one of these keys is there. */
  readonly oneOf?: readonly [string, string];
  /** What it takes, and the strength (0 … 1) that it is still to be weakened to. */
  readonly taken: (wear: W, at: WearAt) => readonly [Plane, number];
  /** What it is called, in a sentence. */
  readonly called: (wear: W) => string;
  /** What of it some keys are, in words of edits; others go by their own name. */
  readonly partNames?: Readonly<Record<string, string>>;
}

/** A declaration without its own type: what goes through all of them. */
// A wear is handed to its own kind's declaration only.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyWear = WearDeclaration<any>;
