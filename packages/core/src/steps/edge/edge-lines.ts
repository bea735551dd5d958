import { exp } from '../../units/exact';
import { remembering } from '../../units/remember';
import { defineStep, ON_GREYS, type Coarse } from '../declare';
import { liftTable, softCopy, softWish } from '../soft';
import { length, share } from '../../fields/dials';
import { toneTable } from '../tone/table';

/** Ratio of the two Gaussians: the difference comes nearest to the Laplacian (D. Marr, E. Hildreth 1980). */
const RATIO = 1.6;
/** Standard deviation of the finer Gaussian for lines of a thickness: the dark side of an edge is about so broad (by trial). */
const SIGMA = 0.45;

const tanh = (x: number): number => 1 - 2 / (exp(2 * Math.min(20, x)) + 1);

/**
 * Ink by a difference of Gaussians: XDoG's ramp (H. Winnemöller, J. E. Kyprianidis, S. C. Olsen 2012, equation 5), white from
 * −cut up, 1 + tanh(φ · (d + cut)) below.
 */
const lineTable = remembering(
  8,
  ({ many, hardness }: { many: number; hardness: number }) => `${many} ${hardness}`,
  ({ many, hardness }) => {
    const cut = 0.05 * (1 - many) * (1 - many) + 0.002;
    const slope = 20 + 480 * hardness * hardness;
    return liftTable((d) => (d >= -cut ? 1 : 1 + tanh(slope * (d + cut))));
  },
);

const fillTable = remembering(8, String, (fill: number) => toneTable((t) => 1 - fill * (1 - t)));

export const edgeLines = defineStep({
  kind: 'edge-lines',
  version: 1,
  title: 'Edge lines',
  family: 'edge',
  purpose: 'Contours drawn as lines of ink, with as much of the fill as wanted.',
  words: 'contour outline drawing pen ink lines sketch comic trace',
  dials: {
    thickness: length({ title: 'Thickness', min: 0.05, max: 4, wide: true, default: 0.4, more: 'thicker lines, larger shapes' }),
    many: share({ title: 'Lines', default: 0.75, more: 'fainter contours are drawn, too' }),
    hardness: share({ title: 'Hardness', default: 0.7, more: 'crisper lines' }),
    fill: share({ title: 'Fill', default: 0.25, more: 'more of the picture stays between the lines' }),
  },
  ...ON_GREYS,
  locality: 'grid',
  coarse: ({ thickness }) => [softWish(SIGMA * thickness), softWish(RATIO * SIGMA * thickness)],
  summary: ({ thickness, fill }) => `${Number(thickness.toFixed(2))} mm, fill ${(100 * fill).toFixed(0)} %`,
  *apply(input, { thickness, many, hardness, fill }, at, kernels) {
    const { arena } = kernels;
    const sigma = SIGMA * thickness * at.pxPerMm;
    const [fine, wide] = at.coarse as readonly [Coarse, Coarse];
    const [near, far] = [softCopy(fine, input.region, sigma, kernels), softCopy(wide, input.region, RATIO * sigma, kernels)];
    yield;
    const lines = arena.plane(input.tone.length);
    kernels.lifted(null, near, far, lineTable({ many, hardness }), lines);
    const tone = arena.plane(lines.length);
    kernels.table(input.tone, fillTable(fill), tone);
    kernels.multiply(tone, lines, tone);
    return { ...input, tone };
  },
});
