import { ONE, type InkRaster, type Region } from '../../raster/raster';
import { chanceAt, fade } from '../../surface/noise';
import { remembering } from '../../units/remember';
import { defineStep, type StepAt } from '../declare';
import { length, seed, share } from '../dials';

/** The field of fibres repeats after so many mm, on a grid of so many points a side. */
const PERIOD = 51.2;
const POINTS = 512;
/** Fibres along a period, and across it: each about 1.07 mm long and 0.28 mm broad. */
const FIBRES = { along: 48, across: 180 };
const FIBRE_BREADTH = PERIOD / FIBRES.across;

interface SpreadDials {
  readonly spread: number;
  readonly ragged: number;
  readonly seed: number;
}

/** Smooth chance less a half that goes round after so many hills each way. */
const roundNoise = (x: number, y: number, hillsX: number, hillsY: number, seed: number): number => {
  const [xi, yi] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [fade(x - xi), fade(y - yi)];
  const at = (i: number, j: number): number => chanceAt((xi + i) % hillsX, (yi + j) % hillsY, seed);
  const top = at(0, 0) + (at(1, 0) - at(0, 0)) * u;
  const foot = at(0, 1) + (at(1, 1) - at(0, 1)) * u;
  return top + (foot - top) * v - 0.5;
};

/** Fibres lying both ways, −½ … ½ (in fact well within), POINTS a side, and the first row and column again at the end. */
const fibreField = remembering(4, String, (seed: number): Float32Array => {
  const side = POINTS + 1;
  const field = new Float32Array(side * side);
  const { along, across } = FIBRES;
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const [u, v] = [(x % POINTS) / POINTS, (y % POINTS) / POINTS];
      field[y * side + x] =
        (roundNoise(u * along, v * across, along, across, seed) + roundNoise(u * across, v * along, across, along, seed + 17)) / 2;
    }
  }
  return field;
});

/** The field at a place of the sheet, straight between its points. */
const fibreAt = (field: Float32Array, x: number, y: number): number => {
  const [px, py] = [(x / PERIOD) * POINTS, (y / PERIOD) * POINTS];
  const [fx, fy] = [Math.floor(px), Math.floor(py)];
  const i = (fy & (POINTS - 1)) * (POINTS + 1) + (fx & (POINTS - 1));
  const [u, v] = [px - fx, py - fy];
  const top = (field[i] as number) + ((field[i + 1] as number) - (field[i] as number)) * u;
  const below = i + POINTS + 1;
  const foot = (field[below] as number) + ((field[below + 1] as number) - (field[below] as number)) * u;
  return top + (foot - top) * v;
};

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

/** How high a coverage stands over its neighbours, in 1/2^bits, for a greatest creep in pixels: the less ink, the lower. */
const heightTable = remembering(
  8,
  ({ creepPx, bits }: { creepPx: number; bits: number }) => `${creepPx} ${bits}`,
  ({ creepPx, bits }) =>
    Int16Array.from({ length: ONE + 1 }, (_, v) => {
      const coverage = v / ONE;
      return Math.floor((coverage - creepPx * Math.max(0, 1 - coverage / SURE)) * 2 ** bits + 0.5);
    }),
);

/** Under so many pixels a millimetre a draft shows no fibres: they are finer than its pixels. */
const FIBRES_SEEN = 1 / FIBRE_BREADTH;

/** The same creep everywhere. */
const spreadEvenly = (coverage: Int16Array, far: Int16Array, bits: number, creepPx: number): void => {
  const creep = Math.floor(creepPx * ONE + 0.5);
  const shift = 14 - bits;
  for (let i = 0; i < coverage.length; i++) {
    const value = ((far[i] as number) << shift) + creep;
    coverage[i] = value < 0 ? 0 : value > ONE ? ONE : value;
  }
};

const spreadInk = (
  input: InkRaster,
  region: Region,
  reach: number,
  dials: SpreadDials,
  at: StepAt,
  far: Int16Array,
  bits: number,
): void => {
  const { coverage } = input;
  const [least, most] = creepRange(dials).map((share) => share * dials.spread * at.pxPerMm) as [number, number];
  const unit = 2 ** bits;
  // Where every pixel prints all or nothing, only what side of the half it falls on is asked.
  const hard = at.edges === 'hard' && !at.draft;
  const [none, full] = hard ? [0.5, 0.5] : [0, 1];
  const bare = Math.ceil((none - most) * unit) - 1;
  const solid = Math.ceil((full - least) * unit);
  const field = fibreField(dials.seed);
  const { width, height } = region;
  const spreadPx = dials.spread * at.pxPerMm;
  for (let y = reach; y < height - reach; y++) {
    const mmY = (region.y + y + 0.5) / at.pxPerMm;
    for (let i = y * width + reach, end = (y + 1) * width - reach; i < end; i++) {
      const nearest = far[i] as number;
      if (nearest <= bare) coverage[i] = 0;
      else if (nearest >= solid) coverage[i] = ONE;
      else {
        const mmX = (region.x + i - y * width + 0.5) / at.pxPerMm;
        const creep = Math.max(0, 1 + 4 * dials.ragged * fibreAt(field, mmX, mmY)) * spreadPx;
        const covered = nearest / unit + creep;
        if (hard) coverage[i] = covered >= 0.5 ? ONE : 0;
        else coverage[i] = Math.floor(Math.max(0, Math.min(1, covered)) * ONE + 0.5);
      }
    }
  }
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
    const heights = new Int16Array(input.coverage.length);
    const creepPx = dials.spread * at.pxPerMm * creepRange(dials)[1];
    kernels.table(input.coverage, heightTable({ creepPx, bits }), heights);
    const far = new Int16Array(heights.length);
    kernels.farthest(heights, region.width, region.height, reach, bits, far);
    yield;
    const out = { ...input, coverage: input.coverage.slice() };
    if (at.draft && (dials.ragged === 0 || at.pxPerMm < FIBRES_SEEN)) spreadEvenly(out.coverage, far, bits, dials.spread * at.pxPerMm);
    else spreadInk(out, region, reach, dials, at, far, bits);
    return out;
  },
});
