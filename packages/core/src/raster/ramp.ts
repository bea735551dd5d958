import type { Rgb } from './raster';

/** A colour of a ramp at a place along it (0 … 1), and how solid it is there (0 … 1). */
export interface RampPoint {
  readonly at: number;
  readonly colour: Rgb;
  readonly strength: number;
}

/**
 * Colour (working values, not rounded) and strength of a ramp at a place, straight between its points. Colours run into each other as
 * they are seen: a clear point lends the next one no colour of its own.
 */
export const rampAt = (
  points: readonly RampPoint[],
  at: number,
): { readonly colour: readonly [number, number, number]; readonly strength: number } => {
  const next = points.findIndex((point) => point.at >= at);
  const to = points[next < 0 ? points.length - 1 : next] as RampPoint;
  const from = next <= 0 ? to : (points[next - 1] as RampPoint);
  const share = to.at > from.at ? (at - from.at) / (to.at - from.at) : 0;
  const weight = to.strength * share + from.strength * (1 - share);
  const mixed = (c: 0 | 1 | 2): number =>
    weight > 0 ? (from.colour[c] * from.strength * (1 - share) + to.colour[c] * to.strength * share) / weight : 0;
  return { colour: [mixed(0), mixed(1), mixed(2)], strength: from.strength + (to.strength - from.strength) * share };
};
