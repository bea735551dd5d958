import { ONE, unpremultiplied } from './depth';
import { ALONG, hueOf } from './hue';

/** Four channels of a pixel, premultiplied by its coverage. */
// @ts-ignore: decorator
@inline
function stored(out: usize, r: f64, g: f64, b: f64, alpha: i32): void {
  store<i16>(out, <i16>((<i32>r * alpha + 8192) >> 14));
  store<i16>(out, <i16>((<i32>g * alpha + 8192) >> 14), 2);
  store<i16>(out, <i16>((<i32>b * alpha + 8192) >> 14), 4);
  store<i16>(out, <i16>alpha, 6);
}

/** ClipColor of W3C Compositing and Blending Level 1, towards a grey, rounded to whole values. */
// @ts-ignore: decorator
@inline
function putClipped(out: usize, r: f64, g: f64, b: f64, grey: f64, alpha: i32): void {
  const least = min(r, min(g, b));
  if (least < 0) {
    const by = grey / (grey - least);
    r = grey + (r - grey) * by;
    g = grey + (g - grey) * by;
    b = grey + (b - grey) * by;
  }
  const most = max(r, max(g, b));
  if (most > <f64>ONE) {
    const by = (<f64>ONE - grey) / (most - grey);
    r = grey + (r - grey) * by;
    g = grey + (g - grey) * by;
    b = grey + (b - grey) * by;
  }
  const top = <f64>ONE;
  stored(
    out,
    Math.floor(min(top, max(0.0, r)) + 0.5),
    Math.floor(min(top, max(0.0, g)) + 0.5),
    Math.floor(min(top, max(0.0, b)) + 0.5),
    alpha,
  );
}

/** Colours with their grey moved from one plane's to another's, hue kept. */
export function relit(rgba: usize, from: usize, to: usize, pixels: i32, out: usize): void {
  for (let i = 0; i < pixels; i++) {
    const at = <usize>i << 3;
    const grey = <i32>load<i16>(to + (<usize>i << 1));
    const by = grey - <i32>load<i16>(from + (<usize>i << 1));
    const alpha = <i32>load<i16>(rgba + at, 6);
    if (by == 0 || alpha <= 0) {
      store<i64>(out + at, load<i64>(rgba + at));
      continue;
    }
    const r = unpremultiplied(load<i16>(rgba + at), alpha) + by;
    const g = unpremultiplied(load<i16>(rgba + at, 2), alpha) + by;
    const b = unpremultiplied(load<i16>(rgba + at, 4), alpha) + by;
    putClipped(out + at, <f64>r, <f64>g, <f64>b, <f64>grey, alpha);
  }
}

/** Values of a hue knot, as in the core's raster/kernels.ts. */
const VALUES: i32 = 5;

/** The knot nearest to a colour's hue: 256 in each sixth of the circle. */
// @ts-ignore: decorator
@inline
function knotOf(r: i32, g: i32, b: i32, most: i32, least: i32): i32 {
  const hue = hueOf(r, g, b, most, least);
  const along = <f64>(hue % ALONG);
  return <i32>Math.floor(<f64>((hue / ALONG) * 256) + (along * 256) / <f64>(most - least) + 0.5);
}

/** Colours with their chroma turned and stretched, and lifted, by hue; greys stay. */
export function hued(rgba: usize, pixels: i32, knots: usize, gentle: f64, out: usize): void {
  for (let i = 0; i < pixels; i++) {
    const at = <usize>i << 3;
    const alpha = <i32>load<i16>(rgba + at, 6);
    const r = unpremultiplied(load<i16>(rgba + at), alpha);
    const g = unpremultiplied(load<i16>(rgba + at, 2), alpha);
    const b = unpremultiplied(load<i16>(rgba + at, 4), alpha);
    const most = max(r, max(g, b));
    const least = min(r, min(g, b));
    if (most == least || alpha <= 0) {
      store<i64>(out + at, load<i64>(rgba + at));
      continue;
    }
    const span = <f64>(most - least);
    const k = knots + (<usize>(knotOf(r, g, b, most, least) * VALUES) << 2);
    const share = 1 - (gentle * span) / <f64>ONE;
    const grey = 0.2126 * <f64>r + 0.7152 * <f64>g + 0.0722 * <f64>b;
    const red = <f64>r - grey;
    const blue = <f64>b - grey;
    const turnedRed = red + share * (<f64>load<f32>(k) * red + <f64>load<f32>(k, 4) * blue);
    const turnedBlue = blue + share * (<f64>load<f32>(k, 8) * red + <f64>load<f32>(k, 12) * blue);
    const turnedGreen = -(0.2126 * turnedRed + 0.0722 * turnedBlue) / 0.7152;
    const lit = min(<f64>ONE, max(0.0, grey + share * <f64>load<f32>(k, 16) * span));
    putClipped(out + at, lit + turnedRed, lit + turnedGreen, lit + turnedBlue, lit, alpha);
  }
}
