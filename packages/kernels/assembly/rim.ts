import { ONE, unpremultiplied } from './depth';

const DITHER_SIDE: i32 = 16;

/** Unpremultiplied RGBA8 of working RGBA; `dither` is the tile of 16 × 16 roundings, anchored to the sheet's origin. */
export function rim(rgba: usize, x: i32, y: i32, width: i32, height: i32, dither: usize, out: usize): void {
  let from = rgba;
  let to = out;
  const scale = i32x4.splat(255);
  for (let row = 0; row < height; row++) {
    const line = dither + ((<usize>(((y + row) & (DITHER_SIDE - 1)) * DITHER_SIDE)) << 2);
    for (let column = 0; column < width; column++) {
      const rounding = i32x4.splat(load<i32>(line + ((<usize>((x + column) & (DITHER_SIDE - 1))) << 2)));
      let values = v128.load16x4_s(from);
      const alpha = i32x4.extract_lane(values, 3);
      if (alpha != ONE) {
        values = i32x4(
          unpremultiplied(i32x4.extract_lane(values, 0), alpha),
          unpremultiplied(i32x4.extract_lane(values, 1), alpha),
          unpremultiplied(i32x4.extract_lane(values, 2), alpha),
          alpha,
        );
      }
      const bytes = i32x4.shr_s(i32x4.add(i32x4.mul(values, scale), rounding), 14);
      const packed = i16x8.narrow_i32x4_s(bytes, bytes);
      v128.store32_lane(to, i8x16.narrow_i16x8_u(packed, packed), 0);
      from += 8;
      to += 4;
    }
  }
}
