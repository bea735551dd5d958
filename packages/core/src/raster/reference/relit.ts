import { HUE_KNOT_VALUES, type Kernels } from '../kernels';
import { ONE, times } from '../raster';
import { hueOf } from './hue';

const full = (value: number, alpha: number): number =>
  alpha === ONE ? value : Math.min(ONE, Math.floor((value * ONE + (alpha >> 1)) / alpha));

/** ClipColor of W3C Compositing and Blending Level 1, towards a grey; then premultiplied. */
const putClipped = (out: Int16Array, at: number, colour: readonly number[], grey: number, alpha: number): void => {
  let c = colour;
  const least = Math.min(...c);
  if (least < 0) {
    const by = grey / (grey - least);
    c = c.map((v) => grey + (v - grey) * by);
  }
  const most = Math.max(...c);
  if (most > ONE) {
    const by = (ONE - grey) / (most - grey);
    c = c.map((v) => grey + (v - grey) * by);
  }
  for (let i = 0; i < 3; i++) out[at + i] = times(Math.floor(Math.min(ONE, Math.max(0, c[i] as number)) + 0.5), alpha);
  out[at + 3] = alpha;
};

export const relit: Kernels['relit'] = (rgba, from, to, out) => {
  for (let i = 0, at = 0; at < rgba.length; i++, at += 4) {
    const alpha = rgba[at + 3] as number;
    const by = (to[i] as number) - (from[i] as number);
    if (by === 0 || alpha <= 0) for (let c = 0; c < 4; c++) out[at + c] = rgba[at + c] as number;
    else {
      const colour = [0, 1, 2].map((c) => full(rgba[at + c] as number, alpha) + by);
      putClipped(out, at, colour, to[i] as number, alpha);
    }
  }
};

/** The knot nearest to a colour's hue: 256 in each sixth of the circle. */
const knotOf = (r: number, g: number, b: number): number => {
  const { sixth, along, span } = hueOf(r, g, b);
  return Math.floor(sixth * 256 + (along * 256) / span + 0.5);
};

export const hued: Kernels['hued'] = (rgba, knots, gentle, out) => {
  for (let at = 0; at < rgba.length; at += 4) {
    const alpha = rgba[at + 3] as number;
    const [r, g, b] = alpha > 0 ? ([0, 1, 2].map((c) => full(rgba[at + c] as number, alpha)) as [number, number, number]) : [0, 0, 0];
    const [most, least] = [Math.max(r, g, b), Math.min(r, g, b)];
    if (most === least) {
      for (let c = 0; c < 4; c++) out[at + c] = rgba[at + c] as number;
      continue;
    }
    const span = most - least;
    const k = knotOf(r, g, b) * HUE_KNOT_VALUES;
    const share = 1 - (gentle * span) / ONE;
    const grey = 0.2126 * r + 0.7152 * g + 0.0722 * b;
    const [red, blue] = [r - grey, b - grey];
    const turnedRed = red + share * ((knots[k] as number) * red + (knots[k + 1] as number) * blue);
    const turnedBlue = blue + share * ((knots[k + 2] as number) * red + (knots[k + 3] as number) * blue);
    const turnedGreen = -(0.2126 * turnedRed + 0.0722 * turnedBlue) / 0.7152;
    const lit = Math.min(ONE, Math.max(0, grey + share * (knots[k + 4] as number) * span));
    putClipped(out, at, [lit + turnedRed, lit + turnedGreen, lit + turnedBlue], lit, alpha);
  }
};
