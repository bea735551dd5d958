import { ONE, unpremultipliedPixel } from './depth';

const DITHER_SIDE: i32 = 16;

/** The rounding of a column: its entry of one line of the tile. */
// @ts-ignore: decorator
@inline
function roundingOf(line: usize, column: i32): v128 {
  return v128.load32_splat(line + ((<usize>(column & (DITHER_SIDE - 1))) << 2));
}

/** Bytes of one pixel's values, as 32-bit lanes. */
// @ts-ignore: decorator
@inline
function bytesOf(values: v128, rounding: v128): v128 {
  return i32x4.shr_s(i32x4.add(i32x4.mul(values, i32x4.splat(255)), rounding), 14);
}

/** One pixel at full coverage, whatever its own; without a branch, since alphas of neighbours are often unlike. */
// @ts-ignore: decorator
@inline
function full(from: usize): v128 {
  const alpha = <i32>load<i16>(from, 6);
  return unpremultipliedPixel(v128.load16x4_s(from), max(1, alpha));
}

/** Unpremultiplied RGBA8 of working RGBA; `dither` is the tile of 16 × 16 roundings, anchored to the sheet's origin. */
export function rim(rgba: usize, x: i32, y: i32, width: i32, height: i32, dither: usize, out: usize): void {
  const ones = i16x8.splat(<i16>ONE);
  let from = rgba;
  let to = out;
  for (let row = 0; row < height; row++) {
    const line = dither + ((<usize>(((y + row) & (DITHER_SIDE - 1)) * DITHER_SIDE)) << 2);
    let column = 0;
    for (; column + 2 <= width; column += 2, from += 16, to += 8) {
      const pixels = v128.load(from);
      let first: v128;
      let second: v128;
      if ((i16x8.bitmask(i16x8.eq(pixels, ones)) & 0x88) == 0x88) {
        first = i32x4.extend_low_i16x8_s(pixels);
        second = i32x4.extend_high_i16x8_s(pixels);
      } else {
        first = full(from);
        second = full(from + 8);
      }
      const packed = i16x8.narrow_i32x4_s(
        bytesOf(first, roundingOf(line, x + column)),
        bytesOf(second, roundingOf(line, x + column + 1)),
      );
      v128.store64_lane(to, i8x16.narrow_i16x8_u(packed, packed), 0);
    }
    if (column < width) {
      const bytes = bytesOf(full(from), roundingOf(line, x + column));
      const packed = i16x8.narrow_i32x4_s(bytes, bytes);
      v128.store32_lane(to, i8x16.narrow_i16x8_u(packed, packed), 0);
      from += 8;
      to += 4;
    }
  }
}
