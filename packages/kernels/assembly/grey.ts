import { clampOne, DEPTH, HALF, ONE, unpremultiplied } from './depth';

/** Weighted sum of one colour; shares are share · 2^28, split in high and low 14 bits so that 32 bits hold the sums. */
// @ts-ignore: decorator
@inline
function weighted(r: i32, g: i32, b: i32, sr: i32, sg: i32, sb: i32): i32 {
  const high = r * (sr >> 14) + g * (sg >> 14) + b * (sb >> 14);
  const low = r * (sr & 16383) + g * (sg & 16383) + b * (sb & 16383);
  return (high + ((low + HALF) >> DEPTH) + HALF) >> DEPTH;
}

/** Red, green, blue and nothing of alpha, twice: the factors of two pixels. */
// @ts-ignore: decorator
@inline
function factors(r: i32, g: i32, b: i32): v128 {
  return i16x8(<i16>r, <i16>g, <i16>b, 0, <i16>r, <i16>g, <i16>b, 0);
}

/** Sums of neighbouring 32-bit lanes of two vectors: one a pixel. */
// @ts-ignore: decorator
@inline
function pixelSums(a: v128, b: v128): v128 {
  return i32x4.add(v128.shuffle<i32>(a, b, 0, 2, 4, 6), v128.shuffle<i32>(a, b, 1, 3, 5, 7));
}

/** Weighted sums of four pixels at full coverage, not yet within 0 … ONE. */
// @ts-ignore: decorator
@inline
function weightedSums(p: v128, q: v128, high: v128, low: v128): v128 {
  const round = i32x4.splat(HALF);
  const lowSum = i32x4.shr_s(i32x4.add(pixelSums(i32x4.dot_i16x8_s(p, low), i32x4.dot_i16x8_s(q, low)), round), DEPTH);
  const highSum = pixelSums(i32x4.dot_i16x8_s(p, high), i32x4.dot_i16x8_s(q, high));
  return i32x4.shr_s(i32x4.add(i32x4.add(highSum, lowSum), round), DEPTH);
}

// @ts-ignore: decorator
@inline
function storeTones(to: usize, sums: v128): void {
  const clamped = i32x4.min_s(i32x4.max_s(sums, i32x4.splat(0)), i32x4.splat(ONE));
  v128.store64_lane(to, i16x8.narrow_i32x4_s(clamped, clamped), 0);
}

/** Grey of `pixels` premultiplied RGBA values; the least coverage met is given back. */
export function grey(rgba: usize, pixels: i32, sr: i32, sg: i32, sb: i32, tone: usize, coverage: usize): i32 {
  const high = factors(sr >> 14, sg >> 14, sb >> 14);
  const low = factors(sr & 16383, sg & 16383, sb & 16383);
  const full = i32x4.splat(ONE);
  let least = ONE;
  let i = 0;
  for (; i + 4 <= pixels; i += 4) {
    const at = rgba + (<usize>i << 3);
    const p = v128.load(at);
    const q = v128.load(at, 16);
    // Alpha is the upper half of each pixel's second 32-bit lane.
    const alpha = i32x4.shr_s(v128.shuffle<i32>(p, q, 1, 3, 5, 7), 16);
    if (i32x4.all_true(i32x4.eq(alpha, full))) {
      storeTones(tone + (<usize>i << 1), weightedSums(p, q, high, low));
      v128.store64_lane(coverage + (<usize>i << 1), i16x8.narrow_i32x4_s(alpha, alpha), 0);
    } else if (!v128.any_true(alpha)) {
      store<u64>(tone + (<usize>i << 1), 0);
      store<u64>(coverage + (<usize>i << 1), 0);
      least = 0;
    } else {
      for (let k = i; k < i + 4; k++) least = min(least, greyPixel(rgba, k, sr, sg, sb, 0, tone, coverage));
    }
  }
  for (; i < pixels; i++) least = min(least, greyPixel(rgba, i, sr, sg, sb, 0, tone, coverage));
  return least;
}

/** Grey of one pixel, with a lift by hue if there is a response (else 0); its coverage is given back. */
function greyPixel(rgba: usize, i: i32, sr: i32, sg: i32, sb: i32, response: usize, tone: usize, coverage: usize): i32 {
  const at = rgba + (<usize>i << 3);
  const alpha = <i32>load<i16>(at, 6);
  const r = unpremultiplied(load<i16>(at), alpha);
  const g = unpremultiplied(load<i16>(at, 2), alpha);
  const b = unpremultiplied(load<i16>(at, 4), alpha);
  const lift = response ? i32x4.extract_lane(liftsOf(i32x4.splat(r), i32x4.splat(g), i32x4.splat(b), response), 0) : 0;
  store<i16>(tone + (<usize>i << 1), <i16>clampOne(weighted(r, g, b, sr, sg, sb) + lift));
  store<i16>(coverage + (<usize>i << 1), <i16>alpha);
  return alpha;
}

/** Grey with a lift by hue: `response` has 6 · 256 + 1 knots from red by green and blue back to red. */
export function greyByHue(
  rgba: usize,
  pixels: i32,
  sr: i32,
  sg: i32,
  sb: i32,
  response: usize,
  tone: usize,
  coverage: usize,
): i32 {
  const high = factors(sr >> 14, sg >> 14, sb >> 14);
  const low = factors(sr & 16383, sg & 16383, sb & 16383);
  const full = i32x4.splat(ONE);
  let least = ONE;
  let i = 0;
  for (; i + 4 <= pixels; i += 4) {
    const at = rgba + (<usize>i << 3);
    const p = v128.load(at);
    const q = v128.load(at, 16);
    const redGreen = v128.shuffle<i32>(p, q, 0, 2, 4, 6);
    const blueAlpha = v128.shuffle<i32>(p, q, 1, 3, 5, 7);
    const alpha = i32x4.shr_s(blueAlpha, 16);
    if (i32x4.all_true(i32x4.eq(alpha, full))) {
      const lower = i32x4.splat(0xffff);
      const lifts = liftsOf(v128.and(redGreen, lower), i32x4.shr_s(redGreen, 16), v128.and(blueAlpha, lower), response);
      storeTones(tone + (<usize>i << 1), i32x4.add(weightedSums(p, q, high, low), lifts));
      v128.store64_lane(coverage + (<usize>i << 1), i16x8.narrow_i32x4_s(alpha, alpha), 0);
    } else {
      for (let k = i; k < i + 4; k++) least = min(least, greyPixel(rgba, k, sr, sg, sb, response, tone, coverage));
    }
  }
  for (; i < pixels; i++) least = min(least, greyPixel(rgba, i, sr, sg, sb, response, tone, coverage));
  return least;
}

/**
 * Four quotients, along · 2^16 ÷ span without fraction, of along ≤ span < 2^15: single precision holds both, and may but round up to the
 * next whole number, as what is left over then tells.
 */
// @ts-ignore: decorator
@inline
function quotients(along: v128, span: v128): v128 {
  const whole = i32x4.shl(along, 16);
  const near = i32x4.trunc_sat_f32x4_s(f32x4.div(f32x4.convert_i32x4_s(whole), f32x4.convert_i32x4_s(span)));
  const left = i32x4.sub(whole, i32x4.mul(near, span));
  return i32x4.add(near, i32x4.shr_s(left, 31));
}

/** How much lighter four colours print by their hues: what the response says, as far as they are no grey. */
// @ts-ignore: decorator
@inline
function liftsOf(r: v128, g: v128, b: v128, response: usize): v128 {
  const most = i32x4.max_s(i32x4.max_s(r, g), b);
  const least = i32x4.min_s(i32x4.min_s(r, g), b);
  const span = i32x4.sub(most, least);
  // Where they lie on the hue circle, as in hue.ts: from each primary to the secondaries before and after it.
  const isRed = i32x4.eq(r, most);
  const isGreen = i32x4.eq(g, most);
  const fromGreen = v128.bitselect(i32x4.sub(b, r), i32x4.sub(r, g), isGreen);
  const away = v128.bitselect(i32x4.sub(g, b), fromGreen, isRed);
  const isBefore = i32x4.shr_s(away, 31);
  const along = i32x4.add(away, v128.and(isBefore, span));
  const primary = v128.andnot(v128.bitselect(i32x4.splat(2 * 256), i32x4.splat(4 * 256), isGreen), isRed);
  const back = v128.and(isBefore, v128.bitselect(i32x4.splat(5 * 256), i32x4.splat(-256), isRed));
  const knot = i32x4.add(primary, back);

  const position = quotients(along, i32x4.max_s(span, i32x4.splat(1)));
  const step = i32x4.min_s(i32x4.shr_s(position, 8), i32x4.splat(255));
  const fraction = i32x4.sub(position, i32x4.shl(step, 8));
  const at = i32x4.shl(i32x4.add(knot, step), 1);
  let pairs = v128.load32_zero(response + <usize>i32x4.extract_lane(at, 0));
  pairs = v128.load32_lane(response + <usize>i32x4.extract_lane(at, 1), pairs, 1);
  pairs = v128.load32_lane(response + <usize>i32x4.extract_lane(at, 2), pairs, 2);
  pairs = v128.load32_lane(response + <usize>i32x4.extract_lane(at, 3), pairs, 3);
  const from = i32x4.shr_s(i32x4.shl(pairs, 16), 16);
  const rise = i32x4.mul(i32x4.sub(i32x4.shr_s(pairs, 16), from), fraction);
  const here = i32x4.add(from, i32x4.shr_s(i32x4.add(rise, i32x4.splat(128)), 8));
  return i32x4.shr_s(i32x4.add(i32x4.mul(here, span), i32x4.splat(HALF)), DEPTH);
}
