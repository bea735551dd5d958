import type { CurvePoint } from '../fields/dials';
import { toneAtShare, type ToneStatistics } from '../steps/statistics';

/** Share of a texture's darkest and of its lightest that a stretch leaves beyond its ends. */
const BEYOND = 0.005;
/** A texture whose greys span so much is strong enough as it is. */
const STRONG = 0.8;
/** One that is flatter than this has nothing to bring out. */
const FLAT = 0.004;

/** Whether a curve is a straight stretch, as it is made here or fresh: nobody has shaped it. */
const isStretch = (curve: readonly CurvePoint[]): boolean =>
  curve.length === 0 || (curve.length === 2 && curve[0]?.[1] === 0 && curve[1]?.[1] === 1);

/**
 * The curve of a wear whose texture has just been chosen: a pale or even one is stretched, so that its darkest and its lightest greys
 * are black and white, and a cut has the same passage on every texture. A curve that was shaped by hand stays.
 */
export const stretchedCurve = (greys: ToneStatistics, curve: readonly CurvePoint[]): readonly CurvePoint[] => {
  if (!isStretch(curve)) return curve;
  const [low, high] = [toneAtShare(greys, BEYOND), toneAtShare(greys, 1 - BEYOND)];
  const isLeft = high - low >= STRONG || high - low < FLAT;
  return isLeft
    ? [
        [0, 0],
        [1, 1],
      ]
    : [
        [low, 0],
        [high, 1],
      ];
};
