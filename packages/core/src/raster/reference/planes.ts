import type { Kernels } from '../kernels';
import { HALF, ONE, times } from '../raster';

type PlaneKernels =
  | 'combined'
  | 'lesser'
  | 'multiply'
  | 'complement'
  | 'light'
  | 'cut'
  | 'cutColours'
  | 'alphaOf'
  | 'paintTones'
  | 'toned'
  | 'extent'
  | 'sum'
  | 'dot';

/** Planes of weights and coverage. */
export const planes: Pick<Kernels, PlaneKernels> = {
  multiply(first, second, out) {
    for (let i = 0; i < out.length; i++) out[i] = times(first[i] as number, second[i] as number);
  },
  combined(first, p, second, q, add, least, out) {
    for (let i = 0; i < out.length; i++) {
      const sum = p * (first[i] as number) + (second ? q * (second[i] as number) : 0) + add;
      out[i] = Math.max(least, Math.min(ONE, sum));
    }
  },
  lesser(first, second, out) {
    for (let i = 0; i < out.length; i++) out[i] = Math.min(first[i] as number, second[i] as number);
  },
  complement(plane, strength, out) {
    for (let i = 0; i < out.length; i++) out[i] = ONE - times(plane[i] as number, strength);
  },
  light(tone, coverage, out) {
    for (let i = 0; i < out.length; i++) out[i] = ONE - times(ONE - (tone[i] as number), coverage[i] as number);
  },
  cut(plane, out) {
    for (let i = 0; i < out.length; i++) out[i] = (plane[i] as number) >= HALF ? ONE : 0;
  },
  cutColours(rgba, least, out) {
    for (let i = 0; i < rgba.length; i += 4) {
      const alpha = rgba[i + 3] as number;
      for (let c = 0; c < 3; c++) {
        const full = Math.min(ONE, Math.floor(((rgba[i + c] as number) * ONE + (alpha >> 1)) / alpha));
        out[i + c] = alpha < least ? 0 : alpha === ONE ? (rgba[i + c] as number) : full;
      }
      out[i + 3] = alpha < least ? 0 : ONE;
    }
  },
  alphaOf(rgba, out) {
    for (let i = 0; i < out.length; i++) out[i] = rgba[4 * i + 3] as number;
  },
  paintTones(tone, coverage, out) {
    for (let i = 0; i < tone.length; i++) {
      const alpha = coverage ? (coverage[i] as number) : ONE;
      out.fill(times(tone[i] as number, alpha), 4 * i, 4 * i + 3);
      out[4 * i + 3] = alpha;
    }
  },
  toned(tone, coverage, tables, out) {
    for (let i = 0; i < tone.length; i++) {
      const alpha = coverage[i] as number;
      for (let c = 0; c < 3; c++) out[4 * i + c] = times((tables[c] as Int16Array)[tone[i] as number] as number, alpha);
      out[4 * i + 3] = alpha;
    }
  },
  extent(coverage) {
    if (coverage.some((v) => v !== 0 && v !== ONE)) return 'soft';
    if (coverage.includes(0)) return coverage.includes(ONE) ? 'hard' : 'bare';
    return 'whole';
  },
  sum(plane) {
    let total = 0;
    for (const v of plane) total += v;
    return total;
  },
  dot(first, second) {
    let total = 0;
    for (let i = 0; i < first.length; i++) total += (first[i] as number) * (second[i] as number);
    return total;
  },
};
