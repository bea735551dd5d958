import { HALF, ONE } from './depth';
import { movedPhase, wayAt } from './ways';

// Spot values: see the core's raster/reference/spot.ts for the formulas and their source (ISO 32000-1 Table 128).
const SLOPE_BITS: i32 = 5;
const EUCLIDEAN: i32 = 1;
const ELLIPSE: i32 = 2;
const LINE: i32 = 3;
const SQUARE: i32 = 4;
const DIAMOND: i32 = 5;
const CHAIN: i32 = 6;
const CROSS: i32 = 7;
const RHOMBOID: i32 = 8;
const RING: i32 = 9;
const DOUBLE: i32 = 10;
const WAVE: i32 = 11;
const HEXAGONAL: i32 = 12;
const BRICK: i32 = 13;

/** Half the sum of two Q15 values, as Q13. */
// @ts-ignore: decorator
@inline
function halfSum(a: v128, b: v128): v128 {
  return i16x8.shr_s(i16x8.add(i16x8.shr_s(a, 1), i16x8.shr_s(b, 1)), 1);
}

// @ts-ignore: decorator
@inline
function disc(x: v128, y: v128): v128 {
  return i16x8.sub(i16x8.splat(8192), halfSum(i16x8.q15mulr_sat_s(x, x), i16x8.q15mulr_sat_s(y, y)));
}

// @ts-ignore: decorator
@inline
function hole(x: v128, y: v128): v128 {
  const dx = i16x8.sub(i16x8.splat(32767), x);
  const dy = i16x8.sub(i16x8.splat(32767), y);
  return i16x8.sub(halfSum(i16x8.q15mulr_sat_s(dx, dx), i16x8.q15mulr_sat_s(dy, dy)), i16x8.splat(8192));
}

/** cos(180° · t) by two parabolas, as Q13. */
// @ts-ignore: decorator
@inline
function arc(t: v128): v128 {
  const rest = i16x8.sub(i16x8.splat(32767), t);
  const near = i16x8.sub(i16x8.splat(8192), i16x8.q15mulr_sat_s(t, t));
  const far = i16x8.sub(i16x8.q15mulr_sat_s(rest, rest), i16x8.splat(8192));
  return v128.bitselect(near, far, i16x8.le_s(t, i16x8.splat(16383)));
}

/** A coordinate at twice the frequency; 65535 − 2t wraps to −1 − 2t. */
// @ts-ignore: decorator
@inline
function twice(t: v128): v128 {
  const double = i16x8.shl(t, 1);
  return v128.bitselect(double, i16x8.sub(i16x8.splat(-1), double), i16x8.le_s(t, i16x8.splat(16383)));
}

// @ts-ignore: decorator
@inline
function spot(shape: i32, x: v128, y: v128): v128 {
  if (shape == CHAIN) {
    return i16x8.add(i16x8.q15mulr_sat_s(arc(x), i16x8.splat(18022)), i16x8.q15mulr_sat_s(arc(y), i16x8.splat(14746)));
  }
  if (shape == CROSS) return i16x8.sub(i16x8.splat(8192), i16x8.shr_s(i16x8.min_s(x, y), 1));
  if (shape == RHOMBOID) return i16x8.sub(halfSum(i16x8.q15mulr_sat_s(x, i16x8.splat(29491)), y), i16x8.splat(8192));
  if (shape == RING) {
    const away = i16x8.sub(halfSum(i16x8.q15mulr_sat_s(x, x), i16x8.q15mulr_sat_s(y, y)), i16x8.splat(2949));
    return i16x8.sub(i16x8.splat(8192), i16x8.abs(away));
  }
  if (shape == DOUBLE) return i16x8.shr_s(i16x8.add(arc(twice(x)), arc(twice(y))), 1);
  if (shape == LINE || shape == WAVE) return i16x8.sub(i16x8.splat(8192), i16x8.shr_s(y, 1));
  if (shape == SQUARE) return i16x8.sub(i16x8.splat(8192), i16x8.shr_s(i16x8.max_s(x, y), 1));
  if (shape == ELLIPSE) {
    const y2 = i16x8.q15mulr_sat_s(i16x8.q15mulr_sat_s(y, y), i16x8.splat(29491));
    return i16x8.sub(i16x8.splat(8192), halfSum(i16x8.q15mulr_sat_s(x, x), y2));
  }
  const middle = disc(x, y);
  if (shape == EUCLIDEAN || shape == DIAMOND) {
    const sum = i16x8.add(i16x8.shr_s(x, 1), i16x8.shr_s(y, 1));
    const corner = hole(x, y);
    if (shape == EUCLIDEAN) return v128.bitselect(middle, corner, i16x8.le_s(sum, i16x8.splat(16383)));
    const slope = i16x8.sub(i16x8.splat(8192), halfSum(i16x8.q15mulr_sat_s(x, i16x8.splat(27853)), y));
    const outer = v128.bitselect(slope, corner, i16x8.le_s(sum, i16x8.splat(20152)));
    return v128.bitselect(middle, outer, i16x8.le_s(sum, i16x8.splat(12288)));
  }
  return middle;
}

/** The upper halves of eight phases. */
// @ts-ignore: decorator
@inline
function coordinates(low: v128, high: v128): v128 {
  return i16x8.narrow_i32x4_s(i32x4.shr_s(low, 16), i32x4.shr_s(high, 16));
}

/** Coordinates without their sign, as one's complement. */
// @ts-ignore: decorator
@inline
function folded(x: v128): v128 {
  return v128.xor(x, i16x8.shr_s(x, 15));
}

/** How far a wave's line strays at places along it: 3/16 of a cell either way. */
// @ts-ignore: decorator
@inline
function bent(y: v128, x: v128): v128 {
  const bend = arc(x);
  return i16x8.add(y, i16x8.add(bend, i16x8.shr_s(bend, 1)));
}

/** The spot values of a shape at eight phases. */
// @ts-ignore: decorator
@inline
function valueAt(shape: i32, uLow: v128, uHigh: v128, vLow: v128, vHigh: v128): v128 {
  if (shape == BRICK) {
    const top = i32x4.splat(0x80000000);
    const x = coordinates(v128.xor(uLow, v128.and(vLow, top)), v128.xor(uHigh, v128.and(vHigh, top)));
    return spot(SQUARE, folded(x), folded(coordinates(i32x4.shl(vLow, 1), i32x4.shl(vHigh, 1))));
  }
  const x = folded(coordinates(uLow, uHigh));
  const y = coordinates(vLow, vHigh);
  if (shape == WAVE) return spot(shape, x, folded(bent(y, x)));
  if (shape == HEXAGONAL) {
    const third = folded(coordinates(i32x4.neg(i32x4.add(uLow, vLow)), i32x4.neg(i32x4.add(uHigh, vHigh))));
    return i16x8.q15mulr_sat_s(i16x8.add(i16x8.add(arc(x), arc(folded(y))), arc(third)), i16x8.splat(10923));
  }
  return spot(shape, x, folded(y));
}

/** The thresholds of four tones, each 16 bits of `tones`. */
// @ts-ignore: decorator
@inline
function thresholdsOf(tones: u64, thresholds: usize): v128 {
  const first = v128.load32_zero(thresholds + ((<usize>tones & 0xffff) << 2));
  const two = v128.load32_lane(thresholds + ((<usize>(tones >> 16) & 0xffff) << 2), first, 1);
  const three = v128.load32_lane(thresholds + ((<usize>(tones >> 32) & 0xffff) << 2), two, 2);
  return v128.load32_lane(thresholds + (<usize>(tones >> 48) << 2), three, 3);
}

/** Ink of eight spot values over their tones' thresholds. */
// @ts-ignore: decorator
@inline
function putInk(s: v128, tone: usize, i: i32, thresholds: usize, out: usize): void {
  const half = i32x4.splat(HALF);
  const tones = i16x8.min_s(i16x8.max_s(v128.load(tone + (<usize>i << 1)), i16x8.splat(0)), i16x8.splat(<i16>ONE));
  const first = thresholdsOf(<u64>i64x2.extract_lane(tones, 0), thresholds);
  const second = thresholdsOf(<u64>i64x2.extract_lane(tones, 1), thresholds);
  // Even 16-bit lanes hold thresholds, odd ones slopes.
  const threshold = v128.shuffle<i16>(first, second, 0, 2, 4, 6, 8, 10, 12, 14);
  const slope = v128.shuffle<i16>(first, second, 1, 3, 5, 7, 9, 11, 13, 15);
  const above = i16x8.sub(s, threshold);
  const low = i32x4.add(i32x4.shr_s(i32x4.extmul_low_i16x8_s(above, slope), SLOPE_BITS), half);
  const high = i32x4.add(i32x4.shr_s(i32x4.extmul_high_i16x8_s(above, slope), SLOPE_BITS), half);
  const ink = i16x8.narrow_i32x4_s(low, high);
  v128.store(out + (<usize>i << 1), i16x8.min_s(i16x8.max_s(ink, i16x8.splat(0)), i16x8.splat(<i16>ONE)));
}

/**
 * One row of a screen: `u`, `v` are the phases of its first pixel, `ux`, `vx` their growth a pixel. Eight pixels at a
 * time; the caller leaves room for reading and writing up to seven pixels past the row's end.
 */
function screenRow(tone: usize, width: i32, u: i32, ux: i32, v: i32, vx: i32, shape: i32, thresholds: usize, out: usize): void {
  let uLow = i32x4(u, u + ux, u + 2 * ux, u + 3 * ux);
  let vLow = i32x4(v, v + vx, v + 2 * vx, v + 3 * vx);
  const uFour = i32x4.splat(4 * ux);
  const vFour = i32x4.splat(4 * vx);
  let i = 0;
  do {
    const uHigh = i32x4.add(uLow, uFour);
    const vHigh = i32x4.add(vLow, vFour);
    const s = valueAt(shape, uLow, uHigh, vLow, vHigh);
    uLow = i32x4.add(uHigh, uFour);
    vLow = i32x4.add(vHigh, vFour);
    putInk(s, tone, i, thresholds, out);
    i += 8;
  } while (i < width);
}

/** A row of a screen whose pixels are moved by ways, as `screenRow`. */
function bentRow(
  tone: usize,
  width: i32,
  u: i32,
  ux: i32,
  uy: i32,
  v: i32,
  vx: i32,
  vy: i32,
  shape: i32,
  thresholds: usize,
  waysX: usize,
  waysY: usize,
  across: i32,
  down: i32,
  phases: usize,
  out: usize,
): void {
  for (let i = 0; i < width; i += 8) {
    for (let k = 0; k < 8; k++) {
      const x = wayAt(waysX, i + k, across);
      const y = wayAt(waysY, i + k, down);
      store<i32>(phases + (<usize>k << 2), movedPhase(u + (i + k) * ux, ux, uy, x, y));
      store<i32>(phases + (<usize>k << 2), movedPhase(v + (i + k) * vx, vx, vy, x, y), 32);
    }
    const s = valueAt(shape, v128.load(phases), v128.load(phases, 16), v128.load(phases, 32), v128.load(phases, 48));
    putInk(s, tone, i, thresholds, out);
  }
}

/** A screen over rows of `width` pixels; phases as in the core's ScreenGrid, of the region's first pixel; moved by ways unless they are 0. `phases` has room for 16 of them. */
export function screen(
  tone: usize,
  width: i32,
  height: i32,
  u: i32,
  ux: i32,
  uy: i32,
  v: i32,
  vx: i32,
  vy: i32,
  shape: i32,
  thresholds: usize,
  waysX: usize,
  waysY: usize,
  across: i32,
  down: i32,
  phases: usize,
  out: usize,
): void {
  for (let row = 0; row < height; row++) {
    const offset = (<usize>row * width) << 1;
    if (waysX) {
      const pu = u + row * uy;
      const pv = v + row * vy;
      bentRow(tone + offset, width, pu, ux, uy, pv, vx, vy, shape, thresholds, waysX + offset, waysY + offset, across, down, phases, out + offset);
    } else screenRow(tone + offset, width, u + row * uy, ux, v + row * vy, vx, shape, thresholds, out + offset);
  }
}
