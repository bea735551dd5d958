import { ONE, unpremultipliedPixel } from './depth';
import { bytesOf, DITHER_SIDE } from './dither';

/** Bytes of a line of the roundings: each as often as a pixel has values, and the line twice, so that eight can be read from any column. */
const LINE: usize = 2 * 16 * 4 * 2;

/** One pixel at full coverage, whatever its own; without a branch, since alphas of neighbours are often unlike. */
// @ts-ignore: decorator
@inline
function full(from: usize): v128 {
  const alpha = <i32>load<i16>(from, 6);
  return unpremultipliedPixel(v128.load16x4_s(from), max(1, alpha));
}

/** Two pixels at full coverage: as they are if both are whole or clear. */
// @ts-ignore: decorator
@inline
function fullPair(from: usize): v128 {
  const pixels = v128.load(from);
  const isSure = v128.or(i16x8.eq(pixels, i16x8.splat(<i16>ONE)), i16x8.eq(pixels, i16x8.splat(0)));
  if ((i16x8.bitmask(isSure) & 0x88) == 0x88) return pixels;
  return i16x8.narrow_i32x4_s(full(from), full(from + 8));
}

/** Unpremultiplied RGBA8 of working RGBA; `dither` holds the lines of the tile of roundings, anchored to the sheet's origin. */
export function rim(rgba: usize, x: i32, y: i32, width: i32, height: i32, dither: usize, out: usize): void {
  let from = rgba;
  let to = out;
  for (let row = 0; row < height; row++) {
    const line = dither + <usize>((y + row) & (DITHER_SIDE - 1)) * LINE;
    let column = 0;
    for (; column + 4 <= width; column += 4, from += 32, to += 16) {
      const roundings = line + ((<usize>((x + column) & (DITHER_SIDE - 1))) << 3);
      const first = bytesOf(fullPair(from), v128.load(roundings));
      v128.store(to, i8x16.narrow_i16x8_u(first, bytesOf(fullPair(from + 16), v128.load(roundings, 16))));
    }
    for (; column < width; column++, from += 8, to += 4) {
      const roundings = v128.load64_zero(line + ((<usize>((x + column) & (DITHER_SIDE - 1))) << 3));
      const values = full(from);
      const bytes = bytesOf(i16x8.narrow_i32x4_s(values, values), roundings);
      v128.store32_lane(to, i8x16.narrow_i16x8_u(bytes, bytes), 0);
    }
  }
}
