import { TONE_BINS, type Kernels } from '../kernels';
import { ONE } from '../raster';

export const countTones: Kernels['countTones'] = (tone, coverage, weights) => {
  let total = 0;
  for (let i = 0; i < tone.length; i++) {
    const weight = coverage ? (coverage[i] as number) / ONE : 1;
    const bin = Math.max(0, Math.min(TONE_BINS, ((tone[i] as number) + 8) >> 4));
    weights[bin] = (weights[bin] as number) + weight;
    total += weight;
  }
  return total;
};
