import { movedBy, type Motion } from '../sheet/moving';
import { layeredNoise } from '../units/noise';
import type { Contour } from '../type/outline';
import { shapeContour } from '../type/shape';
import { STROKE_UNITS } from './stroke';

export interface OutlineDials {
  /** What the points are: corners of a polygon, or two opposite corners of a rectangle or of an ellipse's box. */
  readonly outline: 'polygon' | 'rectangle' | 'ellipse';
  /** Whole hundredths of a millimetre, x and y in turn. */
  readonly points: readonly number[];
  /** How far the edge strays, mm, and where chance begins. */
  readonly rough: number;
  readonly seed: number;
}

/** Half the longer side of an ellipse, px, for which its corners are laid out. */
const FINE_RADIUS = 4000;

/** Corners of an outline, mm, where the art was: x and y in turn. */
const cornersOf = ({ outline, points }: OutlineDials): number[] => {
  const mm = points.map((v) => v / STROKE_UNITS);
  if (outline === 'polygon') return mm;
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = mm;
  const form = outline === 'rectangle' ? 'rectangle' : 'ellipse';
  const unit = shapeContour({ form, points: 0, inner: 1 }, FINE_RADIUS);
  return unit.map((v, i) => (i % 2 === 0 ? (x0 + x1) / 2 + (v * (x1 - x0)) / 2 : (y0 + y1) / 2 + (v * (y1 - y0)) / 2));
};

/** Stretches of a roughened edge, as a share of how far it strays, and the least of them, mm. */
const STRETCH = 0.2;
const LEAST_STRETCH = 0.1;

/** An outline whose edge strays by up to `rough` mm either way, by chance that lies on the art. */
const roughened = (corners: readonly number[], rough: number, seed: number): number[] => {
  const out: number[] = [];
  const part = Math.max(LEAST_STRETCH, rough * STRETCH);
  for (let i = 0; i < corners.length; i += 2) {
    const next = (i + 2) % corners.length;
    const [ax, ay] = [corners[i] as number, corners[i + 1] as number];
    const [dx, dy] = [(corners[next] as number) - ax, (corners[next + 1] as number) - ay];
    const length = Math.sqrt(dx * dx + dy * dy);
    const count = Math.max(1, Math.ceil(length / part));
    for (let n = 0; n < count && length > 0; n++) {
      const [x, y] = [ax + (dx * n) / count, ay + (dy * n) / count];
      // Layered chance keeps to the middle half of its range.
      const stray = 2.4 * rough * (layeredNoise(x / (3 * rough), y / (3 * rough), seed, 4) - 0.5);
      out.push(x - (dy / length) * stray, y + (dx / length) * stray);
    }
  }
  return out;
};

/** The contour of a cut-out in pixels of the rendering. */
export const outlineContour = (dials: OutlineDials, motion: Motion, pxPerMm: number): Contour => {
  const corners = cornersOf(dials);
  const run = dials.rough > 0 ? roughened(corners, dials.rough, dials.seed) : corners;
  const out: number[] = [];
  for (let i = 0; i < run.length; i += 2) {
    const [x, y] = movedBy(motion, run[i] as number, run[i + 1] as number);
    out.push(x * pxPerMm, y * pxPerMm);
  }
  return out;
};
