import { DEPTH, HALF, ONE } from './depth';

/** A value's premultiplied RGBA brought within 0 … alpha … ONE and stored. */
// @ts-ignore: decorator
@inline
function put(value: v128, to: usize): void {
  const alpha = min(max(i32x4.extract_lane(value, 3), 0), ONE);
  const within = i32x4.min_s(i32x4.max_s(value, i32x4.splat(0)), i32x4.splat(alpha));
  v128.store64_lane(to, i16x8.narrow_i32x4_s(within, within), 0);
}

/** One source row filtered along x at the columns of a region: 4 values a column, overshoot kept. */
function filterRow(line: usize, patchX: i32, a: f64, c: f64, taps: i32, offset: f64, weights: usize, x: i32, width: i32, out: usize): void {
  const round = i32x4.splat(HALF);
  for (let column = 0; column < width; column++) {
    const px = <i32>Math.floor((a * (<f64>(x + column) + 0.5) + c + offset) * 256.0 + 0.5);
    const at = weights + (<usize>((px & 255) * taps) << 1);
    const from = line + (<usize>((px >> 8) - patchX) << 3);
    let along = round;
    for (let i = 0; i < taps; i++) {
      const weight = i32x4.splat(load<i16>(at + (<usize>i << 1)));
      along = i32x4.add(along, i32x4.mul(v128.load16x4_s(from + (<usize>i << 3)), weight));
    }
    const value = i32x4.shr_s(along, DEPTH);
    v128.store64_lane(out + (<usize>column << 3), i16x8.narrow_i32x4_s(value, value), 0);
  }
}

/** Address of a filtered row in the ring, and its weight; past the taps any row, without weight. */
// @ts-ignore: decorator
@inline
function ringLine(lines: usize, lineBytes: usize, top: i32, j: i32, taps: i32): usize {
  return lines + <usize>((top + min(j, taps - 1)) % taps) * lineBytes;
}
// @ts-ignore: decorator
@inline
function tapWeight(weights: usize, j: i32, taps: i32): v128 {
  return i16x8.splat(j < taps ? load<i16>(weights + (<usize>j << 1)) : 0);
}

/** Weighted sum of up to four rows of the ring, two pixels at a time. */
function weighLines(lines: usize, lineBytes: usize, top: i32, taps: i32, weights: usize, width: i32, out: usize): void {
  const round = i32x4.splat(HALF);
  const l0 = ringLine(lines, lineBytes, top, 0, taps);
  const l1 = ringLine(lines, lineBytes, top, 1, taps);
  const l2 = ringLine(lines, lineBytes, top, 2, taps);
  const l3 = ringLine(lines, lineBytes, top, 3, taps);
  const w0 = tapWeight(weights, 0, taps);
  const w1 = tapWeight(weights, 1, taps);
  const w2 = tapWeight(weights, 2, taps);
  const w3 = tapWeight(weights, 3, taps);
  for (let column = 0; column < width; column += 2) {
    const at = <usize>column << 3;
    const v0 = v128.load(l0 + at);
    const v1 = v128.load(l1 + at);
    const v2 = v128.load(l2 + at);
    const v3 = v128.load(l3 + at);
    const low = i32x4.add(
      i32x4.add(i32x4.extmul_low_i16x8_s(v0, w0), i32x4.extmul_low_i16x8_s(v1, w1)),
      i32x4.add(i32x4.extmul_low_i16x8_s(v2, w2), i32x4.extmul_low_i16x8_s(v3, w3)),
    );
    put(i32x4.shr_s(i32x4.add(low, round), DEPTH), out + at);
    if (column + 1 == width) return;
    const high = i32x4.add(
      i32x4.add(i32x4.extmul_high_i16x8_s(v0, w0), i32x4.extmul_high_i16x8_s(v1, w1)),
      i32x4.add(i32x4.extmul_high_i16x8_s(v2, w2), i32x4.extmul_high_i16x8_s(v3, w3)),
    );
    put(i32x4.shr_s(i32x4.add(high, round), DEPTH), out + at + 8);
  }
}

/**
 * As `sample` where nothing is turned and rows follow rows: each source row is filtered along x once, and kept in a
 * ring of `downTaps` rows in `lines` while output rows need it.
 */
function sampleUpright(
  patch: usize,
  patchX: i32,
  patchY: i32,
  patchWidth: i32,
  a: f64,
  c: f64,
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
  lines: usize,
): void {
  const lineBytes = <usize>(width + 1) << 3;
  let end = i32.MIN_VALUE;
  for (let row = 0; row < height; row++) {
    const py = <i32>Math.floor((e * (<f64>(y + row) + 0.5) + f + downOffset) * 256.0 + 0.5);
    const weights = downWeights + (<usize>((py & 255) * downTaps) << 1);
    const top = (py >> 8) - patchY;
    for (let source = max(top, end); source < top + downTaps; source++) {
      const line = patch + (<usize>(source * patchWidth) << 3);
      const held = lines + <usize>(source % downTaps) * lineBytes;
      filterRow(line, patchX, a, c, acrossTaps, acrossOffset, acrossWeights, x, width, held);
    }
    end = top + downTaps;
    weighLines(lines, lineBytes, top, downTaps, weights, width, out + (<usize>(row * width) << 3));
  }
}

/**
 * Filtered values of a patch of premultiplied RGBA at the affine positions of a region's pixel centres. Each axis has
 * `taps` weights for each of 256 phases; positions round to 1/256 of a source pixel. `lines` is room for `downTaps` rows
 * of one pixel more than the region is wide.
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
  lines: usize,
): void {
  if (b == 0 && d == 0 && e > 0 && downTaps <= 4) {
    sampleUpright(
      patch, patchX, patchY, patchWidth, a, c, e, f,
      acrossTaps, acrossOffset, acrossWeights, downTaps, downOffset, downWeights, x, y, width, height, out, lines,
    );
    return;
  }
  const round = i32x4.splat(HALF);
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
      put(i32x4.shr_s(sum, DEPTH), to);
      to += 8;
    }
  }
}
