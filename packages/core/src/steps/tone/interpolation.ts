import type { CurvePoint } from '../../fields/dials';

/**
 * Monotone cubic interpolation: no overshoot between handles.
 * F. N. Fritsch, R. E. Carlson, Monotone piecewise cubic interpolation, SIAM J. Numer. Anal. 17(2), 1980; tangents by
 * the harmonic mean (Fritsch & Butland 1984), which keeps monotony without a second pass.
 */
const hermite = (from: CurvePoint, to: CurvePoint, tangentFrom: number, tangentTo: number, x: number): number => {
  const span = to[0] - from[0];
  const t = (x - from[0]) / span;
  const t2 = t * t;
  const t3 = t2 * t;
  return (
    (2 * t3 - 3 * t2 + 1) * from[1] + (t3 - 2 * t2 + t) * span * tangentFrom + (3 * t2 - 2 * t3) * to[1] + (t3 - t2) * span * tangentTo
  );
};

const slope = (from: CurvePoint, to: CurvePoint): number => (to[1] - from[1]) / (to[0] - from[0]);

const tangent = (before: number, after: number, spanBefore: number, spanAfter: number): number => {
  if (before * after <= 0) return 0;
  const wide = 2 * spanAfter + spanBefore;
  const near = spanAfter + 2 * spanBefore;
  return (wide + near) / (wide / before + near / after);
};

type Point3 = readonly [CurvePoint, CurvePoint, CurvePoint];
const tangentAt = ([before, here, after]: Point3): number =>
  tangent(slope(before, here), slope(here, after), here[0] - before[0], after[0] - here[0]);

/** y at x through handles in order of x; held level before the first and after the last. 0 handles: x itself. */
export const throughPoints = (points: readonly CurvePoint[]): ((x: number) => number) => {
  const count = points.length;
  if (count === 0) return (x) => x;
  const at = (i: number): CurvePoint => points[i] as CurvePoint;
  const tangents = points.map((_, i) => {
    if (count === 1) return 0;
    if (i === 0) return slope(at(0), at(1));
    if (i === count - 1) return slope(at(count - 2), at(count - 1));
    return tangentAt([at(i - 1), at(i), at(i + 1)]);
  });
  return (x) => {
    if (x <= at(0)[0]) return at(0)[1];
    if (x >= at(count - 1)[0]) return at(count - 1)[1];
    const i = points.findIndex((p) => p[0] > x) - 1;
    return hermite(at(i), at(i + 1), tangents[i] as number, tangents[i + 1] as number, x);
  };
};

/** y at an angle in degrees round a circle of handles in order of angle. 0 handles: 0 everywhere. */
export const roundCircle = (points: readonly CurvePoint[]): ((deg: number) => number) => {
  const count = points.length;
  const only = points[0];
  if (!only) return () => 0;
  if (count === 1) return () => only[1];
  const at = (i: number): CurvePoint => {
    const [x, y] = points[((i % count) + count) % count] as CurvePoint;
    return [x + 360 * Math.floor(i / count), y];
  };
  const tangents = points.map((_, i) => tangentAt([at(i - 1), at(i), at(i + 1)]));
  return (deg) => {
    const from = only[0];
    const x = from + ((((deg - from) % 360) + 360) % 360);
    const after = points.findIndex((p) => p[0] > x);
    const i = (after < 0 ? count : after) - 1;
    return hermite(at(i), at(i + 1), tangents[i] as number, tangents[(i + 1) % count] as number, x);
  };
};
