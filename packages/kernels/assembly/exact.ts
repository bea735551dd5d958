// Angles, in the order of every sum and product of the core's units/exact.ts.

const PI: f64 = 3.141592653589793;

/** Arc tangent of a number in 0 … 1, in radians. */
// @ts-ignore: decorator
@inline
function arcSeries(t: f64): f64 {
  const half = t / (1 + Math.sqrt(1 + t * t));
  const z = half / (1 + Math.sqrt(1 + half * half));
  const z2 = z * z;
  let power = z;
  let sum = z;
  for (let n = 3; n <= 25; n += 2) {
    power *= -z2;
    sum += power / <f64>n;
  }
  return 4 * sum;
}

/** Angle of the point x, y from the x axis, degrees, −180 … 180; 0 for the origin. */
export function atan2Deg(y: f64, x: f64): f64 {
  const ax = Math.abs(x);
  const ay = Math.abs(y);
  if (ax == 0 && ay == 0) return 0;
  const slope = (arcSeries(Math.min(ax, ay) / Math.max(ax, ay)) * 180) / PI;
  const first = ay > ax ? 90 - slope : slope;
  const half = x < 0 ? 180 - first : first;
  return y < 0 ? -half : half;
}
