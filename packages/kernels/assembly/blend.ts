import { DEPTH, HALF, ONE, timesEight } from './depth';
import { inFloats, SEPARABLE } from './blend-floats';
import { inDoubles, NON_SEPARABLE } from './blend-doubles';
import { twoPixels, weightsOf } from './mix';

// The modes that whole numbers serve; numbers as in the core's raster/kernels.ts.
const NORMAL: i32 = 0;
const MULTIPLY: i32 = 1;
const SCREEN: i32 = 2;
const KNOCK_OUT: i32 = 3;

/** Each pixel's alpha in all its four lanes, two pixels. */
// @ts-ignore: decorator
@inline
function alphas(pixels: v128): v128 {
  return v128.shuffle<i16>(pixels, pixels, 3, 3, 3, 3, 7, 7, 7, 7);
}

/** Two pixels of a mode that is a sum of products. */
// @ts-ignore: decorator
@inline
function inIntegers(mode: i32, atop: i32, b: v128, s: v128): v128 {
  const one = i16x8.splat(<i16>ONE);
  const round = i32x4.splat(HALF);
  const alphaLanes = i16x8(0, 0, 0, -1, 0, 0, 0, -1);
  const ab = alphas(b);
  // Colour: outside what is beneath the source itself, inside it the mode's product. Alpha goes by plain source-over.
  const factor = mode == MULTIPLY ? (atop ? b : i16x8.add(i16x8.sub(one, ab), b)) : atop ? ab : one;
  const through = mode == KNOCK_OUT ? i16x8.splat(0) : v128.bitselect(one, factor, alphaLanes);
  const clear = i16x8.sub(one, mode == SCREEN ? s : alphas(s));
  const low = i32x4.add(
    i32x4.extmul_low_i16x8_s(s, through),
    i32x4.add(i32x4.extmul_low_i16x8_s(b, clear), round),
  );
  const high = i32x4.add(
    i32x4.extmul_high_i16x8_s(s, through),
    i32x4.add(i32x4.extmul_high_i16x8_s(b, clear), round),
  );
  const blended = i16x8.narrow_i32x4_s(i32x4.shr_s(low, DEPTH), i32x4.shr_s(high, DEPTH));
  return atop && mode != KNOCK_OUT ? v128.bitselect(b, blended, alphaLanes) : blended;
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
  const whole = i16x8.splat(<i16>strength);
  for (let i = 0; i < count; i += 8) {
    const offset = <usize>i << 1;
    const weight = mask ? weightsOf(mask, i, 4, whole) : whole;
    const b = v128.load(beneath + offset);
    const s = timesEight(v128.load(source + offset), weight);
    let blended: v128;
    if (mode < SEPARABLE) blended = inIntegers(mode, atop, b, s);
    else if (mode < NON_SEPARABLE) blended = inFloats(mode, atop, b, s);
    else blended = inDoubles(mode, atop, b, s);
    v128.store(out + offset, blended);
  }
}

/** Two pixels of one ink, its weight in all four lanes of each, over what is beneath. */
// @ts-ignore: decorator
@inline
function inked(mode: i32, under: v128, weight: v128, colour: v128): v128 {
  if (mode == KNOCK_OUT) return timesEight(under, i16x8.sub(i16x8.splat(<i16>ONE), weight));
  const source = timesEight(weight, colour);
  // An ink's alpha is its weight.
  if (mode == NORMAL) return i16x8.add(source, timesEight(under, i16x8.sub(i16x8.splat(<i16>ONE), weight)));
  return inIntegers(mode, 0, under, source);
}

/**
 * One ink by its coverage over what is beneath (which may be where it goes), in a mode that whole numbers serve: painted,
 * weakened and laid as `blend` lays it. Four pixels at a time; the caller leaves room past the end.
 */
export function layInk(
  beneath: usize,
  coverage: usize,
  pixels: i32,
  r: i32,
  g: i32,
  b: i32,
  mode: i32,
  strength: i32,
  out: usize,
): void {
  const colour = i16x8(<i16>r, <i16>g, <i16>b, <i16>ONE, <i16>r, <i16>g, <i16>b, <i16>ONE);
  const whole = i16x8.splat(<i16>strength);
  const isWhole = strength == ONE;
  const stays = beneath == out;
  for (let i = 0; i < pixels; i += 4) {
    const four = v128.load64_zero(coverage + (<usize>i << 1));
    const to = <usize>i << 3;
    if (!v128.any_true(four)) {
      if (stays) continue;
      v128.store(out + to, v128.load(beneath + to));
      v128.store(out + to, v128.load(beneath + to, 16), 16);
      continue;
    }
    const first = twoPixels(four);
    const second = twoPixels(v128.shuffle<i32>(four, four, 1, 1, 1, 1));
    const under = v128.load(beneath + to);
    const next = v128.load(beneath + to, 16);
    if (isWhole) {
      v128.store(out + to, inked(mode, under, first, colour));
      v128.store(out + to, inked(mode, next, second, colour), 16);
    } else {
      v128.store(out + to, inIntegers(mode, 0, under, timesEight(timesEight(first, colour), whole)));
      v128.store(out + to, inIntegers(mode, 0, next, timesEight(timesEight(second, colour), whole)), 16);
    }
  }
}
