import { DEPTH, HALF } from './depth';

/**
 * Weighted sums along one long row: out[i] = Σ weights[k] · plane[i + k · stride]. Eight values at a time; the caller
 * leaves room past the end.
 */
export function convolve(plane: usize, count: i32, stride: i32, weights: usize, taps: i32, out: usize): void {
  const step = (<usize>stride) << 1;
  for (let i = 0; i < count; i += 8) {
    const from = plane + ((<usize>i) << 1);
    let low = i32x4.splat(HALF);
    let high = i32x4.splat(HALF);
    let at = from;
    for (let k = 0; k < taps; k++, at += step) {
      const weight = v128.load16_splat(weights + ((<usize>k) << 1));
      const values = v128.load(at);
      low = i32x4.add(low, i32x4.extmul_low_i16x8_s(values, weight));
      high = i32x4.add(high, i32x4.extmul_high_i16x8_s(values, weight));
    }
    v128.store(out + ((<usize>i) << 1), i16x8.narrow_i32x4_s(i32x4.shr_s(low, DEPTH), i32x4.shr_s(high, DEPTH)));
  }
}
