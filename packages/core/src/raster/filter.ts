import type { FilterAxis } from './kernels';
import { remembering } from '../units/remember';
import { ONE } from './raster';

const PHASES = 256;

/** Weights of each phase as integers that sum to ONE: what rounding leaves over goes to the largest. */
export const wholeWeights = (taps: number, weightsAt: (phase: number) => readonly number[]): Int16Array => {
  const weights = new Int16Array(PHASES * taps);
  for (let phase = 0; phase < PHASES; phase++) {
    const real = weightsAt(phase / PHASES);
    const whole = real.map((w) => Math.round(w * ONE));
    const largest = whole.indexOf(Math.max(...whole));
    whole[largest] = (whole[largest] as number) + ONE - whole.reduce((a, b) => a + b, 0);
    weights.set(whole, phase * taps);
  }
  return weights;
};

/** Weights of up to four taps, filled up to four. */
const paddedTo4 = (taps: number, weights: Int16Array): Int16Array | null => {
  if (taps > 4) return null;
  const padded = new Int16Array(4 * PHASES);
  for (let phase = 0; phase < PHASES; phase++) padded.set(weights.subarray(phase * taps, (phase + 1) * taps), 4 * phase);
  return padded;
};

export const axisOf = (taps: number, offset: number, weights: Int16Array): FilterAxis => ({
  taps,
  offset,
  weights,
  padded: paddedTo4(taps, weights),
});

/** Interpolating cubic, E. Catmull, R. Rom, A class of local interpolating splines, 1974. */
export const CATMULL_ROM = axisOf(
  4,
  -1.5,
  wholeWeights(4, (t) => [
    ((2 - t) * t - 1) * t * 0.5,
    ((3 * t - 5) * t * t + 2) * 0.5,
    ((4 - 3 * t) * t + 1) * t * 0.5,
    (t - 1) * t * t * 0.5,
  ]),
);

const box = remembering(64, String, (scale: number): FilterAxis => {
  const taps = Math.ceil(scale) + 1;
  const weights = wholeWeights(taps, (phase) =>
    Array.from({ length: taps }, (_, i) => Math.max(0, Math.min(i + 1, phase + scale) - Math.max(i, phase)) / scale),
  );
  return axisOf(taps, -scale / 2, weights);
});

/** The filter of one axis for a scale in source pixels an output pixel: a box over the area from 1 up, Catmull–Rom below 1. */
export const filterAxis = (scale: number): FilterAxis => (scale < 1 ? CATMULL_ROM : box(scale));
