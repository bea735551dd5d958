import { DEPTH, HALF, ONE } from './depth';

/**
 * Filtered values of a patch of premultiplied RGBA at the affine positions of a region's pixel centres. Each axis has
 * `taps` weights for each of 256 phases; positions round to 1/256 of a source pixel.
 */
export function sample(
  patch: usize,
  patchX: i32,
  patchY: i32,
  patchWidth: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  acrossTaps: i32,
  acrossOffset: f64,
  acrossWeights: usize,
  downTaps: i32,
  downOffset: f64,
  downWeights: usize,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  out: usize,
): void {
  const round = i32x4.splat(HALF);
  const none = i32x4.splat(0);
  let to = out;
  for (let row = 0; row < height; row++) {
    const cy = <f64>(y + row) + 0.5;
    for (let column = 0; column < width; column++) {
      const cx = <f64>(x + column) + 0.5;
      const px = <i32>Math.floor((a * cx + b * cy + c + acrossOffset) * 256.0 + 0.5);
      const py = <i32>Math.floor((d * cx + e * cy + f + downOffset) * 256.0 + 0.5);
      const wx = acrossWeights + ((<usize>((px & 255) * acrossTaps)) << 1);
      const wy = downWeights + ((<usize>((py & 255) * downTaps)) << 1);
      let line = patch + ((<usize>(((py >> 8) - patchY) * patchWidth + (px >> 8) - patchX)) << 3);
      let sum = round;
      for (let j = 0; j < downTaps; j++) {
        let along = round;
        for (let i = 0; i < acrossTaps; i++) {
          const weight = i32x4.splat(load<i16>(wx + ((<usize>i) << 1)));
          along = i32x4.add(along, i32x4.mul(v128.load16x4_s(line + ((<usize>i) << 3)), weight));
        }
        const weight = i32x4.splat(load<i16>(wy + ((<usize>j) << 1)));
        sum = i32x4.add(sum, i32x4.mul(i32x4.shr_s(along, DEPTH), weight));
        line += (<usize>patchWidth) << 3;
      }
      const value = i32x4.shr_s(sum, DEPTH);
      const alpha = min(max(i32x4.extract_lane(value, 3), 0), ONE);
      const within = i32x4.min_s(i32x4.max_s(value, none), i32x4.splat(alpha));
      v128.store64_lane(to, i16x8.narrow_i32x4_s(within, within), 0);
      to += 8;
    }
  }
}
