import { DEPTH, HALF, ONE, timesEight, unpremultiplied } from './depth';

// Planes of weights and coverage, eight values at a time; the caller leaves room past each end.

/** v · w, rounded half up. */
export function multiply(first: usize, second: usize, count: i32, out: usize): void {
  for (let i = 0; i < count; i += 8) {
    const at = <usize>i << 1;
    v128.store(out + at, timesEight(v128.load(first + at), v128.load(second + at)));
  }
}

/** What a plane leaves of everything, the plane first weakened to a strength: 1 − v · strength. */
export function complement(plane: usize, count: i32, strength: i32, out: usize): void {
  const one = i16x8.splat(<i16>ONE);
  const weight = i16x8.splat(<i16>strength);
  for (let i = 0; i < count; i += 8) {
    const at = <usize>i << 1;
    v128.store(out + at, i16x8.sub(one, timesEight(v128.load(plane + at), weight)));
  }
}

/** All from a half up, nothing below. */
export function cut(plane: usize, count: i32, out: usize): void {
  const half = i16x8.splat(<i16>HALF);
  const one = i16x8.splat(<i16>ONE);
  for (let i = 0; i < count; i += 8) {
    const at = <usize>i << 1;
    v128.store(out + at, v128.and(i16x8.ge_s(v128.load(plane + at), half), one));
  }
}

/** Coverage cut at `least`, colours kept; `count` values of RGBA. */
export function cutColours(rgba: usize, count: i32, least: i32, out: usize): void {
  const end = rgba + (<usize>count << 1);
  for (let at = rgba, to = out; at < end; at += 8, to += 8) {
    const alpha = <i32>load<i16>(at, 6);
    if (alpha == ONE) store<i64>(to, load<i64>(at));
    else if (alpha < least) store<i64>(to, 0);
    else {
      store<i16>(to, <i16>unpremultiplied(load<i16>(at), alpha));
      store<i16>(to, <i16>unpremultiplied(load<i16>(at, 2), alpha), 2);
      store<i16>(to, <i16>unpremultiplied(load<i16>(at, 4), alpha), 4);
      store<i16>(to, <i16>ONE, 6);
    }
  }
}

/** Alpha of RGBA as a plane. */
export function alphaOf(rgba: usize, pixels: i32, out: usize): void {
  const whole = pixels & ~7;
  for (let i = 0; i < whole; i += 8) {
    const from = rgba + (<usize>i << 3);
    const low = v128.shuffle<i16>(v128.load(from), v128.load(from, 16), 3, 7, 11, 15, 0, 0, 0, 0);
    const high = v128.shuffle<i16>(v128.load(from, 32), v128.load(from, 48), 3, 7, 11, 15, 0, 0, 0, 0);
    v128.store(out + (<usize>i << 1), v128.shuffle<i64>(low, high, 0, 2));
  }
  for (let i = whole; i < pixels; i++) store<i16>(out + (<usize>i << 1), load<i16>(rgba + (<usize>i << 3), 6));
}

/** Light as weights, what is not there white: 1 − (1 − v) · w. */
export function light(tone: usize, coverage: usize, count: i32, out: usize): void {
  const one = i16x8.splat(<i16>ONE);
  for (let i = 0; i < count; i += 8) {
    const at = <usize>i << 1;
    v128.store(out + at, i16x8.sub(one, timesEight(i16x8.sub(one, v128.load(tone + at)), v128.load(coverage + at))));
  }
}

/** Grey as RGBA, premultiplied by a coverage. */
export function paintTones(tone: usize, coverage: usize, pixels: i32, out: usize): void {
  for (let i = 0; i < pixels; i++) {
    const alpha = coverage ? <i32>load<i16>(coverage + (<usize>i << 1)) : ONE;
    const grey = <i64>(((<i32>load<i16>(tone + (<usize>i << 1))) * alpha + HALF) >> DEPTH);
    store<i64>(out + (<usize>i << 3), grey | (grey << 16) | (grey << 32) | ((<i64>alpha) << 48));
  }
}

/** Each tone's red, green and blue by three tables, premultiplied by a coverage. */
export function toned(tone: usize, coverage: usize, pixels: i32, red: usize, green: usize, blue: usize, out: usize): void {
  for (let i = 0; i < pixels; i++) {
    const alpha = <i32>load<i16>(coverage + (<usize>i << 1));
    const at = <usize>load<u16>(tone + (<usize>i << 1)) << 1;
    const r = <i64>((<i32>load<i16>(red + at) * alpha + HALF) >> DEPTH);
    const g = <i64>((<i32>load<i16>(green + at) * alpha + HALF) >> DEPTH);
    const b = <i64>((<i32>load<i16>(blue + at) * alpha + HALF) >> DEPTH);
    store<i64>(out + (<usize>i << 3), r | (g << 16) | (b << 32) | ((<i64>alpha) << 48));
  }
}

const HAS_BARE: i32 = 1;
const HAS_WHOLE: i32 = 2;
const HAS_SOFT: i32 = 4;

/** What a coverage has of soft, bare and whole values, as bits; no more is looked for once it has soft ones. */
export function extent(plane: usize, count: i32): i32 {
  const ones = i16x8.splat(<i16>ONE);
  const none = i16x8.splat(0);
  let bare = i16x8.splat(0);
  let whole = i16x8.splat(0);
  let i = 0;
  for (; i + 8 <= count; i += 8) {
    const values = v128.load(plane + (<usize>i << 1));
    const zero = i16x8.eq(values, none);
    const one = i16x8.eq(values, ones);
    if (!i16x8.all_true(v128.or(zero, one))) return HAS_SOFT;
    bare = v128.or(bare, zero);
    whole = v128.or(whole, one);
  }
  let has = (v128.any_true(bare) ? HAS_BARE : 0) | (v128.any_true(whole) ? HAS_WHOLE : 0);
  for (; i < count; i++) {
    const value = <i32>load<i16>(plane + (<usize>i << 1));
    if (value != 0 && value != ONE) return HAS_SOFT;
    has |= value == 0 ? HAS_BARE : HAS_WHOLE;
  }
  return has;
}

/** Sum of a plane's values. */
export function sum(plane: usize, count: i32): f64 {
  let total: i64 = 0;
  let i = 0;
  const one = i16x8.splat(1);
  for (; i + 8 <= count; ) {
    // 32-bit lanes hold at least 2^15 sums of two values.
    let part = i32x4.splat(0);
    const end = min(count - 7, i + 8 * 16384);
    for (; i < end; i += 8) part = i32x4.add(part, i32x4.dot_i16x8_s(v128.load(plane + (<usize>i << 1)), one));
    total +=
      <i64>i32x4.extract_lane(part, 0) + <i64>i32x4.extract_lane(part, 1) + <i64>i32x4.extract_lane(part, 2) + <i64>i32x4.extract_lane(part, 3);
  }
  for (; i < count; i++) total += <i64>load<i16>(plane + (<usize>i << 1));
  return <f64>total;
}

/** Sum of the products of two planes' values. */
export function dot(first: usize, second: usize, count: i32): f64 {
  let total = i64x2.splat(0);
  let i = 0;
  for (; i + 8 <= count; i += 8) {
    const at = <usize>i << 1;
    const products = i32x4.dot_i16x8_s(v128.load(first + at), v128.load(second + at));
    total = i64x2.add(total, i64x2.add(i64x2.extend_low_i32x4_s(products), i64x2.extend_high_i32x4_s(products)));
  }
  let rest: i64 = i64x2.extract_lane(total, 0) + i64x2.extract_lane(total, 1);
  for (; i < count; i++) {
    const at = <usize>i << 1;
    rest += <i64>load<i16>(first + at) * <i64>load<i16>(second + at);
  }
  return <f64>rest;
}

/** p · first + q · second + add, within `least` … ONE; no more than 16 bits each, with q 0 where there is no second. */
export function combined(first: usize, p: i32, second: usize, q: i32, count: i32, add: i32, least: i32, out: usize): void {
  const by = v128.or(i32x4.splat(p & 0xffff), i32x4.shl(i32x4.splat(q), 16));
  const more = i32x4.splat(add);
  const none = i16x8.splat(<i16>least);
  const one = i16x8.splat(<i16>ONE);
  let i = 0;
  do {
    const at = <usize>i << 1;
    const a = v128.load(first + at);
    const b = q == 0 ? a : v128.load(second + at);
    const low = i32x4.add(i32x4.dot_i16x8_s(v128.shuffle<i16>(a, b, 0, 8, 1, 9, 2, 10, 3, 11), by), more);
    const high = i32x4.add(i32x4.dot_i16x8_s(v128.shuffle<i16>(a, b, 4, 12, 5, 13, 6, 14, 7, 15), by), more);
    v128.store(out + at, i16x8.min_s(i16x8.max_s(i16x8.narrow_i32x4_s(low, high), none), one));
    i += 8;
  } while (i < count);
}

/** The lesser of two planes. */
export function lesser(first: usize, second: usize, count: i32, out: usize): void {
  for (let i = 0; i < count; i += 8) {
    const at = <usize>i << 1;
    v128.store(out + at, i16x8.min_s(v128.load(first + at), v128.load(second + at)));
  }
}
