import { HUE_KNOT_VALUES, HUE_KNOTS } from '../../raster/kernels';
import { cosDeg, sinDeg } from '../../units/exact';

/** What is done to a hue: its chroma times `colour`, turned by `turn` degrees, and its grey lifted by `light` of its span. */
export interface HueChange {
  readonly colour: number;
  readonly turn: number;
  readonly light: number;
}

/** Chroma of full blue and full red against grey, ITU-R BT.709: B − Y reaches 1.8556 / 2, R − Y 1.5748 / 2. */
const [BLUE, RED] = [1.8556, 1.5748];

/** The kernels' knots of a change by hue (degrees). Turns go from red towards yellow. */
export const hueKnots = (changeAt: (hue: number) => HueChange): Float32Array => {
  const knots = new Float32Array(HUE_KNOT_VALUES * (HUE_KNOTS + 1));
  for (let knot = 0; knot <= HUE_KNOTS; knot++) {
    const { colour, turn, light } = changeAt((knot * 360) / HUE_KNOTS);
    const [cos, sin] = [colour * cosDeg(turn), colour * sinDeg(turn)];
    knots.set([cos - 1, (sin * RED) / BLUE, (-sin * BLUE) / RED, cos - 1, light], knot * HUE_KNOT_VALUES);
  }
  return knots;
};

/** 1 at a hue, 0 from `width` degrees away, a cosine between. */
export const nearHue = (hue: number, middle: number, width: number): number => {
  const apart = Math.abs(((((hue - middle) % 360) + 540) % 360) - 180);
  return apart >= width ? 0 : (1 + cosDeg((180 * apart) / width)) / 2;
};
