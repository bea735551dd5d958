import { bends, choice, length } from '../../fields/dials';
import type { BendStroke } from '../../fields/values';
import { coarseRegion, expanded, shiftFor, SPLINE_REACH } from '../../raster/coarse';
import type { Kernels } from '../../raster/kernels';
import { ONE, sizeOf, type Region } from '../../raster/raster';
import { crop, grow } from '../../raster/region';
import { defineStep, type Bend, type Coarse, type StepAt } from '../declare';
import { softCopy, softWish } from '../soft';
import { asShares, bendGrid, farthestOf } from './bend-field';

const STROKES = 'strokes';
const FORM = 'the form of the picture';
const DOTS = 'the dots';
const PICTURE = 'the picture';
const BOTH = 'both';

/** Finest mm of the grid of ways, as a share of the smallest brush. */
const FINE = 1 / 12;
/** Half the distance, in softnesses, that the form's slopes are compared over. */
const COMPARED = 1;
/** Slopes of a form are gentle: so many times as much moves as far as a whole step of tone. */
const STEEPER = 4;

/** Ways of strokes along one axis over a region. */
const strokeWays = (
  strokes: readonly BendStroke[],
  most: number,
  axis: 'x' | 'y',
  at: StepAt,
  region: Region,
  kernels: Kernels,
): Int16Array => {
  const finest = Math.min(...strokes.map(({ size }) => size)) * FINE;
  const shift = shiftFor(finest * at.pxPerMm);
  const whole = { x: 0, y: 0, width: Math.ceil(at.size.width * at.pxPerMm), height: Math.ceil(at.size.height * at.pxPerMm) };
  const grid = bendGrid({ strokes, pxPerMm: at.pxPerMm, region: grow(coarseRegion(whole, shift), SPLINE_REACH), shift });
  const plane = asShares(grid[axis], most);
  // What lies beyond the sheet moves as its rim does.
  const wanted = grow(coarseRegion(region, shift), SPLINE_REACH);
  const held = new Int16Array(sizeOf(wanted));
  const { region: from } = grid;
  for (let y = 0, i = 0; y < wanted.height; y++) {
    const row = Math.max(0, Math.min(from.height - 1, wanted.y + y - from.y));
    for (let x = 0; x < wanted.width; x++, i++) {
      held[i] = plane[row * from.width + Math.max(0, Math.min(from.width - 1, wanted.x + x - from.x))] as number;
    }
  }
  return expandedSigned(held, wanted, shift, region, kernels);
};

/** A signed coarse plane at the fine pixels of a region: the spline takes 0 … ONE, so it is halved and lifted for it. */
const expandedSigned = (plane: Int16Array, from: Region, shift: number, region: Region, kernels: Kernels): Int16Array => {
  const lifted = plane.map((v) => (v + ONE) >> 1);
  const out = kernels.arena.plane(sizeOf(region));
  const fine = expanded(lifted, from, shift, region, kernels);
  kernels.combined(fine, 2, null, 0, -ONE, -ONE, out);
  return out;
};

/** Ways down the slopes of the soft picture along one axis: dots draw together where it falls away, as on a rounded form. */
const formWays = (soft: number, axis: 'x' | 'y', at: StepAt, region: Region, kernels: Kernels): Int16Array => {
  const px = Math.max(1, Math.round(COMPARED * soft * at.pxPerMm));
  const wide = grow(region, px);
  const light = softCopy(at.coarse[0] as Coarse, wide, soft * at.pxPerMm, kernels);
  const [dx, dy] = axis === 'x' ? [px, 0] : [0, px];
  const shiftedBy = (by: number): Int16Array =>
    crop(light, wide, { ...region, x: region.x + by * dx, y: region.y + by * dy }, kernels.arena);
  const [ahead, behind] = [shiftedBy(1), shiftedBy(-1)];
  const out = kernels.arena.plane(sizeOf(region));
  kernels.combined(ahead, STEEPER, behind, -STEEPER, 0, -ONE, out);
  return out;
};

/** Moves the dots of the screens after it, the picture, or both, by strokes or by the picture’s own light and dark. */
export const bend = defineStep({
  kind: 'bend',
  version: 1,
  title: 'Bend',
  family: 'warp',
  purpose: 'Dots follow a form: bent by strokes on the table, or along the picture’s light and dark.',
  words: 'warp push twirl pinch bloat contour cheek face follow form curve smudge',
  dials: {
    by: choice({ title: 'Bent by', options: [STROKES, FORM], default: STROKES }),
    strokes: bends({ title: 'Strokes', default: [], shownWhen: { dial: 'by', is: STROKES } }),
    depth: length({
      title: 'Depth',
      min: -40,
      max: 40,
      default: 4,
      more: 'dots bend further; below 0 the other way',
      shownWhen: { dial: 'by', is: FORM },
    }),
    soft: length({
      title: 'Softness of the form',
      min: 0.5,
      max: 60,
      wide: true,
      default: 8,
      more: 'follows broader forms',
      shownWhen: { dial: 'by', is: FORM },
    }),
    bent: choice({ title: 'Bends', options: [DOTS, PICTURE, BOTH], default: DOTS }),
  },
  takes: 'any',
  gives: 'same',
  amount: 'scale',
  scaled: (params, amount) => ({
    ...params,
    strokes: params.strokes.map((stroke) => ({ ...stroke, strength: stroke.strength * amount })),
    depth: params.depth * amount,
  }),
  reach: () => 0,
  locality: 'grid',
  draft: { behaviour: 'same' },
  summary: ({ by, strokes, bent }) =>
    `${bent}, ${by === FORM ? 'by the form' : `${strokes.length} ${strokes.length === 1 ? 'stroke' : 'strokes'}`}`,
  bends: ({ by, strokes, depth, soft, bent }): Bend | null => {
    const mostMm = by === FORM ? Math.abs(depth) : farthestOf(strokes);
    if (mostMm === 0) return null;
    const turned = by === FORM && depth < 0;
    return {
      mostMm,
      dots: bent !== PICTURE,
      picture: bent !== DOTS,
      coarse: by === FORM ? [softWish(soft)] : [],
      reach: by === FORM ? COMPARED * soft + 0.5 : 0,
      name: [by, by === FORM ? [soft, turned] : strokes],
      ways: (axis, at, region, kernels) => {
        if (by === STROKES) return strokeWays(strokes, mostMm, axis, at, region, kernels);
        const ways = formWays(soft, axis, at, region, kernels);
        return turned ? ways.map((v) => -v) : ways;
      },
    };
  },
  apply: { isBend: true },
});
