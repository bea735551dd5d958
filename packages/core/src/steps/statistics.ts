import { TONE_BINS, type Kernels } from '../raster/kernels';
import type { ToneRaster } from '../raster/raster';

/** How much of a raster stands at each tone, by coverage. `weights` has TONE_BINS + 1 values. */
export interface ToneStatistics {
  readonly weights: Float64Array;
  readonly total: number;
}

/** Statistics under way: what is added up piece by piece. */
export interface ToneSums extends ToneStatistics {
  total: number;
}

export const emptyStatistics = (): ToneSums => ({ weights: new Float64Array(TONE_BINS + 1), total: 0 });

/** Adds a raster's tones by their coverage. */
export const addTones = (sums: ToneSums, { tone, coverage }: ToneRaster, kernels: Kernels): void => {
  sums.total += kernels.countTones(tone, coverage, sums.weights);
};

export const toneStatistics = (raster: ToneRaster, kernels: Kernels): ToneStatistics => {
  const sums = emptyStatistics();
  addTones(sums, raster, kernels);
  return sums;
};

/** The tone (0 … 1) below which a share of the raster lies; 0 for an empty one. */
export const toneAtShare = (statistics: ToneStatistics, below: number): number => {
  let sum = 0;
  for (let bin = 0; bin <= TONE_BINS; bin++) {
    sum += statistics.weights[bin] as number;
    if (sum > below * statistics.total) return bin / TONE_BINS;
  }
  return statistics.total > 0 ? 1 : 0;
};

/** Mean tone, 0 … 1; 0 for an empty raster. */
export const meanTone = (statistics: ToneStatistics): number => {
  let sum = 0;
  for (let bin = 0; bin <= TONE_BINS; bin++) sum += (statistics.weights[bin] as number) * bin;
  return statistics.total > 0 ? sum / TONE_BINS / statistics.total : 0;
};

/** A picture's reading: shares of the covered area, 0 … 1. */
export interface ToneReading {
  readonly white: number;
  readonly grey: number;
  readonly black: number;
  /** White without any tone left, where a screen has nothing to carry. */
  readonly blown: number;
}

/** Tones from 85 % up read as white, to 15 % as black (common practice for a contrasty original); 99.5 % as blown. */
export const toneReading = (statistics: ToneStatistics): ToneReading => {
  const shareFrom = (from: number, to: number): number => {
    let sum = 0;
    for (let bin = 0; bin <= TONE_BINS; bin++) {
      if (bin / TONE_BINS >= from && bin / TONE_BINS < to) sum += statistics.weights[bin] as number;
    }
    return statistics.total > 0 ? sum / statistics.total : 0;
  };
  return { white: shareFrom(0.85, 2), grey: shareFrom(0.15, 0.85), black: shareFrom(-1, 0.15), blown: shareFrom(0.995, 2) };
};
