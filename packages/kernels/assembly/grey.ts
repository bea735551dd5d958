import { clampOne, DEPTH, HALF, ONE, unpremultiplied } from './depth';
import { ALONG, hueOf } from './hue';

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

/** Grey of `pixels` premultiplied RGBA values; the least coverage met is given back. */
export function grey(rgba: usize, pixels: i32, sr: i32, sg: i32, sb: i32, tone: usize, coverage: usize): i32 {
  const high = factors(sr >> 14, sg >> 14, sb >> 14);
  const low = factors(sr & 16383, sg & 16383, sb & 16383);
  const round = i32x4.splat(HALF);
  const full = i32x4.splat(ONE);
  const none = i32x4.splat(0);
  let least = ONE;
  let i = 0;
  for (; i + 4 <= pixels; i += 4) {
    const at = rgba + (<usize>i << 3);
    const p = v128.load(at);
    const q = v128.load(at, 16);
    // Alpha is the upper half of each pixel's second 32-bit lane.
    const alpha = i32x4.shr_s(v128.shuffle<i32>(p, q, 1, 3, 5, 7), 16);
    if (i32x4.all_true(i32x4.eq(alpha, full))) {
      const lowSum = i32x4.shr_s(
        i32x4.add(pixelSums(i32x4.dot_i16x8_s(p, low), i32x4.dot_i16x8_s(q, low)), round),
        DEPTH,
      );
      const highSum = pixelSums(i32x4.dot_i16x8_s(p, high), i32x4.dot_i16x8_s(q, high));
      const sum = i32x4.shr_s(i32x4.add(i32x4.add(highSum, lowSum), round), DEPTH);
      const clamped = i32x4.min_s(i32x4.max_s(sum, none), full);
      v128.store64_lane(tone + (<usize>i << 1), i16x8.narrow_i32x4_s(clamped, clamped), 0);
      v128.store64_lane(coverage + (<usize>i << 1), i16x8.narrow_i32x4_s(alpha, alpha), 0);
    } else if (!v128.any_true(alpha)) {
      store<u64>(tone + (<usize>i << 1), 0);
      store<u64>(coverage + (<usize>i << 1), 0);
      least = 0;
    } else {
      for (let k = i; k < i + 4; k++) least = min(least, greyPixel(rgba, k, sr, sg, sb, tone, coverage));
    }
  }
  for (; i < pixels; i++) least = min(least, greyPixel(rgba, i, sr, sg, sb, tone, coverage));
  return least;
}

function greyPixel(rgba: usize, i: i32, sr: i32, sg: i32, sb: i32, tone: usize, coverage: usize): i32 {
  const at = rgba + (<usize>i << 3);
  const alpha = <i32>load<i16>(at, 6);
  const r = unpremultiplied(load<i16>(at), alpha);
  const g = unpremultiplied(load<i16>(at, 2), alpha);
  const b = unpremultiplied(load<i16>(at, 4), alpha);
  store<i16>(tone + (<usize>i << 1), <i16>clampOne(weighted(r, g, b, sr, sg, sb)));
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
  let least = ONE;
  for (let i = 0; i < pixels; i++) {
    const at = rgba + (<usize>i << 3);
    const alpha = <i32>load<i16>(at, 6);
    const r = unpremultiplied(load<i16>(at), alpha);
    const g = unpremultiplied(load<i16>(at, 2), alpha);
    const b = unpremultiplied(load<i16>(at, 4), alpha);
    const span = max(max(r, g), b) - min(min(r, g), b);
    const lift = span > 0 ? (responseAt(response, r, g, b, span) * span + HALF) >> DEPTH : 0;
    store<i16>(tone + (<usize>i << 1), <i16>clampOne(weighted(r, g, b, sr, sg, sb) + lift));
    store<i16>(coverage + (<usize>i << 1), <i16>alpha);
    least = min(least, alpha);
  }
  return least;
}

// @ts-ignore: decorator
@inline
function responseAt(response: usize, r: i32, g: i32, b: i32, span: i32): i32 {
  const hue = hueOf(r, g, b, max(max(r, g), b), min(min(r, g), b));
  const sixth = hue / ALONG;
  const along = hue % ALONG;
  // Exact: a quotient of integers this small is never rounded across a whole number.
  const position = <i32>(<f64>(along * 65536) / <f64>span);
  const knot = sixth * 256 + min(255, position >> 8);
  const fraction = position >= 65536 ? 256 : position & 255;
  const at = response + (<usize>knot << 1);
  const from = <i32>load<i16>(at);
  return from + (((<i32>load<i16>(at, 2) - from) * fraction + 128) >> 8);
}
