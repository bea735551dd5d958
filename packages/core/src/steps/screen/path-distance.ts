import { LINE_VALUES } from '../../raster/kernels';
import type { Region } from '../../raster/raster';
import { pointsOf } from '../../units/stroke-path';
import { remembering } from '../../units/remember';

/** Rounds of cutting corners, each making two of one: G. M. Chaikin, An algorithm for high speed curve generation, 1974. */
const ROUNDS = 3;
/** How far beyond its ends a line goes on, mm. */
const BEYOND_MM = 5000;

type Points = readonly (readonly [number, number])[];

const smoother = (points: Points): Points =>
  points.length < 3
    ? points
    : [
        points[0] as readonly [number, number],
        ...points.slice(0, -1).flatMap(([x, y], i) => {
          const [nx, ny] = points[i + 1] as readonly [number, number];
          const cut = (share: number): readonly [number, number] => [x + share * (nx - x), y + share * (ny - y)];
          return [cut(0.25), cut(0.75)];
        }),
        points.at(-1) as readonly [number, number],
      ];

/** The end of a line, as far beyond it as the line goes on: from the second point through the first. */
const beyond = ([x, y]: readonly [number, number], [fx, fy]: readonly [number, number], far: number): readonly [number, number] => {
  const [dx, dy] = [x - fx, y - fy];
  const length = Math.sqrt(dx * dx + dy * dy) || 1;
  return [x + (dx / length) * far, y + (dy / length) * far];
};

/**
 * The stretches of a drawn line (path in 1/100 mm) with its corners rounded, going on straight beyond its ends, LINE_VALUES each, px; none where
 * it has no length.
 */
export const lineStretches = (path: string, pxPerMm: number): Float64Array => stretchesOf({ path, pxPerMm });

const stretchesOf = remembering(
  6,
  (wanted: { readonly path: string; readonly pxPerMm: number }) => JSON.stringify(wanted),
  ({ path, pxPerMm }): Float64Array => {
    const flat = pointsOf(path).map((v) => (v / 100) * pxPerMm);
    let points: Points = Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i] as number, flat[2 * i + 1] as number] as const);
    points = points.filter(([x, y], i) => i === 0 || x !== points[i - 1]?.[0] || y !== points[i - 1]?.[1]);
    if (points.length < 2) return new Float64Array(0);
    for (let round = 0; round < ROUNDS; round++) points = smoother(points);
    const [first, second] = [points[0], points[1]] as [readonly [number, number], readonly [number, number]];
    const [last, before] = [points.at(-1), points.at(-2)] as [readonly [number, number], readonly [number, number]];
    const far = BEYOND_MM * pxPerMm;
    const whole = [beyond(first, second, far), ...points, beyond(last, before, far)];
    return Float64Array.from(
      whole.slice(0, -1).flatMap(([x, y], i) => {
        const [dx, dy] = [(whole[i + 1]?.[0] ?? x) - x, (whole[i + 1]?.[1] ?? y) - y];
        return [x, y, dx, dy, dx * dx + dy * dy];
      }),
    );
  },
);

/** Squared distance of a place to the stretch that begins at an index. */
const squaredTo = (stretches: Float64Array, at: number, px: number, py: number): number => {
  const [x, y, dx, dy, length2] = stretches.subarray(at, at + LINE_VALUES) as unknown as [number, number, number, number, number];
  const [ax, ay] = [px - x, py - y];
  const t = Math.max(0, Math.min(1, (ax * dx + ay * dy) / length2));
  return (ax - t * dx) * (ax - t * dx) + (ay - t * dy) * (ay - t * dy);
};

/** Those stretches of a line that can be nearest to a pixel of a box that ways move by `most` px at most. */
export const stretchesNear = (stretches: Float64Array, { x, y, width, height }: Region, most: number): Float64Array => {
  const radius = Math.sqrt(width * width + height * height) / 2 + most;
  const far = Array.from({ length: stretches.length / LINE_VALUES }, (_, i) =>
    squaredTo(stretches, i * LINE_VALUES, x + width / 2, y + height / 2),
  );
  const reached = (Math.sqrt(Math.min(...far)) + 2 * radius) ** 2;
  return stretches.filter((_, i) => (far[Math.floor(i / LINE_VALUES)] as number) <= reached);
};
