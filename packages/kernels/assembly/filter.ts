import { DEPTH, HALF, lowerSums, ONE, upperSums } from './depth';

// Separable sampling. Positions are in 1/256 of a source pixel from the patch's first column or row, to the first tap's
// left edge: position >> 8 is the first tap, position & 255 the phase. Up to four taps their weights are padded to four.

/** Four columns of one plane from up to four taps. */
// @ts-ignore: decorator
@inline
function pair(line: usize, weights: usize, p: i32, q: i32): v128 {
  let values = v128.load64_zero(line + (<usize>(p >> 8) << 1));
  values = v128.load64_lane(line + (<usize>(q >> 8) << 1), values, 1);
  let taps = v128.load64_zero(weights + (<usize>(p & 255) << 3));
  taps = v128.load64_lane(weights + (<usize>(q & 255) << 3), taps, 1);
  return i32x4.dot_i16x8_s(values, taps);
}

function acrossPlane(line: usize, positions: usize, weights: usize, width: i32, out: usize): void {
  const round = i32x4.splat(HALF);
  let x = 0;
  do {
    const at = positions + (<usize>x << 2);
    const left = pair(line, weights, load<i32>(at), load<i32>(at, 4));
    const right = pair(line, weights, load<i32>(at, 8), load<i32>(at, 12));
    const sums = i32x4.add(v128.shuffle<i32>(left, right, 0, 2, 4, 6), v128.shuffle<i32>(left, right, 1, 3, 5, 7));
    const values = i32x4.shr_s(i32x4.add(sums, round), DEPTH);
    v128.store64_lane(out + (<usize>x << 1), i16x8.narrow_i32x4_s(values, values), 0);
    x += 4;
  } while (x < width);
}

function acrossColours(line: usize, positions: usize, weights: usize, taps: i32, width: i32, out: usize): void {
  const round = i32x4.splat(HALF);
  for (let x = 0; x < width; x++) {
    const position = load<i32>(positions + (<usize>x << 2));
    const from = line + (<usize>(position >> 8) << 3);
    const at = weights + (<usize>(position & 255) << 3);
    const first = v128.load(from);
    let sum = i32x4.add(
      round,
      i32x4.dot_i16x8_s(v128.shuffle<i16>(first, first, 0, 4, 1, 5, 2, 6, 3, 7), v128.load32_splat(at)),
    );
    if (taps > 2) {
      const second = v128.load(from, 16);
      sum = i32x4.add(
        sum,
        i32x4.dot_i16x8_s(v128.shuffle<i16>(second, second, 0, 4, 1, 5, 2, 6, 3, 7), v128.load32_splat(at, 4)),
      );
    }
    const value = i32x4.shr_s(sum, DEPTH);
    v128.store64_lane(out + (<usize>x << 3), i16x8.narrow_i32x4_s(value, value), 0);
  }
}

/** Any number of taps. */
function acrossMany(line: usize, channels: i32, positions: usize, weights: usize, taps: i32, width: i32, out: usize): void {
  for (let x = 0; x < width; x++) {
    const position = load<i32>(positions + (<usize>x << 2));
    const at = weights + (<usize>((position & 255) * taps) << 1);
    for (let c = 0; c < channels; c++) {
      let sum = HALF;
      for (let i = 0; i < taps; i++) {
        sum += <i32>load<i16>(line + (<usize>(((position >> 8) + i) * channels + c) << 1)) * <i32>load<i16>(at + (<usize>i << 1));
      }
      store<i16>(out + (<usize>(x * channels + c) << 1), <i16>(sum >> DEPTH));
    }
  }
}

/** Each row of a patch filtered along x at some positions; overshoot kept. The caller leaves room past each end. */
export function filterAcross(
  patch: usize,
  channels: i32,
  patchWidth: i32,
  rows: i32,
  positions: usize,
  taps: i32,
  weights: usize,
  width: i32,
  out: usize,
): void {
  for (let row = 0; row < rows; row++) {
    const line = patch + (<usize>(row * patchWidth * channels) << 1);
    const to = out + (<usize>(row * width * channels) << 1);
    if (taps > 4) acrossMany(line, channels, positions, weights, taps, width, to);
    else if (channels == 1) acrossPlane(line, positions, weights, width, to);
    else acrossColours(line, positions, weights, taps, width, to);
  }
}

/** Eight values brought within 0 … ONE, or colours within 0 … their alpha. */
// @ts-ignore: decorator
@inline
function within(values: v128, channels: i32): v128 {
  const none = i16x8.splat(0);
  const full = i16x8.splat(<i16>ONE);
  if (channels == 1) return i16x8.min_s(i16x8.max_s(values, none), full);
  const alpha = i16x8.min_s(i16x8.max_s(v128.shuffle<i16>(values, values, 3, 3, 3, 3, 7, 7, 7, 7), none), full);
  return i16x8.min_s(i16x8.max_s(values, none), alpha);
}

/** One row of four taps, by pairs of lines. */
// @ts-ignore: decorator
@inline
function downByFour(from: usize, lineBytes: usize, weights: usize, channels: i32, to: usize): void {
  const round = i32x4.splat(HALF);
  const upper = v128.load32_splat(weights);
  const lower = v128.load32_splat(weights, 4);
  const second = from + lineBytes;
  const third = second + lineBytes;
  const fourth = third + lineBytes;
  let i: usize = 0;
  do {
    const a = v128.load(from + i);
    const b = v128.load(second + i);
    const c = v128.load(third + i);
    const d = v128.load(fourth + i);
    const low = i32x4.add(i32x4.add(round, lowerSums(a, b, upper)), lowerSums(c, d, lower));
    const high = i32x4.add(i32x4.add(round, upperSums(a, b, upper)), upperSums(c, d, lower));
    const filtered = i16x8.narrow_i32x4_s(i32x4.shr_s(low, DEPTH), i32x4.shr_s(high, DEPTH));
    v128.store(to + i, within(filtered, channels));
    i += 16;
  } while (i < lineBytes);
}

/** One row of any number of taps. */
function downByMany(from: usize, lineBytes: usize, weights: usize, taps: i32, channels: i32, to: usize): void {
  for (let i: usize = 0; i < lineBytes; i += 16) {
    let low = i32x4.splat(HALF);
    let high = i32x4.splat(HALF);
    let line = from + i;
    let j = 0;
    for (; j + 1 < taps; j += 2, line += 2 * lineBytes) {
      const two = v128.load32_splat(weights + (<usize>j << 1));
      const first = v128.load(line);
      const second = v128.load(line + lineBytes);
      low = i32x4.add(low, lowerSums(first, second, two));
      high = i32x4.add(high, upperSums(first, second, two));
    }
    if (j < taps) {
      const weight = v128.load16_splat(weights + (<usize>j << 1));
      const value = v128.load(line);
      low = i32x4.add(low, i32x4.extmul_low_i16x8_s(value, weight));
      high = i32x4.add(high, i32x4.extmul_high_i16x8_s(value, weight));
    }
    const filtered = i16x8.narrow_i32x4_s(i32x4.shr_s(low, DEPTH), i32x4.shr_s(high, DEPTH));
    v128.store(to + i, within(filtered, channels));
  }
}

/** Rows filtered along y at some positions, and brought within range. `values` is how many each row has. */
export function filterDown(
  lines: usize,
  channels: i32,
  values: i32,
  positions: usize,
  taps: i32,
  stride: i32,
  weights: usize,
  height: i32,
  out: usize,
): void {
  const lineBytes = <usize>values << 1;
  for (let row = 0; row < height; row++) {
    const position = load<i32>(positions + (<usize>row << 2));
    const from = lines + <usize>(position >> 8) * lineBytes;
    const at = weights + (<usize>((position & 255) * stride) << 1);
    const to = out + <usize>row * lineBytes;
    if (taps != 4) downByMany(from, lineBytes, at, taps, channels, to);
    else if (channels == 1) downByFour(from, lineBytes, at, 1, to);
    else downByFour(from, lineBytes, at, 4, to);
  }
}

/** Side of the squares that are turned at a time. */
const SQUARE: i32 = 8;

/** Eight rows of eight values become eight columns; `step` and `stepTo` bytes from row to row. */
// @ts-ignore: decorator
@inline
function turnSquare(from: usize, step: usize, to: usize, stepTo: usize): void {
  const a = v128.load(from);
  const b = v128.load(from + step);
  const c = v128.load(from + 2 * step);
  const d = v128.load(from + 3 * step);
  const e = v128.load(from + 4 * step);
  const f = v128.load(from + 5 * step);
  const g = v128.load(from + 6 * step);
  const h = v128.load(from + 7 * step);
  // Values of two rows side by side, then of four, then of all.
  const ab = v128.shuffle<i16>(a, b, 0, 8, 1, 9, 2, 10, 3, 11);
  const cd = v128.shuffle<i16>(c, d, 0, 8, 1, 9, 2, 10, 3, 11);
  const ef = v128.shuffle<i16>(e, f, 0, 8, 1, 9, 2, 10, 3, 11);
  const gh = v128.shuffle<i16>(g, h, 0, 8, 1, 9, 2, 10, 3, 11);
  turnFour(ab, cd, ef, gh, to, stepTo);
  const abUpper = v128.shuffle<i16>(a, b, 4, 12, 5, 13, 6, 14, 7, 15);
  const cdUpper = v128.shuffle<i16>(c, d, 4, 12, 5, 13, 6, 14, 7, 15);
  const efUpper = v128.shuffle<i16>(e, f, 4, 12, 5, 13, 6, 14, 7, 15);
  const ghUpper = v128.shuffle<i16>(g, h, 4, 12, 5, 13, 6, 14, 7, 15);
  turnFour(abUpper, cdUpper, efUpper, ghUpper, to + 4 * stepTo, stepTo);
}

/** Four columns out of pairs of rows. */
// @ts-ignore: decorator
@inline
function turnFour(ab: v128, cd: v128, ef: v128, gh: v128, to: usize, stepTo: usize): void {
  const upper = v128.shuffle<i32>(ab, cd, 0, 4, 1, 5);
  const lower = v128.shuffle<i32>(ef, gh, 0, 4, 1, 5);
  v128.store(to, v128.shuffle<i64>(upper, lower, 0, 2));
  v128.store(to + stepTo, v128.shuffle<i64>(upper, lower, 1, 3));
  const next = v128.shuffle<i32>(ab, cd, 2, 6, 3, 7);
  const last = v128.shuffle<i32>(ef, gh, 2, 6, 3, 7);
  v128.store(to + 2 * stepTo, v128.shuffle<i64>(next, last, 0, 2));
  v128.store(to + 3 * stepTo, v128.shuffle<i64>(next, last, 1, 3));
}

/** Rows become columns. */
export function transpose(plane: usize, channels: i32, width: i32, height: i32, out: usize): void {
  if (channels == 1) transposePlane(plane, width, height, out);
  else transposeColours(plane, width, height, out);
}

function transposePlane(plane: usize, width: i32, height: i32, out: usize): void {
  const across = width & ~7;
  const down = height & ~7;
  const step = <usize>width << 1;
  const stepTo = <usize>height << 1;
  for (let y = 0; y < down; y += SQUARE) {
    for (let x = 0; x < across; x += SQUARE) {
      turnSquare(plane + <usize>y * step + (<usize>x << 1), step, out + <usize>x * stepTo + (<usize>y << 1), stepTo);
    }
  }
  // What is left beside whole squares, and below them.
  for (let y = 0; y < height; y++) {
    for (let x = y < down ? across : 0; x < width; x++) {
      store<i16>(out + <usize>x * stepTo + (<usize>y << 1), load<i16>(plane + <usize>y * step + (<usize>x << 1)));
    }
  }
}

/** Two columns at a time, down two rows each. */
function transposeColours(plane: usize, width: i32, height: i32, out: usize): void {
  const across = width & ~1;
  const down = height & ~1;
  const step = <usize>width << 3;
  for (let x = 0; x < across; x += 2) {
    let from = plane + (<usize>x << 3);
    let to = out + (<usize>(x * height) << 3);
    const next = <usize>height << 3;
    for (let y = 0; y < down; y += 2, from += 2 * step, to += 16) {
      const upper = v128.load(from);
      const lower = v128.load(from + step);
      v128.store(to, v128.shuffle<i64>(upper, lower, 0, 2));
      v128.store(to + next, v128.shuffle<i64>(upper, lower, 1, 3));
    }
  }
  // The last row and the last column of what is odd.
  for (let y = 0; y < height; y++) {
    for (let x = y < down ? across : 0; x < width; x++) {
      store<i64>(out + (<usize>(x * height + y) << 3), load<i64>(plane + <usize>y * step + (<usize>x << 3)));
    }
  }
}
