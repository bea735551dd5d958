import { noisePlane } from '../../raster/noise';
import { ONE } from '../../raster/raster';
import { uniformPlane } from '../../raster/uniform';
import { remembering } from '../../units/remember';
import { defineStep, ON_GREYS } from '../declare';
import { choice, length, seed, share } from '../../fields/dials';
import { filled } from '../../units/filled';

const KINDS = ['film', 'toner'] as const;
type Kind = (typeof KINDS)[number];

/** How far grain moves a tone of full strength: a standard deviation of noise is 0.35. */
const MOST = 1.1;
/** Clumps are as many times as large as grains. */
const CLUMPS = 5;

/** What the grain moves at each tone: everywhere alike at `even` 1, in the middle tones alone at 0. */
const strengths = remembering(8, String, ([strength, even]: readonly [number, number]) =>
  filled(new Int16Array(ONE + 1), (v) => {
    const t = v / ONE;
    const middle = 4 * t * (1 - t);
    return Math.floor(Math.min(1.99, MOST * strength * (even + (1 - even) * middle)) * ONE + 0.5);
  }),
);

/** Noise as grains: film's as it comes, toner's nearly all or nothing. */
const shaped = remembering(2, String, (kind: Kind) =>
  filled(new Int16Array(ONE + 1), (v) => {
    const n = (2 * v) / ONE - 1;
    const hard = Math.max(-1, Math.min(1, 5 * n));
    return Math.floor((kind === 'film' ? n : 0.5 * (hard * (1.5 - 0.5 * hard * hard))) * ONE + 0.5);
  }),
);

/** out = t + strength(t) · noise, on the sheet: the same at any place of the picture and any resolution that shows it. */
export const grain = defineStep({
  kind: 'grain',
  version: 1,
  title: 'Grain',
  family: 'press',
  purpose: 'The grain of film or of toner, by size on the sheet.',
  words: 'film grain noise toner gritty speckle analogue',
  dials: {
    strength: share({ title: 'Strength', default: 0.3, more: 'stronger grain' }),
    size: length({ title: 'Size', min: 0.04, max: 3, wide: true, default: 0.18, more: 'coarser grain' }),
    kind: choice({ title: 'Of', options: KINDS, default: 'film' }),
    even: share({ title: 'At the ends', default: 0.25, more: 'as much grain in blacks and whites as in the middle' }),
    clumps: share({ title: 'Clumps', default: 0.35, more: 'grains gather' }),
    seed: seed({ title: 'Seed', default: 1 }),
  },
  ...ON_GREYS,
  summary: ({ kind, strength, size }) => `${kind}, ${(100 * strength).toFixed(0)} % of ${Number(size.toFixed(2))} mm`,
  *apply(input, { strength, size, kind, even, clumps, seed: number }, at, kernels) {
    const { arena } = kernels;
    const { region, tone: from } = input;
    const half = uniformPlane(from.length, ONE / 2);
    const grains = noisePlane({ grain: size, octaves: 2, weaker: 0.7, seed: 2 * number }, at, region, kernels);
    yield;
    kernels.multiplyAdd(grains, half, half, grains);
    kernels.table(grains, shaped(kind), grains);
    if (clumps > 0) {
      // Where clumps are thin the grain is weaker: its weight is 1 − clumps · (½ − noise).
      const gathered = noisePlane({ grain: CLUMPS * size, octaves: 2, seed: 2 * number + 1 }, at, region, kernels);
      const share = Math.floor(clumps * ONE + 0.5);
      kernels.multiplyAdd(gathered, uniformPlane(from.length, share), uniformPlane(from.length, ONE - (share >> 1)), gathered);
      kernels.multiply(gathered, grains, grains);
    }
    yield;
    const tone = arena.plane(from.length);
    kernels.modulated(from, grains, strengths([strength, even]), tone);
    return { ...input, tone };
  },
});
