import { exp } from '../units/exact';
import { remembering } from '../units/remember';
import type { Kernels } from './kernels';
import { ONE, type Region } from './raster';

/** Standard deviations at which the Gaussian is cut off. */
const CUT_OFF = 3;

/** Pixels beyond a pixel that a blur reads. */
export const blurReach = (sigmaPx: number): number => Math.ceil(CUT_OFF * sigmaPx);

/** Whole weights of a Gaussian that sum to ONE, from −reach to reach. */
export const gaussianWeights = remembering(32, String, (sigmaPx: number): Int16Array => {
  const reach = blurReach(sigmaPx);
  const real = Array.from({ length: 2 * reach + 1 }, (_, i) => exp((-(i - reach) * (i - reach)) / (2 * sigmaPx * sigmaPx)));
  const sum = real.reduce((a, b) => a + b, 0);
  const whole = Int16Array.from(real, (v) => Math.floor((v / sum) * ONE + 0.5));
  const rest = ONE - whole.reduce((a, b) => a + b, 0);
  whole[reach] = (whole[reach] as number) + rest;
  return whole;
});

/**
 * A plane blurred across and down. The result has the input's size; what lies nearer to its edge than `blurReach`
 * is not blurred rightly and is for the caller to cut off.
 */
export const blurred = (plane: Int16Array, channels: 1 | 4, { width }: Region, sigmaPx: number, kernels: Kernels): Int16Array => {
  const weights = gaussianWeights(sigmaPx);
  const across = kernels.arena.plane(plane.length);
  kernels.convolve(plane, channels, weights, across);
  const down = kernels.arena.plane(plane.length);
  kernels.convolve(across, channels * width, weights, down);
  return down;
};
