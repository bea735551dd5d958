import { timesEight } from './depth';

/** The first two of a plane's values, each in the four lanes of a pixel. */
// @ts-ignore: decorator
@inline
export function twoPixels(values: v128): v128 {
  const pairs = i32x4.extend_low_i16x8_u(values);
  const doubled = v128.or(pairs, i32x4.shl(pairs, 16));
  const wide = i64x2.extend_low_i32x4_u(doubled);
  return v128.or(wide, i64x2.shl(wide, 32));
}

/** Weights of eight values: share · mask, one mask value a pixel of one or four channels. */
// @ts-ignore: decorator
@inline
export function weightsOf(mask: usize, value: i32, channels: i32, share: v128): v128 {
  if (channels == 1) return timesEight(v128.load(mask + (<usize>value << 1)), share);
  return timesEight(twoPixels(v128.load32_zero(mask + (<usize>(value >> 2) << 1))), share);
}

/**
 * from + (to − from) · share · mask (mask 0: none). Eight values at a time; the caller leaves room past the end.
 */
export function mix(from: usize, to: usize, count: i32, channels: i32, share: i32, mask: usize, out: usize): void {
  const whole = i16x8.splat(<i16>share);
  for (let i = 0; i < count; i += 8) {
    const offset = <usize>i << 1;
    const weight = mask ? weightsOf(mask, i, channels, whole) : whole;
    const start = v128.load(from + offset);
    const step = i16x8.sub(v128.load(to + offset), start);
    v128.store(out + offset, i16x8.add(start, timesEight(weight, step)));
  }
}

/** Premultiplied RGBA times a weight a pixel. Four pixels at a time; the caller leaves room past the end. */
export function weigh(rgba: usize, weights: usize, pixels: i32, out: usize): void {
  const ones = i16x8.splat(16384);
  for (let i = 0; i < pixels; i += 4) {
    const four = v128.load64_zero(weights + (<usize>i << 1));
    const at = <usize>i << 3;
    if (!v128.any_true(four)) {
      v128.store(out + at, i16x8.splat(0));
      v128.store(out + at, i16x8.splat(0), 16);
      continue;
    }
    const first = v128.load(rgba + at);
    const second = v128.load(rgba + at, 16);
    if ((i16x8.bitmask(i16x8.eq(four, ones)) & 15) == 15) {
      v128.store(out + at, first);
      v128.store(out + at, second, 16);
      continue;
    }
    v128.store(out + at, timesEight(twoPixels(four), first));
    v128.store(out + at, timesEight(twoPixels(v128.shuffle<i32>(four, four, 1, 1, 1, 1)), second), 16);
  }
}

/** Premultiplied RGBA of a coverage in one colour. */
export function paint(coverage: usize, pixels: i32, r: i32, g: i32, b: i32, out: usize): void {
  const colour = i16x8(<i16>r, <i16>g, <i16>b, 16384, <i16>r, <i16>g, <i16>b, 16384);
  let i = 0;
  do {
    v128.store(out + (<usize>i << 3), timesEight(twoPixels(v128.load32_zero(coverage + (<usize>i << 1))), colour));
    i += 2;
  } while (i < pixels);
}
