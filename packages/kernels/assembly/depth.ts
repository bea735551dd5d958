/** Working depth: signed 16-bit, 1.0 = 16384. The same values stand in the core's raster/raster.ts. */
export const ONE: i32 = 16384;
export const HALF: i32 = 8192;
export const DEPTH: i32 = 14;

// @ts-ignore: decorator
@inline
export function clampOne(v: i32): i32 {
  return min(max(v, 0), ONE);
}

/** A premultiplied value brought back to full coverage. */
// @ts-ignore: decorator
@inline
export function unpremultiplied(value: i32, alpha: i32): i32 {
  if (alpha == ONE) return value;
  if (alpha <= 0) return 0;
  return min(ONE, (value * ONE + (alpha >> 1)) / alpha);
}

/** Four premultiplied values of one pixel brought back to full coverage, which is neither nothing nor all; alpha as it is. */
// @ts-ignore: decorator
@inline
export function unpremultipliedPixel(values: v128, alpha: i32): v128 {
  const numerators = i32x4.add(i32x4.shl(values, DEPTH), i32x4.splat(alpha >> 1));
  const by = i32x4.splat(alpha);
  // About right, then set right: up to ONE a quotient of single precision is at most one off.
  const about = i32x4.trunc_sat_f32x4_s(f32x4.div(f32x4.convert_i32x4_s(numerators), f32x4.splat(<f32>alpha)));
  const rest = i32x4.sub(numerators, i32x4.mul(about, by));
  const exact = i32x4.sub(i32x4.add(about, i32x4.shr_s(rest, 31)), i32x4.ge_s(rest, by));
  const full = i32x4.min_s(exact, i32x4.splat(ONE));
  return v128.bitselect(values, full, i32x4(0, 0, 0, -1));
}

/**
 * (v · w + ½) without its 14 fraction bits, eight at a time, for v within 0 … ONE and any w. The instruction rounds products of
 * 15 fraction bits; v − ONE, doubled, always fits it: v · w = w + (v − ONE) · w.
 */
// @ts-ignore: decorator
@inline
export function timesEight(v: v128, w: v128): v128 {
  const less = v128.xor(i16x8.shl(v, 1), i16x8.splat(-32768));
  return i16x8.add(w, i16x8.q15mulr_sat_s(less, w));
}

/** Eight values each of two vectors by a pair of weights, summed: of the lower four. */
// @ts-ignore: decorator
@inline
export function lowerSums(first: v128, second: v128, pair: v128): v128 {
  return i32x4.dot_i16x8_s(v128.shuffle<i16>(first, second, 0, 8, 1, 9, 2, 10, 3, 11), pair);
}

/** The same of the upper four. */
// @ts-ignore: decorator
@inline
export function upperSums(first: v128, second: v128, pair: v128): v128 {
  return i32x4.dot_i16x8_s(v128.shuffle<i16>(first, second, 4, 12, 5, 13, 6, 14, 7, 15), pair);
}
