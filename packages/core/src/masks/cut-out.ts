import { length, seed } from '../fields/dials';
import * as field from '../fields/fields';
import { convertNode } from '../nodes/convert-node';
import { keyOf } from '../nodes/key';
import { rendered, type Node } from '../nodes/node';
import { planeOf, type Plane } from '../nodes/plane-nodes';
import { sizeOf } from '../raster/raster';
import { blankPlane } from '../raster/uniform';
import { MOST_EDGE } from '../sheet/model';
import type { Motion } from '../sheet/moving';
import { Fill } from '../type/scanline';
import { each } from '../units/lists';
import type { MaskAt, MaskDeclaration, MaskOf } from './declare';
import { outlineContour, type OutlineDials } from './outline';
import { paintedNode } from './painted';
import { recolouredNode } from './recoloured-node';
import { foregroundColours, foregroundReach, softEdgeReach, softEdges } from './soft-edges';
import { movedPoints, movedStrokes, POINTS, STROKE, upgradedStroke } from './stroke';

const DIALS = {
  rough: length({ title: 'Rough edge', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'the edge strays further, as torn' }),
  seed: seed({ title: 'Seed', default: 1, shownWhen: { dial: 'rough', isNot: 0 } }),
  band: length({
    title: 'Find soft edges within',
    min: 0,
    max: MOST_EDGE,
    default: 0,
    wide: true,
    more: 'a wider band along the outline is looked at',
  }),
};
const PARTS = {
  /** What the points are: corners of a polygon, or two opposite corners of a rectangle or of an ellipse's box. */
  outline: field.choice('polygon', 'rectangle', 'ellipse'),
  points: field.numbers(POINTS),
  /** Where the band was painted wider. */
  widened: field.list(STROKE),
};

/** Inside an outline. */
export type CutOutMask = MaskOf<'cut-out', typeof DIALS, typeof PARTS>;
declare module '../sheet/model' {
  interface MaskKinds {
    readonly 'cut-out': CutOutMask;
  }
}

/** Inside an outline, anti-aliased. */
export const outlinePlane = ({ outline, points, rough, seed }: OutlineDials, motion: Motion, pxPerMm: number): Plane => {
  const dials = { outline, points, rough, seed };
  let fill: Fill | null = null;
  return planeOf(keyOf('outline', { ...dials, motion, pxPerMm }, []), [], 0, 'dear', function* (region, { kernels }) {
    fill ??= new Fill([outlineContour(dials, motion, pxPerMm)]);
    yield;
    return (yield* fill.covering(region, kernels)) ?? blankPlane(sizeOf(region));
  });
};

/** An outline with the soft edges of a picture in a band along it. */
export const softEdgeNode = (picture: Node<'colour'>, rough: Plane, widened: Plane | null, bandMm: number, pxPerMm: number): Plane => {
  const reach = softEdgeReach(bandMm, pxPerMm);
  const inputs = widened ? [picture, rough, widened] : [picture, rough];
  return planeOf(keyOf('soft edges', { bandMm, pxPerMm }, inputs), inputs, reach, 'dear', function* (_, work, wide) {
    const seen = yield* rendered(picture, wide, work);
    const { tone } = yield* rendered(rough, wide, work);
    const more = widened ? (yield* rendered(widened, wide, work)).tone : null;
    yield;
    return yield* softEdges(seen, tone, more, bandMm, pxPerMm, work.kernels);
  });
};

/** A picture in the subject's own colours, where it was cut out with soft edges. */
const foregroundNode = (picture: Node<'colour'>, coverage: Plane, bandMm: number, pxPerMm: number): Node<'colour'> =>
  recolouredNode('foreground', { bandMm, pxPerMm }, picture, coverage, foregroundReach(bandMm, pxPerMm), (seen, tone, kernels) =>
    foregroundColours(seen, tone, bandMm, pxPerMm, kernels),
  );

/** True for an outline that encloses something. */
const isDrawn = ({ outline, points }: CutOutMask): boolean => points.length >= (outline === 'polygon' ? 6 : 4);

const planeAt = (mask: CutOutMask, { motion, pxPerMm, source }: MaskAt): Plane | null => {
  if (!isDrawn(mask)) return null;
  const rough = outlinePlane(mask, motion, pxPerMm);
  if (mask.band === 0 || !source) return rough;
  const widened = mask.widened.length > 0 ? paintedNode(mask.widened, motion, pxPerMm) : null;
  return softEdgeNode(convertNode(source, 'colour'), rough, widened, mask.band, pxPerMm);
};

export const cutOut: MaskDeclaration<CutOutMask> = {
  kind: 'cut-out',
  title: 'Cut-out',
  purpose: 'Shows what is inside an outline.',
  words: 'crop trim outline lasso polygon rectangle ellipse clip knife soft edges clouds fur',
  dials: DIALS,
  parts: PARTS,
  begins: { outline: 'polygon', points: [], widened: [] },
  follows: 'art',
  plane: planeAt,
  foreground(mask, at) {
    const plane = mask.invert || mask.band === 0 || !at.source ? null : planeAt(mask, at);
    return plane && at.source ? foregroundNode(convertNode(at.source, 'colour'), plane, mask.band, at.pxPerMm) : null;
  },
  moved: (mask, motion) => ({ ...mask, points: movedPoints(mask.points, motion), widened: movedStrokes(mask.widened, motion) }),
  upgraded: (mask) => ({ ...mask, widened: each(mask.widened, upgradedStroke) }),
  inWords: ({ outline, points, band }) => {
    if (points.length === 0) return 'not drawn yet';
    return band > 0 ? `${outline}, soft edges in ${Number(band.toFixed(1))} mm` : outline;
  },
};
