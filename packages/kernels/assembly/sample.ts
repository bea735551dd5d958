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

/** Positions of two pixels' centres along an axis of the patch, to 1/256 of a source pixel: as `positionAt` of each. */
// @ts-ignore: decorator
@inline
function positions(cx: v128, cy: f64, slope: f64, across: f64, from: f64, offset: f64): v128 {
  const at = f64x2.add(f64x2.add(f64x2.mul(f64x2.splat(slope), cx), f64x2.splat(across * cy)), f64x2.splat(from));
  const scaled = f64x2.mul(f64x2.add(at, f64x2.splat(offset)), f64x2.splat(256));
  return i32x4.trunc_sat_f64x2_s_zero(f64x2.floor(f64x2.add(scaled, f64x2.splat(0.5))));
}

// @ts-ignore: decorator
@inline
function positionAt(cx: f64, cy: f64, slope: f64, across: f64, from: f64, offset: f64): i32 {
  return <i32>Math.floor((slope * cx + across * cy + from + offset) * 256.0 + 0.5);
}

/** Two rows each of two pixels along: first and second row of the one, then of the other, without their fraction. */
// @ts-ignore: decorator
@inline
function alongTwo(one: v128, other: v128): v128 {
  const sums = i32x4.add(v128.shuffle<i32>(one, other, 0, 2, 4, 6), v128.shuffle<i32>(one, other, 1, 3, 5, 7));
  return i32x4.shr_s(i32x4.add(sums, i32x4.splat(HALF)), DEPTH);
}

/** Pairs of weights for four phases, from their `at`th on. */
// @ts-ignore: decorator
@inline
function weightPairs(weights: usize, phases: v128, at: usize): v128 {
  let pairs = v128.load32_zero(weights + (<usize>i32x4.extract_lane(phases, 0) << 3) + at);
  pairs = v128.load32_lane(weights + (<usize>i32x4.extract_lane(phases, 1) << 3) + at, pairs, 1);
  pairs = v128.load32_lane(weights + (<usize>i32x4.extract_lane(phases, 2) << 3) + at, pairs, 2);
  return v128.load32_lane(weights + (<usize>i32x4.extract_lane(phases, 3) << 3) + at, pairs, 3);
}

/** As `plane`, of four positions. */
// @ts-ignore: decorator
@inline
function fourOfPlane(patch: usize, lineBytes: usize, px: v128, py: v128, weightsX: usize, weightsY: usize, downTaps: i32): v128 {
  const places = i32x4.add(
    i32x4.mul(i32x4.shr_s(py, 8), i32x4.splat(<i32>lineBytes)),
    i32x4.shl(i32x4.shr_s(px, 8), 1),
  );
  const p0 = patch + <usize>i32x4.extract_lane(places, 0);
  const p1 = patch + <usize>i32x4.extract_lane(places, 1);
  const p2 = patch + <usize>i32x4.extract_lane(places, 2);
  const p3 = patch + <usize>i32x4.extract_lane(places, 3);
  const phaseX = v128.and(px, i32x4.splat(255));
  const phaseY = v128.and(py, i32x4.splat(255));
  const w0 = v128.load64_splat(weightsX + (<usize>i32x4.extract_lane(phaseX, 0) << 3));
  const w1 = v128.load64_splat(weightsX + (<usize>i32x4.extract_lane(phaseX, 1) << 3));
  const w2 = v128.load64_splat(weightsX + (<usize>i32x4.extract_lane(phaseX, 2) << 3));
  const w3 = v128.load64_splat(weightsX + (<usize>i32x4.extract_lane(phaseX, 3) << 3));
  const first = alongTwo(twoRows(p0, lineBytes, w0), twoRows(p1, lineBytes, w1));
  const second = alongTwo(twoRows(p2, lineBytes, w2), twoRows(p3, lineBytes, w3));
  let sum = i32x4.dot_i16x8_s(i16x8.narrow_i32x4_s(first, second), weightPairs(weightsY, phaseY, 0));
  if (downTaps > 2) {
    const under = 2 * lineBytes;
    const third = alongTwo(twoRows(p0 + under, lineBytes, w0), twoRows(p1 + under, lineBytes, w1));
    const fourth = alongTwo(twoRows(p2 + under, lineBytes, w2), twoRows(p3 + under, lineBytes, w3));
    sum = i32x4.add(sum, i32x4.dot_i16x8_s(i16x8.narrow_i32x4_s(third, fourth), weightPairs(weightsY, phaseY, 4)));
  }
  return i32x4.shr_s(i32x4.add(sum, i32x4.splat(HALF)), DEPTH);
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
    let column = 0;
    if (channels != 4 && padded) {
      for (; column + 4 <= width; column += 4, to += 8) {
        const cx = f64x2.add(f64x2.splat(<f64>(x + column)), f64x2(0.5, 1.5));
        const next = f64x2.add(cx, f64x2.splat(2));
        const px = v128.shuffle<i64>(
          positions(cx, cy, a, b, c, acrossOffset),
          positions(next, cy, a, b, c, acrossOffset),
          0, 2,
        );
        const py = v128.shuffle<i64>(positions(cx, cy, d, e, f, downOffset), positions(next, cy, d, e, f, downOffset), 0, 2);
        const values = fourOfPlane(
          patch,
          <usize>patchWidth << 1,
          i32x4.sub(px, i32x4.splat(left)),
          i32x4.sub(py, i32x4.splat(top)),
          acrossWeights,
          downWeights,
          downTaps,
        );
        const within = i32x4.min_s(i32x4.max_s(values, i32x4.splat(0)), i32x4.splat(ONE));
        v128.store64_lane(to, i16x8.narrow_i32x4_s(within, within), 0);
      }
    }
    for (; column < width; column++) {
      const cx = <f64>(x + column) + 0.5;
      const px = positionAt(cx, cy, a, b, c, acrossOffset) - left;
      const py = positionAt(cx, cy, d, e, f, downOffset) - top;
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
