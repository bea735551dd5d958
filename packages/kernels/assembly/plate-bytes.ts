import { bytesOf, DITHER_SIDE } from './dither';

/** Bytes of a line of the roundings: each once, and the line twice, so that eight can be read from any column. */
const LINE: usize = 2 * 16 * 2;

/** Where the roundings of a column lie in their line. */
// @ts-ignore: decorator
@inline
function roundingsAt(line: usize, column: i32): v128 {
  return v128.load(line + (<usize>(column & (DITHER_SIDE - 1)) << 1));
}

/** Values from a column on as bytes one after the other, sixteen at a time. */
function sixteens(plane: usize, count: i32, line: usize, column: i32, out: usize): void {
  const first = roundingsAt(line, column);
  const second = roundingsAt(line, column + 8);
  const end = out + <usize>count;
  do {
    v128.store(out, i8x16.narrow_i16x8_u(bytesOf(v128.load(plane), first), bytesOf(v128.load(plane, 16), second)));
    plane += 32;
    out += 16;
  } while (out < end);
}

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
  const whole = count == 1 ? width & ~15 : 0;
  for (let row = 0; row < height; row++, plane += <usize>width << 1) {
    let out = into + <usize>(row * stride);
    const line = dither + <usize>((y + row) & (DITHER_SIDE - 1)) * LINE;
    if (whole > 0) {
      sixteens(plane, whole, line, x, out);
      out += <usize>whole;
    }
    for (let column = whole; column < width; column += 8) {
      let rest = bytesOf(v128.load(plane + (<usize>column << 1)), roundingsAt(line, x + column));
      for (let k = min(8, width - column); k > 0; k--, out += <usize>count) {
        store<u8>(out, <u8>i16x8.extract_lane_u(rest, 0));
        rest = v128.shuffle<i16>(rest, rest, 1, 2, 3, 4, 5, 6, 7, 0);
      }
    }
  }
}
