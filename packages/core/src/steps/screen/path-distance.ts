import { pointsOf } from '../../units/stroke-path';
import { remembering } from '../../units/remember';

/** A stretch of a drawn line: where it begins, its way and that way's squared length; px. */
interface Stretch {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
  readonly length2: number;
}

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

/** The stretches of a drawn line with its corners rounded, going on straight beyond its ends; none where it has no length. */
const stretchesOf = remembering(
  6,
  (wanted: { readonly path: string; readonly pxPerMm: number }) => JSON.stringify(wanted),
  ({ path, pxPerMm }): readonly Stretch[] => {
    const flat = pointsOf(path).map((v) => (v / 100) * pxPerMm);
    let points: Points = Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i] as number, flat[2 * i + 1] as number] as const);
    points = points.filter(([x, y], i) => i === 0 || x !== points[i - 1]?.[0] || y !== points[i - 1]?.[1]);
    if (points.length < 2) return [];
    for (let round = 0; round < ROUNDS; round++) points = smoother(points);
    const [first, second] = [points[0], points[1]] as [readonly [number, number], readonly [number, number]];
    const [last, before] = [points.at(-1), points.at(-2)] as [readonly [number, number], readonly [number, number]];
    const far = BEYOND_MM * pxPerMm;
    const whole = [beyond(first, second, far), ...points, beyond(last, before, far)];
    return whole.slice(0, -1).map(([x, y], i) => {
      const [dx, dy] = [(whole[i + 1]?.[0] ?? x) - x, (whole[i + 1]?.[1] ?? y) - y];
      return { x, y, dx, dy, length2: dx * dx + dy * dy };
    });
  },
);

const squared = ({ x, y, dx, dy, length2 }: Stretch, px: number, py: number): number => {
  const [ax, ay] = [px - x, py - y];
  const t = Math.max(0, Math.min(1, (ax * dx + ay * dy) / length2));
  return (ax - t * dx) ** 2 + (ay - t * dy) ** 2;
};

/** Distance to a line at places near one another, px. */
export type DistanceNear = (x: number, y: number) => number;

/**
 * Distances to a drawn line for places at most `radius` from a middle: only stretches that can be nearest to one of them are asked. Null for a
 * line without length.
 */
export const distanceNear = (path: string, pxPerMm: number, mx: number, my: number, radius: number): DistanceNear | null => {
  const all = stretchesOf({ path, pxPerMm });
  if (all.length === 0) return null;
  const far = all.map((each) => squared(each, mx, my));
  const reached = (Math.sqrt(Math.min(...far)) + 2 * radius) ** 2;
  const near = all.filter((_, i) => (far[i] as number) <= reached);
  return (x, y) => {
    let least = Infinity;
    for (const each of near) {
      const distance = squared(each, x, y);
      if (distance < least) least = distance;
    }
    return Math.sqrt(least);
  };
};
