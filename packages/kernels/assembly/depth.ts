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

/** v · w + ½, without its 14 fraction bits, eight at a time, as two vectors of four 32-bit sums before narrowing. */
// @ts-ignore: decorator
@inline
export function timesEight(v: v128, w: v128): v128 {
  const round = i32x4.splat(HALF);
  const low = i32x4.shr_s(i32x4.add(i32x4.extmul_low_i16x8_s(v, w), round), DEPTH);
  const high = i32x4.shr_s(i32x4.add(i32x4.extmul_high_i16x8_s(v, w), round), DEPTH);
  return i16x8.narrow_i32x4_s(low, high);
}
