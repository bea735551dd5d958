import { DEPTH, HALF, ONE, timesEight } from './depth';
import { weightsOf } from './mix';

const MULTIPLY: i32 = 1;

/** Each pixel's alpha in all its four lanes, two pixels. */
// @ts-ignore: decorator
@inline
function alphas(pixels: v128): v128 {
  return v128.shuffle<i16>(pixels, pixels, 3, 3, 3, 3, 7, 7, 7, 7);
}

/**
 * Source over (or atop) what is beneath, premultiplied RGBA, W3C Compositing and Blending Level 1. Two pixels at a
 * time; the caller leaves room past the end.
 */
export function blend(
  beneath: usize,
  source: usize,
  count: i32,
  mode: i32,
  atop: i32,
  strength: i32,
  mask: usize,
  out: usize,
): void {
  const one = i16x8.splat(<i16>ONE);
  const round = i32x4.splat(HALF);
  const whole = i16x8.splat(<i16>strength);
  const alphaLanes = i16x8(0, 0, 0, -1, 0, 0, 0, -1);
  for (let i = 0; i < count; i += 8) {
    const offset = <usize>i << 1;
    const weight = mask ? weightsOf(mask, i, 4, whole) : whole;
    const b = v128.load(beneath + offset);
    const s = timesEight(v128.load(source + offset), weight);
    const ab = alphas(b);
    const clearBelow = i16x8.sub(one, ab);
    const clearAbove = i16x8.sub(one, alphas(s));
    // Colour: outside what is beneath the source itself, inside it the mode's product. Alpha goes by plain source-over.
    const over = i16x8.splat(<i16>ONE);
    const outside = atop ? i16x8.splat(0) : mode == MULTIPLY ? clearBelow : over;
    const inside = mode == MULTIPLY ? b : atop ? ab : i16x8.splat(0);
    const factor = v128.bitselect(over, i16x8.add(outside, inside), alphaLanes);
    const low = i32x4.add(
      i32x4.extmul_low_i16x8_s(s, factor),
      i32x4.add(i32x4.extmul_low_i16x8_s(b, clearAbove), round),
    );
    const high = i32x4.add(
      i32x4.extmul_high_i16x8_s(s, factor),
      i32x4.add(i32x4.extmul_high_i16x8_s(b, clearAbove), round),
    );
    const blended = i16x8.narrow_i32x4_s(i32x4.shr_s(low, DEPTH), i32x4.shr_s(high, DEPTH));
    v128.store(out + offset, atop ? v128.bitselect(b, blended, alphaLanes) : blended);
  }
}
