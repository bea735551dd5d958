import { ONE } from './depth';

// The modes that look at all three colours at once, in double precision, in the order of the core's
// raster/reference/compositing.ts.
export const NON_SEPARABLE: i32 = 18;
const HUE: i32 = 18;
const SATURATION: i32 = 19;
const COLOR: i32 = 20;

/** The colour being made; one pixel at a time. */
let red: f64 = 0;
let green: f64 = 0;
let blue: f64 = 0;

// @ts-ignore: decorator
@inline
function lum(r: f64, g: f64, b: f64): f64 {
  return 0.3 * r + 0.59 * g + 0.11 * b;
}

// @ts-ignore: decorator
@inline
function clipped(c: f64, l: f64, least: f64, most: f64): f64 {
  let v = c;
  if (least < 0) v = l + ((v - l) * l) / (l - least);
  if (most > 1) v = l + ((v - l) * (1 - l)) / (most - l);
  return v;
}

function setLum(r: f64, g: f64, b: f64, l: f64): void {
  const d = l - lum(r, g, b);
  const r1 = r + d;
  const g1 = g + d;
  const b1 = b + d;
  const l1 = lum(r1, g1, b1);
  const least = min(r1, min(g1, b1));
  const most = max(r1, max(g1, b1));
  red = clipped(r1, l1, least, most);
  green = clipped(g1, l1, least, most);
  blue = clipped(b1, l1, least, most);
}

// @ts-ignore: decorator
@inline
function sat(r: f64, g: f64, b: f64): f64 {
  return max(r, max(g, b)) - min(r, min(g, b));
}

/** r, g, b at another saturation, then at a lightness. */
function setSatLum(r: f64, g: f64, b: f64, saturation: f64, l: f64): void {
  const least = min(r, min(g, b));
  const span = sat(r, g, b);
  if (span == 0) return setLum(0, 0, 0, l);
  setLum(((r - least) * saturation) / span, ((g - least) * saturation) / span, ((b - least) * saturation) / span, l);
}

// @ts-ignore: decorator
@inline
function composed(s: f64, b: f64, made: f64, as: f64, ab: f64, atop: i32, most: i32): i32 {
  const outside = atop ? 0 : s * (1 - ab);
  const sum = outside + as * ab * made + b * (1 - as);
  return min(max(<i32>(sum * 16384 + 0.5), 0), most);
}

// @ts-ignore: decorator
@inline
function pixel(mode: i32, atop: i32, b32: v128, s32: v128): v128 {
  const br = <f64>i32x4.extract_lane(b32, 0) / 16384;
  const bg = <f64>i32x4.extract_lane(b32, 1) / 16384;
  const bb = <f64>i32x4.extract_lane(b32, 2) / 16384;
  const ab = <f64>i32x4.extract_lane(b32, 3) / 16384;
  const sr = <f64>i32x4.extract_lane(s32, 0) / 16384;
  const sg = <f64>i32x4.extract_lane(s32, 1) / 16384;
  const sb = <f64>i32x4.extract_lane(s32, 2) / 16384;
  const as = <f64>i32x4.extract_lane(s32, 3) / 16384;
  red = 0;
  green = 0;
  blue = 0;
  if (ab > 0 && as > 0) {
    const cbr = br / ab;
    const cbg = bg / ab;
    const cbb = bb / ab;
    const csr = sr / as;
    const csg = sg / as;
    const csb = sb / as;
    if (mode == HUE) setSatLum(csr, csg, csb, sat(cbr, cbg, cbb), lum(cbr, cbg, cbb));
    else if (mode == SATURATION) setSatLum(cbr, cbg, cbb, sat(csr, csg, csb), lum(cbr, cbg, cbb));
    else if (mode == COLOR) setLum(csr, csg, csb, lum(cbr, cbg, cbb));
    else setLum(cbr, cbg, cbb, lum(csr, csg, csb));
  }
  const alpha = atop ? ab : as + ab - as * ab;
  const most = min(<i32>(alpha * 16384 + 0.5), ONE);
  return i32x4(
    composed(sr, br, red, as, ab, atop, most),
    composed(sg, bg, green, as, ab, atop, most),
    composed(sb, bb, blue, as, ab, atop, most),
    most,
  );
}

/** Two pixels. */
export function inDoubles(mode: i32, atop: i32, b: v128, s: v128): v128 {
  const first = pixel(mode, atop, i32x4.extend_low_i16x8_s(b), i32x4.extend_low_i16x8_s(s));
  const second = pixel(mode, atop, i32x4.extend_high_i16x8_s(b), i32x4.extend_high_i16x8_s(s));
  return i16x8.narrow_i32x4_s(first, second);
}
