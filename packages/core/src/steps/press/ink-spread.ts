import { FIBRE_PERIOD, FIBRE_POINTS, type Fibres } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import { chanceAt, fade } from '../../units/noise';
import { remembering } from '../../units/remember';
import { defineStep, type StepAt } from '../declare';
import { length, seed, share } from '../../fields/dials';

/** Fibres along a period, and across it: each about 1.07 mm long and 0.28 mm broad. */
const FIBRES = { along: 48, across: 180 };
const FIBRE_BREADTH = FIBRE_PERIOD / FIBRES.across;

interface SpreadDials {
  readonly spread: number;
  readonly ragged: number;
  readonly seed: number;
}

/** Adds periodic value noise, −½ … ½, with `hillsX` × `hillsY` cells a period to the points of the field. */
const addRoundNoise = (field: Float64Array, hillsX: number, hillsY: number, seed: number): void => {
  const side = FIBRE_POINTS + 1;
  const chances = Float64Array.from({ length: hillsX * hillsY }, (_, i) => chanceAt(i % hillsX, Math.floor(i / hillsX), seed));
  const columns = Array.from({ length: side }, (_, x) => {
    const at = ((x % FIBRE_POINTS) / FIBRE_POINTS) * hillsX;
    const left = Math.floor(at);
    return { left, right: (left + 1) % hillsX, u: fade(at - left) };
  });
  for (let y = 0; y < side; y++) {
    const at = ((y % FIBRE_POINTS) / FIBRE_POINTS) * hillsY;
    const row = Math.floor(at);
    const v = fade(at - row);
    const [upper, lower] = [row * hillsX, ((row + 1) % hillsY) * hillsX];
    for (let x = 0; x < side; x++) {
      const { left, right, u } = columns[x] as { left: number; right: number; u: number };
      const [a, b] = [chances[upper + left] as number, chances[upper + right] as number];
      const [c, d] = [chances[lower + left] as number, chances[lower + right] as number];
      const top = a + (b - a) * u;
      const bottom = c + (d - c) * u;
      field[y * side + x] = (field[y * side + x] as number) + (top + (bottom - top) * v - 0.5);
    }
  }
};

/** Fibres lying both ways, −½ … ½ (in fact well within), FIBRE_POINTS a side, and the first row and column again at the end. */
const fibreField = remembering(4, String, (seed: number): Float32Array => {
  const sums = new Float64Array((FIBRE_POINTS + 1) ** 2);
  const { along, across } = FIBRES;
  addRoundNoise(sums, along, across, seed);
  addRoundNoise(sums, across, along, seed + 17);
  return Float32Array.from(sums, (sum) => sum / 2);
});

/** Least and greatest creep as a share of the spread: 1 on the whole, more along soft fibres. */
const creepRange = ({ ragged }: SpreadDials): readonly [number, number] => [Math.max(0, 1 - 2 * ragged), 1 + 2 * ragged];

/** Fraction bits that let a reach in pixels fit in 16 bits with its sign. */
const bitsFor = (reach: number): number => {
  let bits = 12;
  while ((reach + 2) * 2 ** bits > 32000) bits--;
  return bits;
};

/** Coverage from which ink is sure to creep; fainter ink creeps less, so that a soft tone does not run full. */
const SURE = 0.25;

/** Height of each coverage in the distance field, in 1/2^bits: coverage − creepPx · max(0, 1 − coverage / SURE). */
const heightTable = remembering(
  8,
  ({ creepPx, bits }: { creepPx: number; bits: number }) => `${creepPx} ${bits}`,
  ({ creepPx, bits }) => {
    const table = new Int16Array(ONE + 1);
    const unit = 2 ** bits;
    for (let v = 0; v <= ONE; v++) {
      const coverage = v / ONE;
      table[v] = Math.floor((coverage - creepPx * Math.max(0, 1 - coverage / SURE)) * unit + 0.5);
    }
    return table;
  },
);

/** Pixels a millimetre below which a draft leaves fibres out, because they are finer than a pixel. */
const FIBRES_SEEN = 1 / FIBRE_BREADTH;

/** How the ink of a rendering follows the fibres. */
const fibresOf = (dials: SpreadDials, at: StepAt, bits: number): Fibres => {
  const [least, most] = creepRange(dials).map((share) => share * dials.spread * at.pxPerMm) as [number, number];
  const unit = 2 ** bits;
  // Where every pixel prints all or nothing, only what side of the half it falls on is asked.
  const hard = at.edges === 'hard' && !at.draft;
  const [none, full] = hard ? [0.5, 0.5] : [0, 1];
  return {
    field: fibreField(dials.seed),
    pxPerMm: at.pxPerMm,
    spreadPx: dials.spread * at.pxPerMm,
    ragged: dials.ragged,
    unit,
    bare: Math.ceil((none - most) * unit) - 1,
    solid: Math.ceil((full - least) * unit),
    hard,
  };
};

/**
 * Coverage grown by a radius in mm: at each place the best of its neighbours' coverage less their distance (a cone),
 * lifted by the radius there. The radius follows a field of fibres that lies on the sheet.
 */
export const inkSpread = defineStep({
  kind: 'ink-spread',
  version: 1,
  title: 'Ink spread',
  family: 'press',
  purpose: 'Ink creeps past the edge it was laid in, more on rough paper.',
  words: 'bleed swell photocopy dot gain gain wet',
  dials: {
    spread: length({ title: 'Spread', min: 0, max: 1, default: 0.08, more: 'ink travels further' }),
    ragged: share({ title: 'Raggedness', default: 0.3, more: 'edges follow the paper’s fibres' }),
    seed: seed({ title: 'Seed', default: 1 }),
  },
  takes: 'ink',
  gives: 'ink',
  amount: 'scale',
  scaled: (params, amount) => ({ ...params, spread: params.spread * amount }),
  // A radius of up to three times the spread, and the pixel at its end, which is at most as wide as the radius is felt.
  reach: ({ spread, ragged }) => (spread > 0 ? spread * (1 + 2 * ragged) : 0),
  locality: 'local',
  draft: { behaviour: 'fold' },
  summary: ({ spread }) => `${Number(spread.toFixed(2))} mm`,
  *apply(input, dials, at, kernels) {
    yield;
    if (dials.spread === 0) return input;
    const { region } = input;
    const reach = Math.ceil(dials.spread * (1 + 2 * dials.ragged) * at.pxPerMm);
    const bits = bitsFor(reach);
    const { arena } = kernels;
    const heights = arena.plane(input.coverage.length);
    const creepPx = dials.spread * at.pxPerMm * creepRange(dials)[1];
    kernels.table(input.coverage, heightTable({ creepPx, bits }), heights);
    const far = arena.plane(heights.length);
    kernels.farthest(heights, region.width, region.height, reach, bits, far);
    yield;
    const coverage = arena.plane(heights.length);
    if (at.draft && (dials.ragged === 0 || at.pxPerMm < FIBRES_SEEN)) {
      kernels.spreadEvenly(far, 14 - bits, Math.floor(dials.spread * at.pxPerMm * ONE + 0.5), coverage);
    } else {
      coverage.set(input.coverage);
      kernels.spread(far, region, reach, fibresOf(dials, at, bits), coverage);
    }
    return { ...input, coverage };
  },
});
