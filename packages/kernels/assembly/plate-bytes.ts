import { bytesOf, DITHER_SIDE } from './dither';

/** Bytes of a line of the roundings: each once, and the line twice, so that eight can be read from any column. */
const LINE: usize = 2 * 16 * 2;

/**
 * Values of a plane as bytes, by the lines of roundings `dither`, anchored to the sheet's origin; one byte of each `count`, in rows that lie
 * `stride` bytes apart.
 */
export function plateBytes(
  plane: usize,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  dither: usize,
  into: usize,
  count: i32,
  stride: i32,
): void {
  for (let row = 0; row < height; row++) {
    let out = into + <usize>(row * stride);
    const line = dither + <usize>((y + row) & (DITHER_SIDE - 1)) * LINE;
    for (let column = 0; column < width; column += 8, plane += 16) {
      const roundings = v128.load(line + (<usize>((x + column) & (DITHER_SIDE - 1)) << 1));
      const bytes = bytesOf(v128.load(plane), roundings);
      const here = min(8, width - column);
      if (count == 1 && here == 8) {
        v128.store64_lane(out, i8x16.narrow_i16x8_u(bytes, bytes), 0);
        out += 8;
      } else {
        let rest = bytes;
        for (let k = 0; k < here; k++, out += <usize>count) {
          store<u8>(out, <u8>i16x8.extract_lane_u(rest, 0));
          rest = v128.shuffle<i16>(rest, rest, 1, 2, 3, 4, 5, 6, 7, 0);
        }
      }
    }
    plane -= <usize>(((8 - (width & 7)) & 7) << 1);
  }
}
