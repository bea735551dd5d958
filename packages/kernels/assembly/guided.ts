import { added } from './column-sums';
import { ONE } from './depth';

/*
 * The guided filter with a colour guide, a row at a time: sums of windows run down the columns and along the row, of the guide's products
 * first, then of the coefficients that come of them, whose last rows are kept in a ring.
 */

/** Fraction bits of the coefficients, so that their sums are whole numbers. */
const COEFFICIENT: f64 = 65536;

/** Bytes of what is known before a column's sums, of the sums of a column (r g b p, each by p, rr rg rb gg, gb bb) and of its coefficients. */
const HEAD: usize = 16;
const SUMS: usize = 128;
const FOUR: usize = 32;

/** Adds a pixel's values and their products to a column's sums, or takes them away. */
// @ts-ignore: decorator
@inline
function counted(sums: usize, rgba: usize, plane: usize, isAway: bool): void {
  const colours = i32x4.extend_low_i16x8_s(v128.load64_zero(rgba));
  const grey = i32x4.splat(<i32>load<i16>(plane));
  const four = v128.shuffle<i32>(colours, grey, 0, 1, 2, 4);
  added(sums, four, isAway);
  added(sums + 32, i32x4.mul(four, grey), isAway);
  added(sums + 64, i32x4.mul(v128.shuffle<i32>(four, four, 0, 0, 0, 1), v128.shuffle<i32>(four, four, 0, 1, 2, 1)), isAway);
  added(sums + 96, i32x4.mul(v128.shuffle<i32>(four, four, 1, 2, 2, 2), v128.shuffle<i32>(four, four, 2, 2, 2, 2)), isAway);
}

function countedRow(columns: usize, guide: usize, plane: usize, width: i32, isAway: bool): void {
  for (let x = 0; x < width; x++) {
    counted(columns + SUMS * <usize>x, guide + (<usize>x << 3), plane + (<usize>x << 1), isAway);
  }
}

// @ts-ignore: decorator
@inline
function floored(v: f64): f64 {
  return Math.floor(v * COEFFICIENT + 0.5);
}

/** Coefficients of a row's windows (r, g, b and what is added), of those that lie within the columns; nothing for the others. */
function coefficientsOf(columns: usize, width: i32, reach: i32, epsilon: f64, out: usize): void {
  const side = 2 * reach + 1;
  const mean = 1 / <f64>(side * side) / <f64>ONE;
  const square = 1 / <f64>(side * side) / <f64>(ONE * ONE);
  memory.fill(out, 0, FOUR * <usize>width);
  let colours = f64x2.splat(0);
  let blue = f64x2.splat(0);
  let byPlane = f64x2.splat(0);
  let blueByPlane = f64x2.splat(0);
  let reds = f64x2.splat(0);
  let greens = f64x2.splat(0);
  let blues = f64x2.splat(0);
  for (let x = -reach; x < width - reach; x++) {
    const to = columns + SUMS * <usize>(x + reach);
    colours = f64x2.add(colours, v128.load(to));
    blue = f64x2.add(blue, v128.load(to, 16));
    byPlane = f64x2.add(byPlane, v128.load(to, 32));
    blueByPlane = f64x2.add(blueByPlane, v128.load(to, 48));
    reds = f64x2.add(reds, v128.load(to, 64));
    greens = f64x2.add(greens, v128.load(to, 80));
    blues = f64x2.add(blues, v128.load(to, 96));
    if (x < reach) continue;
    if (x > reach) {
      const from = columns + SUMS * <usize>(x - reach - 1);
      colours = f64x2.sub(colours, v128.load(from));
      blue = f64x2.sub(blue, v128.load(from, 16));
      byPlane = f64x2.sub(byPlane, v128.load(from, 32));
      blueByPlane = f64x2.sub(blueByPlane, v128.load(from, 48));
      reds = f64x2.sub(reds, v128.load(from, 64));
      greens = f64x2.sub(greens, v128.load(from, 80));
      blues = f64x2.sub(blues, v128.load(from, 96));
    }
    const mr = f64x2.extract_lane(colours, 0) * mean;
    const mg = f64x2.extract_lane(colours, 1) * mean;
    const mb = f64x2.extract_lane(blue, 0) * mean;
    const mp = f64x2.extract_lane(blue, 1) * mean;
    const crr = f64x2.extract_lane(reds, 0) * square - mr * mr + epsilon;
    const crg = f64x2.extract_lane(reds, 1) * square - mr * mg;
    const crb = f64x2.extract_lane(greens, 0) * square - mr * mb;
    const cgg = f64x2.extract_lane(greens, 1) * square - mg * mg + epsilon;
    const cgb = f64x2.extract_lane(blues, 0) * square - mg * mb;
    const cbb = f64x2.extract_lane(blues, 1) * square - mb * mb + epsilon;
    const pr = f64x2.extract_lane(byPlane, 0) * square - mr * mp;
    const pg = f64x2.extract_lane(byPlane, 1) * square - mg * mp;
    const pb = f64x2.extract_lane(blueByPlane, 0) * square - mb * mp;
    // Cramer's rule for the symmetric 3 × 3 system.
    const irr = cgg * cbb - cgb * cgb;
    const irg = crb * cgb - crg * cbb;
    const irb = crg * cgb - crb * cgg;
    const igg = crr * cbb - crb * crb;
    const igb = crg * crb - crr * cgb;
    const ibb = crr * cgg - crg * crg;
    const whole = crr * irr + crg * irg + crb * irb;
    const vr = (irr * pr + irg * pg + irb * pb) / whole;
    const vg = (irg * pr + igg * pg + igb * pb) / whole;
    const vb = (irb * pr + igb * pg + ibb * pb) / whole;
    const at = out + FOUR * <usize>x;
    store<f64>(at, floored(vr));
    store<f64>(at, floored(vg), 8);
    store<f64>(at, floored(vb), 16);
    store<f64>(at, floored(mp - vr * mr - vg * mg - vb * mb), 24);
  }
}

/** Adds a row of coefficients to their columns' sums, or takes it away. */
function coefficientsCounted(columns: usize, row: usize, width: i32, isAway: bool): void {
  const end = FOUR * <usize>width;
  for (let at: usize = 0; at < end; at += 16) {
    const value = v128.load(row + at);
    const sum = v128.load(columns + at);
    v128.store(columns + at, isAway ? f64x2.sub(sum, value) : f64x2.add(sum, value));
  }
}

/** A row of what is filtered, of the means of its windows' coefficients. */
function filtered(columns: usize, guide: usize, width: i32, reach: i32, out: usize): void {
  const side = 2 * reach + 1;
  const window = <f64>(side * side);
  memory.fill(out, 0, <usize>width << 1);
  let first = f64x2.splat(0);
  let second = f64x2.splat(0);
  for (let x = -reach; x < width - reach; x++) {
    const to = columns + FOUR * <usize>(x + reach);
    first = f64x2.add(first, v128.load(to));
    second = f64x2.add(second, v128.load(to, 16));
    if (x < reach) continue;
    if (x > reach) {
      const from = columns + FOUR * <usize>(x - reach - 1);
      first = f64x2.sub(first, v128.load(from));
      second = f64x2.sub(second, v128.load(from, 16));
    }
    const at = guide + (<usize>x << 3);
    const along =
      f64x2.extract_lane(first, 0) * <f64>load<i16>(at) +
      f64x2.extract_lane(first, 1) * <f64>load<i16>(at, 2) +
      f64x2.extract_lane(second, 0) * <f64>load<i16>(at, 4);
    const value = (along / <f64>ONE + f64x2.extract_lane(second, 1)) / window / COEFFICIENT;
    store<i16>(out + (<usize>x << 1), <i16>(<i32>Math.floor(Math.max(0, Math.min(1, value)) * <f64>ONE + 0.5)));
  }
}

// @ts-ignore: decorator
@inline
function slotOf(row: i32, ring: usize, slots: i32, line: usize): usize {
  return ring + FOUR * line * <usize>(row % slots);
}

/** Rows `from` … `to` − 1; `state` is as the rows before left it, or cleared. */
export function guided(
  guide: usize,
  plane: usize,
  width: i32,
  height: i32,
  reach: i32,
  epsilon: f64,
  from: i32,
  to: i32,
  state: usize,
  out: usize,
): void {
  const columns = state + HEAD;
  const coefficients = columns + SUMS * <usize>width;
  const ring = coefficients + FOUR * <usize>width;
  const slots = 2 * reach + 2;
  const line = <usize>width;
  for (let y = from; y < to; y++) {
    // The first row of coefficients that is not there yet.
    let next = load<i32>(state);
    for (; next <= min(y + reach, height - 1); next++) {
      const row = slotOf(next, ring, slots, line);
      if (next < reach || next >= height - reach) memory.fill(row, 0, FOUR * line);
      else {
        for (let last = next == reach ? 0 : next + reach; last <= next + reach; last++) {
          countedRow(columns, guide + ((<usize>last * line) << 3), plane + ((<usize>last * line) << 1), width, false);
        }
        const gone = next - reach - 1;
        if (gone >= 0) countedRow(columns, guide + ((<usize>gone * line) << 3), plane + ((<usize>gone * line) << 1), width, true);
        coefficientsOf(columns, width, reach, epsilon, row);
      }
      coefficientsCounted(coefficients, row, width, false);
      if (next > 2 * reach) coefficientsCounted(coefficients, slotOf(next - 2 * reach - 1, ring, slots, line), width, true);
    }
    store<i32>(state, next);
    const row = out + ((<usize>y * line) << 1);
    if (y < reach || y >= height - reach) memory.fill(row, 0, line << 1);
    else filtered(coefficients, guide + ((<usize>y * line) << 3), width, reach, row);
  }
}
