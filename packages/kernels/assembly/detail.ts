import { DEPTH, HALF, ONE } from './depth';
import { entriesAt } from './table';

// What steps do with a plane and a softer copy of it.

/** base + table[first − second], within 0 … ONE; the table begins at a difference of −ONE; base 0 is nothing everywhere. */
export function lifted(base: usize, first: usize, second: usize, count: i32, table: usize, out: usize): void {
  const none = i16x8.splat(0);
  const one = i16x8.splat(<i16>ONE);
  // The last vector may reach past the end: what it looks up there is within the table.
  for (let i = 0; i < count; i += 8) {
    const at = <usize>i << 1;
    const apart = i16x8.sub_sat_s(v128.load(first + at), v128.load(second + at));
    // 0 … 2 · ONE, which the lanes hold as unsigned.
    const place = i16x8.add(i16x8.min_s(i16x8.max_s(apart, i16x8.splat(<i16>-ONE)), one), one);
    const from = base ? v128.load(base + at) : none;
    v128.store(out + at, i16x8.min_s(i16x8.max_s(i16x8.add_sat_s(from, entriesAt(table, place)), none), one));
  }
}

/** first · second + third, within 0 … ONE. */
export function multiplyAdd(first: usize, second: usize, third: usize, count: i32, out: usize): void {
  const round = i32x4.splat(HALF);
  const none = i16x8.splat(0);
  const one = i16x8.splat(<i16>ONE);
  for (let i = 0; i < count; i += 8) {
    const at = <usize>i << 1;
    const a = v128.load(first + at);
    const b = v128.load(second + at);
    const low = i32x4.shr_s(i32x4.add(i32x4.extmul_low_i16x8_s(a, b), round), DEPTH);
    const high = i32x4.shr_s(i32x4.add(i32x4.extmul_high_i16x8_s(a, b), round), DEPTH);
    const sum = i16x8.add_sat_s(i16x8.narrow_i32x4_s(low, high), v128.load(third + at));
    v128.store(out + at, i16x8.min_s(i16x8.max_s(sum, none), one));
  }
}

/** first + second · table[first], within 0 … ONE; the first is within 0 … ONE. */
export function modulated(first: usize, second: usize, count: i32, table: usize, out: usize): void {
  const none = i16x8.splat(0);
  const one = i16x8.splat(<i16>ONE);
  const round = i32x4.splat(HALF);
  for (let i = 0; i < count; i += 8) {
    const at = <usize>i << 1;
    const values = v128.load(first + at);
    // What the last vector reads past the end may be anything.
    const weights = entriesAt(table, i16x8.min_s(i16x8.max_s(values, none), one));
    const by = v128.load(second + at);
    const low = i32x4.shr_s(i32x4.add(i32x4.extmul_low_i16x8_s(by, weights), round), DEPTH);
    const high = i32x4.shr_s(i32x4.add(i32x4.extmul_high_i16x8_s(by, weights), round), DEPTH);
    const sum = i16x8.add_sat_s(values, i16x8.narrow_i32x4_s(low, high));
    v128.store(out + at, i16x8.min_s(i16x8.max_s(sum, none), one));
  }
}

/** The guided filter's coefficients of each window by its mean and its mean of squares. */
export function guidance(means: usize, squares: usize, count: i32, epsilon: i32, slopes: usize, offsets: usize): void {
  for (let i = 0; i < count; i++) {
    const at = <usize>i << 1;
    const mean = <i32>load<i16>(means + at);
    const variance = max(0, <i32>load<i16>(squares + at) - ((mean * mean + HALF) >> DEPTH));
    const whole = variance + epsilon;
    const slope = (variance * ONE + (whole >> 1)) / whole;
    store<i16>(slopes + at, <i16>slope);
    store<i16>(offsets + at, <i16>(mean - ((slope * mean + HALF) >> DEPTH)));
  }
}

/** Four of first / second, at most ONE; nothing where the second is nothing. */
// @ts-ignore: decorator
@inline
function ratioOfFour(first: v128, second: v128): v128 {
  const none = i32x4.splat(0);
  const one = i32x4.splat(ONE);
  const numerators = i32x4.add(i32x4.shl(first, DEPTH), i32x4.shr_s(second, 1));
  const by = i32x4.max_s(second, i32x4.splat(1));
  const about = i32x4.trunc_sat_f32x4_s(f32x4.div(f32x4.convert_i32x4_s(numerators), f32x4.convert_i32x4_s(by)));
  // Up to ONE a quotient in 32-bit floats is right but for one, which the rest tells.
  const near = i32x4.min_s(i32x4.max_s(about, none), one);
  const rest = i32x4.sub(numerators, i32x4.mul(near, by));
  const right = i32x4.sub(i32x4.add(near, i32x4.lt_s(rest, none)), i32x4.ge_s(rest, by));
  return v128.and(i32x4.min_s(right, one), i32x4.gt_s(second, none));
}

/** first / second, neither less than nothing, at most ONE; nothing where the second is nothing. */
export function ratio(first: usize, second: usize, count: i32, out: usize): void {
  const whole = count & ~7;
  for (let i = 0; i < whole; i += 8) {
    const at = <usize>i << 1;
    const over = v128.load(first + at);
    const under = v128.load(second + at);
    const low = ratioOfFour(i32x4.extend_low_i16x8_s(over), i32x4.extend_low_i16x8_s(under));
    const high = ratioOfFour(i32x4.extend_high_i16x8_s(over), i32x4.extend_high_i16x8_s(under));
    v128.store(out + at, i16x8.narrow_i32x4_s(low, high));
  }
  for (let i = whole; i < count; i++) {
    const at = <usize>i << 1;
    const by = <i32>load<i16>(second + at);
    store<i16>(out + at, by > 0 ? <i16>min(ONE, (<i32>load<i16>(first + at) * ONE + (by >> 1)) / by) : 0);
  }
}
