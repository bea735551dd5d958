/** What a kind of source says of itself: forms, checks, documentation, words and the engine are derived from it. */
import type { Dials, ParamsOf } from '../fields/dials';
import type { Fields, RecordOf } from '../fields/fields';
import type { Node } from '../nodes/node';
import type { Rgb } from '../raster/raster';
import type { ColourRef, Pass, PictureRef, Placement, SheetRef, Source } from '../sheet/model';

/** A source's type, from its dials and what it holds besides them. */
export type SourceOfDials<K extends string, D extends Dials, F extends Fields = Record<never, never>> = { readonly kind: K } & ParamsOf<D> &
  RecordOf<F>;

/** What a source is placed and printed with. */
export interface SourceAt {
  readonly placement: Placement;
  readonly pxPerMm: number;
  readonly colourOf: (ref: ColourRef | null) => Rgb;
  /** A picture in the pass's placement. @throws CompileError for one that is not here. */
  readonly picture: (picture: PictureRef) => Node<'colour'>;
  /** Another sheet's print in the pass's placement. @throws CompileError for one that is not here, or prints this one. */
  readonly sheet: (sheet: SheetRef) => Node<'colour'>;
}

export interface SourceDeclaration<S extends Source> {
  readonly kind: S['kind'];
  readonly title: string;
  readonly purpose: string;
  /** Other words that it is looked for by. */
  readonly words: string;
  readonly dials: Dials;
  /** What it holds besides its dials. */
  readonly parts: Fields;
  readonly node: (source: S, at: SourceAt) => Node;
  /** What it prints, in a few words. */
  readonly inWords: (source: S, pass: Pass) => string;
}

/** A declaration without its own type: what goes through all of them. */
// A source is handed to its own kind's declaration only.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnySource = SourceDeclaration<any>;
