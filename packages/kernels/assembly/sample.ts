import { DEPTH, HALF, ONE } from './depth';

/** Two rows of one plane from up to four taps each: their sums of products in lanes 0 + 1 and 2 + 3. */
// @ts-ignore: decorator
@inline
function twoRows(line: usize, lineBytes: usize, weights: v128): v128 {
  return i32x4.dot_i16x8_s(v128.load64_lane(line + lineBytes, v128.load64_zero(line), 1), weights);
}

function plane(patch: usize, patchWidth: i32, px: i32, py: i32, weightsX: usize, weightsY: usize, downTaps: i32): i32 {
  const lineBytes = <usize>patchWidth << 1;
  const line = patch + (<usize>((py >> 8) * patchWidth + (px >> 8)) << 1);
  const wx = v128.load64_splat(weightsX + (<usize>(px & 255) << 3));
  const wy = weightsY + (<usize>((py & 255)) << 3);
  const first = twoRows(line, lineBytes, wx);
  const second = downTaps > 2 ? twoRows(line + 2 * lineBytes, lineBytes, wx) : i32x4.splat(0);
  const sums = i32x4.add(v128.shuffle<i32>(first, second, 0, 2, 4, 6), v128.shuffle<i32>(first, second, 1, 3, 5, 7));
  const along = i32x4.shr_s(i32x4.add(sums, i32x4.splat(HALF)), DEPTH);
  const products = i32x4.mul(along, v128.load16x4_s(wy));
  const halves = i32x4.add(products, v128.shuffle<i32>(products, products, 2, 3, 0, 1));
  return (i32x4.extract_lane(halves, 0) + i32x4.extract_lane(halves, 1) + HALF) >> DEPTH;
}

/** A value's premultiplied RGBA brought within 0 … alpha … ONE and stored. */
// @ts-ignore: decorator
@inline
function put(value: v128, to: usize): void {
  const alpha = min(max(i32x4.extract_lane(value, 3), 0), ONE);
  const within = i32x4.min_s(i32x4.max_s(value, i32x4.splat(0)), i32x4.splat(alpha));
  v128.store64_lane(to, i16x8.narrow_i32x4_s(within, within), 0);
}

function colours(
  patch: usize,
  patchWidth: i32,
  px: i32,
  py: i32,
  weightsX: usize,
  acrossTaps: i32,
  weightsY: usize,
  downTaps: i32,
  padded: i32,
  to: usize,
): void {
  const round = i32x4.splat(HALF);
  const wx = weightsX + ((<usize>((px & 255) * (padded ? 4 : acrossTaps))) << 1);
  const wy = weightsY + ((<usize>((py & 255) * (padded ? 4 : downTaps))) << 1);
  let line = patch + ((<usize>((py >> 8) * patchWidth + (px >> 8))) << 3);
  let sum = round;
  for (let j = 0; j < downTaps; j++) {
    let along = round;
    for (let i = 0; i < acrossTaps; i++) {
      const weight = i32x4.splat(load<i16>(wx + ((<usize>i) << 1)));
      along = i32x4.add(along, i32x4.mul(v128.load16x4_s(line + ((<usize>i) << 3)), weight));
    }
    sum = i32x4.add(sum, i32x4.mul(i32x4.shr_s(along, DEPTH), i32x4.splat(load<i16>(wy + ((<usize>j) << 1)))));
    line += (<usize>patchWidth) << 3;
  }
  put(i32x4.shr_s(sum, DEPTH), to);
}

function planeMany(
  patch: usize,
  patchWidth: i32,
  px: i32,
  py: i32,
  weightsX: usize,
  acrossTaps: i32,
  weightsY: usize,
  downTaps: i32,
): i32 {
  const wx = weightsX + ((<usize>((px & 255) * acrossTaps)) << 1);
  const wy = weightsY + ((<usize>((py & 255) * downTaps)) << 1);
  let line = patch + ((<usize>((py >> 8) * patchWidth + (px >> 8))) << 1);
  let sum = HALF;
  for (let j = 0; j < downTaps; j++) {
    let along = HALF;
    for (let i = 0; i < acrossTaps; i++) along += <i32>load<i16>(line + ((<usize>i) << 1)) * <i32>load<i16>(wx + ((<usize>i) << 1));
    sum += (along >> DEPTH) * <i32>load<i16>(wy + ((<usize>j) << 1));
    line += (<usize>patchWidth) << 1;
  }
  return sum >> DEPTH;
}

/**
 * Filtered values of a patch (one plane or premultiplied RGBA) at the affine positions of a region's pixel centres, for
 * any turn. Each axis has `taps` weights for each of 256 phases, padded to four where `padded`; positions round to 1/256
 * of a source pixel. The caller leaves room past the patch's end.
 */
export function sample(
  patch: usize,
  channels: i32,
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
  padded: i32,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  out: usize,
): void {
  const left = patchX << 8;
  const top = patchY << 8;
  let to = out;
  for (let row = 0; row < height; row++) {
    const cy = <f64>(y + row) + 0.5;
    for (let column = 0; column < width; column++) {
      const cx = <f64>(x + column) + 0.5;
      const px = <i32>Math.floor((a * cx + b * cy + c + acrossOffset) * 256.0 + 0.5) - left;
      const py = <i32>Math.floor((d * cx + e * cy + f + downOffset) * 256.0 + 0.5) - top;
      if (channels == 4) {
        colours(patch, patchWidth, px, py, acrossWeights, acrossTaps, downWeights, downTaps, padded, to);
        to += 8;
      } else {
        const value = padded
          ? plane(patch, patchWidth, px, py, acrossWeights, downWeights, downTaps)
          : planeMany(patch, patchWidth, px, py, acrossWeights, acrossTaps, downWeights, downTaps);
        store<i16>(to, <i16>min(max(value, 0), ONE));
        to += 2;
      }
    }
  }
}
