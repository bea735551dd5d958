import { HALF, ONE, type InkRaster, type Region } from '../../raster/raster';
import { layeredNoise } from '../../surface/noise';
import { remembering } from '../../units/remember';
import { defineStep, type StepAt } from '../declare';
import { length, seed, share } from '../dials';

/** Length of a paper's fibres and their breadth, mm: how the ragged edge changes along and across the grain. */
const FIBRE = { along: 1.1, across: 0.28 };

interface SpreadDials {
  readonly spread: number;
  readonly ragged: number;
  readonly seed: number;
}

/** How far ink creeps at a place of the sheet, as a share of the spread: 1 on the whole, more along soft fibres. */
const creepAt = (x: number, y: number, { ragged, seed: from }: SpreadDials): number => {
  const across = layeredNoise(x / FIBRE.along, y / FIBRE.across, from, 2);
  const down = layeredNoise(x / FIBRE.across, y / FIBRE.along, from + 17, 2);
  return 1 + ragged * 4 * ((across + down) / 2 - 0.5);
};

/** Least and greatest of creepAt. */
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
  const { width, height } = region;
  for (let y = reach; y < height - reach; y++) {
    for (let x = reach; x < width - reach; x++) {
      const i = y * width + x;
      const nearest = (far[i] as number) / unit;
      if (nearest + most <= 0) {
        coverage[i] = 0;
        continue;
      }
      let creep = most;
      if (nearest + least < 1) {
        const mmX = (region.x + x + 0.5) / at.pxPerMm;
        const mmY = (region.y + y + 0.5) / at.pxPerMm;
        creep = Math.max(0, creepAt(mmX, mmY, dials)) * dials.spread * at.pxPerMm;
      }
      coverage[i] = Math.floor(Math.max(0, Math.min(1, nearest + creep)) * ONE + 0.5);
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
    spreadInk(out, region, reach, dials, at, far, bits);
    if (at.edges === 'hard' && !at.draft)
      for (let i = 0; i < out.coverage.length; i++) out.coverage[i] = (out.coverage[i] as number) >= HALF ? ONE : 0;
    return out;
  },
});
