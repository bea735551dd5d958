import { ONE } from './raster';

/** Means by the weights that stand beside them: value / weight; nothing where there is none. */
export const unweighted = (weighted: Int16Array, weights: Int16Array): Int16Array =>
  weighted.map((value, i) => {
    const weight = weights[i] as number;
    return weight > 0 ? Math.min(ONE, Math.floor((value * ONE + (weight >> 1)) / weight)) : 0;
  });
