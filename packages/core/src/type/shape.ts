import { cosDeg, sinDeg } from '../units/exact';
import type { Contour } from './outline';

export const SHAPE_FORMS = ['rectangle', 'ellipse', 'polygon', 'star burst', 'line'] as const;
export type ShapeForm = (typeof SHAPE_FORMS)[number];

export interface ShapeDials {
  readonly form: ShapeForm;
  /** Sides of a polygon, points of a star burst. */
  readonly points: number;
  /** How far out the inner corners of a star burst lie, as a share of the outer ones. */
  readonly inner: number;
}

/** Corners round an ellipse of a radius in pixels, so that its chords stay within 0.02 px. */
const cornersOf = (radius: number): number => 4 * Math.max(4, Math.min(512, Math.ceil((3.15 / 4) * Math.sqrt(radius / 0.04))));

/** Corners on the unit circle, the first at the top, `radius(i)` out. */
const round = (count: number, radius: (i: number) => number): [number, number][] =>
  Array.from({ length: count }, (_, i) => {
    const turn = (360 * i) / count;
    return [sinDeg(turn) * radius(i), -cosDeg(turn) * radius(i)];
  });

/** Brings corners to fill the box −1 … 1 both ways. */
const filling = (corners: readonly (readonly [number, number])[]): [number, number][] => {
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return corners.map(([x, y]) => [(2 * (x - left)) / (right - left) - 1, (2 * (y - top)) / (bottom - top) - 1]);
};

const CORNERS: Readonly<Record<ShapeForm, (dials: ShapeDials, radiusPx: number) => [number, number][]>> = {
  rectangle: () => [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ],
  ellipse: (_, radiusPx) => round(cornersOf(radiusPx), () => 1),
  polygon: ({ points }) => filling(round(points, () => 1)),
  'star burst': ({ points, inner }) => filling(round(2 * points, (i) => (i % 2 === 0 ? 1 : inner))),
  line: () => [
    [-1, 0],
    [1, 0],
  ],
};

/** A shape that fills the box −1 … 1 both ways; a line is open, from left to right. `radiusPx` is half its longer side. */
export const shapeContour = (dials: ShapeDials, radiusPx: number): Contour => CORNERS[dials.form](dials, radiusPx).flat();
