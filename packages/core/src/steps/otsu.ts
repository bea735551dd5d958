import type { ToneStatistics } from './statistics';

/**
 * The bin that parts two groups of tones best: those up to it from those above. N. Otsu, A threshold selection method
 * from gray-level histograms, IEEE Trans. SMC 9(1), 1979: the greatest w₀·w₁·(μ₀ − μ₁)²; of equals the least.
 */
export const otsuBin = ({ weights, total }: ToneStatistics): number => {
  let sum = 0;
  for (let bin = 0; bin < weights.length; bin++) sum += bin * (weights[bin] as number);
  let [below, sumBelow, best, at] = [0, 0, 0, 0];
  for (let bin = 0; bin < weights.length; bin++) {
    below += weights[bin] as number;
    sumBelow += bin * (weights[bin] as number);
    const above = total - below;
    if (below === 0 || above === 0) continue;
    const apart = sumBelow / below - (sum - sumBelow) / above;
    const variance = below * above * apart * apart;
    // Differences in the last places of equal variances do not count.
    if (variance > best * (1 + 1e-12)) [best, at] = [variance, bin];
  }
  return at;
};
