import { DEPTH, HALF, timesEight } from './depth';

/** Weights of eight values: share · mask, one mask value a pixel of one or four channels. */
// @ts-ignore: decorator
@inline
export function weightsOf(mask: usize, value: i32, channels: i32, share: v128): v128 {
  if (channels == 1) return timesEight(v128.load(mask + (<usize>value << 1)), share);
  const first = i16x8.splat(load<i16>(mask + (<usize>(value >> 2) << 1)));
  const second = i16x8.splat(load<i16>(mask + (<usize>((value >> 2) + 1) << 1)));
  return timesEight(v128.shuffle<i64>(first, second, 0, 2), share);
}

/**
 * from + (to − from) · share · mask (mask 0: none). Eight values at a time; the caller leaves room past the end.
 */
export function mix(from: usize, to: usize, count: i32, channels: i32, share: i32, mask: usize, out: usize): void {
  const whole = i16x8.splat(<i16>share);
  const round = i32x4.splat(HALF);
  for (let i = 0; i < count; i += 8) {
    const offset = <usize>i << 1;
    const weight = mask ? weightsOf(mask, i, channels, whole) : whole;
    const start = v128.load(from + offset);
    const step = i16x8.sub(v128.load(to + offset), start);
    const low = i32x4.shr_s(i32x4.add(i32x4.extmul_low_i16x8_s(step, weight), round), DEPTH);
    const high = i32x4.shr_s(i32x4.add(i32x4.extmul_high_i16x8_s(step, weight), round), DEPTH);
    v128.store(out + offset, i16x8.add(start, i16x8.narrow_i32x4_s(low, high)));
  }
}

/** Premultiplied RGBA of a coverage in one colour. */
export function paint(coverage: usize, pixels: i32, r: i32, g: i32, b: i32, out: usize): void {
  const colour = i16x8(<i16>r, <i16>g, <i16>b, 16384, <i16>r, <i16>g, <i16>b, 16384);
  for (let i = 0; i < pixels; i += 2) {
    const first = i16x8.splat(load<i16>(coverage + (<usize>i << 1)));
    const second = i16x8.splat(load<i16>(coverage + (<usize>i << 1), 2));
    v128.store(out + (<usize>i << 3), timesEight(v128.shuffle<i64>(first, second, 0, 2), colour));
  }
}
