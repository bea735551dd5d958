import * as field from '../fields/fields';
import { keyOf } from '../nodes/key';
import { rendered } from '../nodes/node';
import { planeOf, type Plane } from '../nodes/plane-nodes';
import { sizeOf } from '../raster/raster';
import { blankPlane } from '../raster/uniform';
import type { Motion } from '../sheet/moving';
import { each } from '../units/lists';
import type { MaskDeclaration, MaskOf } from './declare';
import { movedStrokes, STROKE, upgradedStroke, type Stroke } from './stroke';
import { paintStrokes } from './strokes';

const DIALS = {};
const PARTS = { strokes: field.list(STROKE) };

/** Where it was painted: maximum inside a stroke, adding between strokes. */
export type PaintedMask = MaskOf<'painted', typeof DIALS, typeof PARTS>;
declare module '../sheet/model' {
  interface MaskKinds {
    readonly painted: PaintedMask;
  }
}

/** Strokes that are kept together, so that one more only paints what is new. */
const KEPT_STROKES = 8;

/** Painted strokes. */
export const paintedNode = (strokes: readonly Stroke[], motion: Motion, pxPerMm: number): Plane => {
  const before = Math.floor(Math.max(0, strokes.length - 1) / KEPT_STROKES) * KEPT_STROKES;
  const under = before > 0 ? paintedNode(strokes.slice(0, before), motion, pxPerMm) : null;
  const late = strokes.slice(before);
  return planeOf(
    keyOf('painted', { late, motion, pxPerMm }, under ? [under] : []),
    under ? [under] : [],
    0,
    'dear',
    function* (region, work) {
      const before = under ? (yield* rendered(under, region, work)).tone : blankPlane(sizeOf(region));
      return yield* paintStrokes(before, region, late, motion, pxPerMm, work.kernels);
    },
  );
};

export const painted: MaskDeclaration<PaintedMask> = {
  kind: 'painted',
  title: 'Painted mask',
  purpose: 'Shows where it was painted with a brush.',
  words: 'brush paint by hand strokes eraser erase',
  dials: DIALS,
  parts: PARTS,
  begins: { strokes: [] },
  follows: 'art',
  // Nothing painted yet hides nothing: the first strokes take away.
  joins: { first: 'without' },
  plane: ({ strokes }, { motion, pxPerMm }) => paintedNode(strokes, motion, pxPerMm),
  moved: (mask, motion) => ({ ...mask, strokes: movedStrokes(mask.strokes, motion) }),
  upgraded: (mask) => ({ ...mask, strokes: each(mask.strokes, upgradedStroke) }),
  inWords: ({ strokes }) => `${strokes.length} ${strokes.length === 1 ? 'stroke' : 'strokes'}`,
  change: (before, after) => {
    if (before.strokes === after.strokes) return null;
    return after.strokes.length >= before.strokes.length ? 'Brush stroke' : 'Strokes removed';
  },
};
