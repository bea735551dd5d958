import { ONE } from './depth';

// Separable modes in single precision, one pixel's four channels at a time. The order of every sum and product is that
// of the core's raster/reference/compositing.ts, which has the formulas and their source.
export const SEPARABLE: i32 = 4;
const DARKEN: i32 = 4;
const LIGHTEN: i32 = 5;
const OVERLAY: i32 = 6;
const HARD_LIGHT: i32 = 7;
const SOFT_LIGHT: i32 = 8;
const COLOR_DODGE: i32 = 9;
const COLOR_BURN: i32 = 10;
const DIFFERENCE: i32 = 11;
const EXCLUSION: i32 = 12;
const ADD_INK: i32 = 13;
const ALL_OR_NOTHING: i32 = 14;
const ADD: i32 = 15;
const SUBTRACT: i32 = 16;

// @ts-ignore: decorator
@inline
function f(x: f32): v128 {
  return f32x4.splat(x);
}

// @ts-ignore: decorator
@inline
function hardLight(b: v128, s: v128): v128 {
  const two = f(2);
  const dark = f32x4.mul(f32x4.mul(two, s), b);
  const light = f32x4.sub(f(1), f32x4.mul(f32x4.mul(two, f32x4.sub(f(1), s)), f32x4.sub(f(1), b)));
  return v128.bitselect(dark, light, f32x4.le(s, f(0.5)));
}

// @ts-ignore: decorator
@inline
function softLight(b: v128, s: v128): v128 {
  const twice = f32x4.mul(f(2), s);
  const dark = f32x4.sub(b, f32x4.mul(f32x4.mul(f32x4.sub(f(1), twice), b), f32x4.sub(f(1), b)));
  const cubic = f32x4.mul(
    f32x4.add(f32x4.mul(f32x4.sub(f32x4.mul(f(16), b), f(12)), b), f(4)),
    b,
  );
  const d = v128.bitselect(cubic, f32x4.sqrt(b), f32x4.le(b, f(0.25)));
  const light = f32x4.add(b, f32x4.mul(f32x4.sub(twice, f(1)), f32x4.sub(d, b)));
  return v128.bitselect(dark, light, f32x4.le(s, f(0.5)));
}

// @ts-ignore: decorator
@inline
function dodge(b: v128, s: v128): v128 {
  const quotient = f32x4.min(f(1), f32x4.div(b, f32x4.sub(f(1), s)));
  const lit = v128.bitselect(f(1), quotient, f32x4.ge(s, f(1)));
  return v128.bitselect(f(0), lit, f32x4.le(b, f(0)));
}

// @ts-ignore: decorator
@inline
function burn(b: v128, s: v128): v128 {
  const quotient = f32x4.sub(f(1), f32x4.min(f(1), f32x4.div(f32x4.sub(f(1), b), s)));
  const burnt = v128.bitselect(f(0), quotient, f32x4.le(s, f(0)));
  return v128.bitselect(f(1), burnt, f32x4.ge(b, f(1)));
}

// @ts-ignore: decorator
@inline
function divided(b: v128, s: v128): v128 {
  const quotient = f32x4.min(f(1), f32x4.div(b, s));
  const whole = v128.bitselect(f(1), quotient, f32x4.le(s, f(0)));
  return v128.bitselect(f(0), whole, f32x4.le(b, f(0)));
}

// @ts-ignore: decorator
@inline
function separable(mode: i32, b: v128, s: v128): v128 {
  switch (mode) {
    case DARKEN:
      return f32x4.min(b, s);
    case LIGHTEN:
      return f32x4.max(b, s);
    case OVERLAY:
      return hardLight(s, b);
    case HARD_LIGHT:
      return hardLight(b, s);
    case SOFT_LIGHT:
      return softLight(b, s);
    case COLOR_DODGE:
      return dodge(b, s);
    case COLOR_BURN:
      return burn(b, s);
    case DIFFERENCE:
      return f32x4.abs(f32x4.sub(b, s));
    case EXCLUSION:
      return f32x4.sub(f32x4.add(b, s), f32x4.mul(f32x4.mul(f(2), b), s));
    case ADD_INK:
      return f32x4.max(f(0), f32x4.sub(f32x4.add(b, s), f(1)));
    case ALL_OR_NOTHING:
      return v128.bitselect(f(1), f(0), f32x4.ge(f32x4.add(b, s), f(1)));
    case ADD:
      return f32x4.min(f(1), f32x4.add(b, s));
    case SUBTRACT:
      return f32x4.max(f(0), f32x4.sub(b, s));
    default:
      return divided(b, s);
  }
}

/** One pixel: b and s are its channels as 32-bit integers. */
// @ts-ignore: decorator
@inline
function pixel(mode: i32, atop: i32, b32: v128, s32: v128): v128 {
  const unit = f(1.0 / 16384.0);
  const b = f32x4.mul(f32x4.convert_i32x4_s(b32), unit);
  const s = f32x4.mul(f32x4.convert_i32x4_s(s32), unit);
  const alphaB = i32x4.extract_lane(b32, 3);
  const alphaS = i32x4.extract_lane(s32, 3);
  const ab = f32x4.splat(f32x4.extract_lane(b, 3));
  const as = f32x4.splat(f32x4.extract_lane(s, 3));
  let inside = f(0);
  if (alphaB > 0 && alphaS > 0) {
    const cb = alphaB == ONE ? b : f32x4.div(b, ab);
    const cs = alphaS == ONE ? s : f32x4.div(s, as);
    inside = f32x4.mul(f32x4.mul(as, ab), separable(mode, cb, cs));
  }
  const outside = atop ? f(0) : f32x4.mul(s, f32x4.sub(f(1), ab));
  const sum = f32x4.add(f32x4.add(outside, inside), f32x4.mul(b, f32x4.sub(f(1), as)));
  const alpha = atop ? ab : f32x4.sub(f32x4.add(as, ab), f32x4.mul(as, ab));
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(sum, f(16384)), f(0.5)));
  const most = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(alpha, f(16384)), f(0.5)));
  const held = i32x4.min_s(i32x4.max_s(whole, i32x4.splat(0)), most);
  return v128.bitselect(most, held, i32x4(0, 0, 0, -1));
}

/** One pixel, solid above and beneath: there the composite is the blended colour itself, to the bit. */
// @ts-ignore: decorator
@inline
function solid(mode: i32, b32: v128, s32: v128): v128 {
  const unit = f(1.0 / 16384.0);
  const blended = separable(mode, f32x4.mul(f32x4.convert_i32x4_s(b32), unit), f32x4.mul(f32x4.convert_i32x4_s(s32), unit));
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(blended, f(16384)), f(0.5)));
  const held = i32x4.min_s(i32x4.max_s(whole, i32x4.splat(0)), i32x4.splat(ONE));
  return v128.bitselect(i32x4.splat(ONE), held, i32x4(0, 0, 0, -1));
}

/** One pixel over what is solid beneath, with some alpha: `pixel` without what is nothing there. */
// @ts-ignore: decorator
@inline
function overSolid(mode: i32, b32: v128, s32: v128): v128 {
  const unit = f(1.0 / 16384.0);
  const b = f32x4.mul(f32x4.convert_i32x4_s(b32), unit);
  const s = f32x4.mul(f32x4.convert_i32x4_s(s32), unit);
  const as = v128.shuffle<i32>(s, s, 3, 3, 3, 3);
  const inside = f32x4.mul(as, separable(mode, b, f32x4.div(s, as)));
  const sum = f32x4.add(inside, f32x4.mul(b, f32x4.sub(f(1), as)));
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(sum, f(16384)), f(0.5)));
  const held = i32x4.min_s(i32x4.max_s(whole, i32x4.splat(0)), i32x4.splat(ONE));
  return v128.bitselect(i32x4.splat(ONE), held, i32x4(0, 0, 0, -1));
}

/** Lanes of two pixels' alphas, as `bitmask` gives them. */
const ALPHAS: i32 = 0x88;

/** Two pixels. */
export function inFloats(mode: i32, atop: i32, b: v128, s: v128): v128 {
  const one = i16x8.splat(<i16>ONE);
  if ((i16x8.bitmask(i16x8.eq(b, one)) & ALPHAS) == ALPHAS) {
    if ((i16x8.bitmask(i16x8.eq(s, one)) & ALPHAS) == ALPHAS) {
      const left = solid(mode, i32x4.extend_low_i16x8_s(b), i32x4.extend_low_i16x8_s(s));
      return i16x8.narrow_i32x4_s(left, solid(mode, i32x4.extend_high_i16x8_s(b), i32x4.extend_high_i16x8_s(s)));
    }
    if ((i16x8.bitmask(i16x8.gt_s(s, i16x8.splat(0))) & ALPHAS) == ALPHAS) {
      const left = overSolid(mode, i32x4.extend_low_i16x8_s(b), i32x4.extend_low_i16x8_s(s));
      return i16x8.narrow_i32x4_s(left, overSolid(mode, i32x4.extend_high_i16x8_s(b), i32x4.extend_high_i16x8_s(s)));
    }
  }
  const first = pixel(mode, atop, i32x4.extend_low_i16x8_s(b), i32x4.extend_low_i16x8_s(s));
  const second = pixel(mode, atop, i32x4.extend_high_i16x8_s(b), i32x4.extend_high_i16x8_s(s));
  return i16x8.narrow_i32x4_s(first, second);
}
