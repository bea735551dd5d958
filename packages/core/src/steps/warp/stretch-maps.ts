import { atan2Deg, cosDeg, sinDeg } from '../../units/exact';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** From places of a box to those of what it is stretched into, and back; mm from the box's middle, along its sides, y downwards. */
export interface StretchMap {
  readonly forward: (x: number, y: number) => Point;
  readonly back: (x: number, y: number) => Point;
}

/** A box's sides, mm, and how far it is bent, −1 … 1. */
interface Bent {
  readonly width: number;
  readonly height: number;
  readonly by: number;
}

const RADIAN = 180 / 3.141592653589793;

/** Its middle line becomes a stretch of a circle, as long as it was, half of one at the most; above 0 its middle rises. */
export const arcMap = ({ width, by }: Bent): StretchMap => {
  const up = by < 0 ? -1 : 1;
  const radius = width / (Math.abs(by) * 3.141592653589793);
  return {
    forward: (x, y) => {
      const [turn, r] = [(x / radius) * RADIAN, radius - up * y];
      return { x: r * sinDeg(turn), y: up * (radius - r * cosDeg(turn)) };
    },
    back: (x, y) => {
      const down = radius - up * y;
      return { x: (atan2Deg(x, down) / RADIAN) * radius, y: up * (radius - Math.sqrt(x * x + down * down)) };
    },
  };
};

/** Moved up and down by what its place along the box says. */
const shifted = (by: (x: number) => number): StretchMap => ({
  forward: (x, y) => ({ x, y: y + by(x) }),
  back: (x, y) => ({ x, y: y - by(x) }),
});

/** How far a wave moves up or down, of the box's height. */
const WAVE = 0.5;

/** A sine along the box, of a whole number of waves. */
export const waveMap = ({ width, height, by }: Bent, waves: number): StretchMap =>
  shifted((x) => -by * WAVE * height * sinDeg(360 * waves * (x / width + 0.5)));

/** A wave that begins at the left, where it is held, and grows towards the right. */
export const flagMap = ({ width, height, by }: Bent, waves: number): StretchMap =>
  shifted((x) => -by * 2 * WAVE * height * Math.max(0, x / width + 0.5) * sinDeg(360 * waves * (x / width + 0.5)));

/** The least height that is left of a pinched box, of its own. */
const NARROWEST = 0.15;

/** Its middle as high as is left of it, its ends as they are; below 0 it bulges instead. */
export const pinchMap = ({ width, by }: Bent): StretchMap => {
  const high = (x: number): number => {
    const t = Math.min(1, Math.abs((2 * x) / width));
    return 1 - by * (1 - NARROWEST) * (1 - t * t);
  };
  return { forward: (x, y) => ({ x, y: y * high(x) }), back: (x, y) => ({ x, y: y / high(x) }) };
};

type Matrix = readonly [number, number, number, number, number, number, number, number, number];

/** From the unit square to four corners, in their order about it. P. S. Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989, §2.2.3. */
const fromSquare = ([p0, p1, p2, p3]: readonly [Point, Point, Point, Point]): Matrix => {
  const [sx, sy] = [p0.x - p1.x + p2.x - p3.x, p0.y - p1.y + p2.y - p3.y];
  const [dx1, dy1, dx2, dy2] = [p1.x - p2.x, p1.y - p2.y, p3.x - p2.x, p3.y - p2.y];
  const by = dx1 * dy2 - dx2 * dy1;
  const [g, h] = [(sx * dy2 - dx2 * sy) / by, (dx1 * sy - sx * dy1) / by];
  return [p1.x - p0.x + g * p1.x, p3.x - p0.x + h * p3.x, p0.x, p1.y - p0.y + g * p1.y, p3.y - p0.y + h * p3.y, p0.y, g, h, 1];
};

const adjoint = ([a, b, c, d, e, f, g, h, i]: Matrix): Matrix => [
  e * i - f * h,
  c * h - b * i,
  b * f - c * e,
  f * g - d * i,
  a * i - c * g,
  c * d - a * f,
  d * h - e * g,
  b * g - a * h,
  a * e - b * d,
];

/** What lies on or behind the vanishing line is as far away as this, in sides of the box. */
const FAR = 1e6;

const through = ([a, b, c, d, e, f, g, h, i]: Matrix, x: number, y: number): Point => {
  const w = g * x + h * y + i;
  return w > 1e-9 ? { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w } : { x: FAR, y: FAR };
};

/** True where four corners go round in the order of a box's and each is less than a straight angle, so that they are a box in perspective. */
export const isConvex = (corners: readonly Point[]): boolean =>
  corners.every(({ x, y }, i) => {
    const [next, after] = [corners[(i + 1) % 4] as Point, corners[(i + 2) % 4] as Point];
    return (next.x - x) * (after.y - next.y) - (next.y - y) * (after.x - next.x) > 0;
  });

/** The box seen in perspective, its corners (from the top left, as the clock goes) at four places; these are a convex box. */
export const cornersMap = (width: number, height: number, corners: readonly [Point, Point, Point, Point]): StretchMap => {
  const to = fromSquare(corners);
  const found = adjoint(to);
  // Of either sign: the middle of the box must lie in front.
  const [mx, my] = [corners.reduce((sum, { x }) => sum + x, 0) / 4, corners.reduce((sum, { y }) => sum + y, 0) / 4];
  const sign = found[6] * mx + found[7] * my + found[8] < 0 ? -1 : 1;
  const from = found.map((v) => v * sign) as unknown as Matrix;
  return {
    forward: (x, y) => through(to, x / width + 0.5, y / height + 0.5),
    back: (x, y) => {
      const { x: u, y: v } = through(from, x, y);
      return { x: (u - 0.5) * width, y: (v - 0.5) * height };
    },
  };
};
