import { DEPTH, HALF, lowerSums, upperSums } from './depth';

/** Eight sums, each rounded to a value. */
// @ts-ignore: decorator
@inline
function valuesOf(low: v128, high: v128): v128 {
  return i16x8.narrow_i32x4_s(i32x4.shr_s(low, DEPTH), i32x4.shr_s(high, DEPTH));
}

/**
 * Weighted sums along one long row: out[i] = Σ weights[k] · plane[i + k · stride]. Sixteen values and two weights at a time; the
 * caller leaves room past the end.
 */
export function convolve(plane: usize, count: i32, stride: i32, weights: usize, taps: i32, out: usize): void {
  const step = (<usize>stride) << 1;
  for (let i = 0; i < count; i += 16) {
    let a = i32x4.splat(HALF);
    let b = i32x4.splat(HALF);
    let c = i32x4.splat(HALF);
    let d = i32x4.splat(HALF);
    let at = plane + ((<usize>i) << 1);
    let k = 0;
    for (; k + 1 < taps; k += 2, at += 2 * step) {
      const pair = v128.load32_splat(weights + ((<usize>k) << 1));
      const first = v128.load(at);
      const second = v128.load(at + step);
      a = i32x4.add(a, lowerSums(first, second, pair));
      b = i32x4.add(b, upperSums(first, second, pair));
      const third = v128.load(at, 16);
      const fourth = v128.load(at + step, 16);
      c = i32x4.add(c, lowerSums(third, fourth, pair));
      d = i32x4.add(d, upperSums(third, fourth, pair));
    }
    if (k < taps) {
      const weight = v128.load16_splat(weights + ((<usize>k) << 1));
      const values = v128.load(at);
      a = i32x4.add(a, i32x4.extmul_low_i16x8_s(values, weight));
      b = i32x4.add(b, i32x4.extmul_high_i16x8_s(values, weight));
      const more = v128.load(at, 16);
      c = i32x4.add(c, i32x4.extmul_low_i16x8_s(more, weight));
      d = i32x4.add(d, i32x4.extmul_high_i16x8_s(more, weight));
    }
    const to = out + ((<usize>i) << 1);
    v128.store(to, valuesOf(a, b));
    v128.store(to, valuesOf(c, d), 16);
  }
}
