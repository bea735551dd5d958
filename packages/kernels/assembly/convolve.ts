import { DEPTH, HALF, lowerSums, upperSums } from './depth';

/**
 * Weighted sums along one long row: out[i] = Σ weights[k] · plane[i + k · stride]. Eight values and two weights at a time; the
 * caller leaves room past the end.
 */
export function convolve(plane: usize, count: i32, stride: i32, weights: usize, taps: i32, out: usize): void {
  const step = (<usize>stride) << 1;
  for (let i = 0; i < count; i += 8) {
    const from = plane + ((<usize>i) << 1);
    let low = i32x4.splat(HALF);
    let high = i32x4.splat(HALF);
    let at = from;
    let k = 0;
    for (; k + 1 < taps; k += 2, at += 2 * step) {
      const pair = v128.load32_splat(weights + ((<usize>k) << 1));
      const first = v128.load(at);
      const second = v128.load(at + step);
      low = i32x4.add(low, lowerSums(first, second, pair));
      high = i32x4.add(high, upperSums(first, second, pair));
    }
    if (k < taps) {
      const weight = v128.load16_splat(weights + ((<usize>k) << 1));
      const values = v128.load(at);
      low = i32x4.add(low, i32x4.extmul_low_i16x8_s(values, weight));
      high = i32x4.add(high, i32x4.extmul_high_i16x8_s(values, weight));
    }
    v128.store(out + ((<usize>i) << 1), i16x8.narrow_i32x4_s(i32x4.shr_s(low, DEPTH), i32x4.shr_s(high, DEPTH)));
  }
}
