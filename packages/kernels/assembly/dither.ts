/** Points of the tile of roundings along a side. */
export const DITHER_SIDE: i32 = 16;

/**
 * (v · 255 + r) without its 14 fraction bits, of values 0 … ONE and roundings r, eight at a time: v · 256 is h · 2¹⁴ + l · 256, h and l
 * what v is above and below its lowest six bits, and l · 256 − v + r stays within 16 bits.
 */
// @ts-ignore: decorator
@inline
export function bytesOf(values: v128, roundings: v128): v128 {
  const low = i16x8.sub(i16x8.shl(v128.and(values, i16x8.splat(63)), 8), values);
  return i16x8.add(i16x8.shr_s(values, 6), i16x8.shr_s(i16x8.add(low, roundings), 14));
}
