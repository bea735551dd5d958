/** What a kind of mask says of itself: forms, checks, documentation, words and the engine are derived from it. */
import type { Dials, ParamsOf } from '../fields/dials';
import type { Fields, RecordOf } from '../fields/fields';
import type { Node } from '../nodes/node';
import type { Plane } from '../nodes/plane-nodes';
import type { Region } from '../raster/raster';
import type { Join, Mask, MaskBase, PictureRef, Placement } from '../sheet/model';
import type { Motion } from '../sheet/moving';

/** A mask's type, from its dials and what it holds besides them. */
export type MaskOf<K extends string, D extends Dials, F extends Fields> = MaskBase & { readonly kind: K } & ParamsOf<D> & RecordOf<F>;

/** A plane over the whole sheet, coarse. */
export interface CoarsePlane {
  readonly plane: Plane;
  readonly region: Region;
  readonly pxPerMm: number;
}

/** What a mask may read of the rendering it works in. */
export interface MaskAt {
  readonly pxPerMm: number;
  /** How what follows the art has moved since the mask was made. */
  readonly motion: Motion;
  /** The pass's source as placed, before its steps; null where it has none yet. */
  readonly source: Node | null;
  /** An earlier pass's raster. @throws CompileError for one that prints later. */
  readonly pass: (id: string) => Node;
  /** A picture, placed where it lies now. @throws CompileError for one that is not here. */
  readonly picture: (picture: PictureRef, placement: Placement) => Node<'colour'>;
  /** The same plane of this mask, on a coarse rendering of the whole sheet. */
  readonly coarse: (plane: Plane) => CoarsePlane;
}

export interface MaskDeclaration<M extends Mask> {
  readonly kind: M['kind'];
  readonly title: string;
  readonly purpose: string;
  /** Other words that it is looked for by. */
  readonly words: string;
  readonly dials: Dials;
  /** What it holds besides its dials, and what of that a new one begins with. */
  readonly parts: Fields;
  readonly begins: Partial<M>;
  /** What a new one follows, where its pass has a place of its own. */
  readonly follows: M['anchor'];
  /** How a new one joins the masks before it, and how it joins as the first of them. */
  readonly joins?: { readonly first: Join };
  /** True for one that is made out of something that must be named first. */
  readonly wantsPicture?: boolean;
  /** Where it shows; null for one that is not made yet, and hides nothing. */
  readonly plane: (mask: M, at: MaskAt) => Plane | null;
  /** The pass's source in the colours of what the mask shows; null where they are as they are. */
  readonly foreground?: (mask: M, at: MaskAt) => Node<'colour'> | null;
  /** The same mask on art that was moved; `placed` says where a placement lies then. */
  readonly moved?: (mask: M, motion: Motion, placed: (placement: Placement) => Placement) => M;
  /** One of an earlier version of the document as today's. */
  readonly upgraded?: (mask: M) => M;
  /** What it is set to, in a few words. */
  readonly inWords: (mask: M) => string;
  /** What changed between two of it, in words, where that is more than a dial. */
  readonly change?: (before: M, after: M) => string | null;
}

/** A declaration without its own type: what goes through all of them. */
// A mask is handed to its own kind's declaration only.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyMask = MaskDeclaration<any>;
