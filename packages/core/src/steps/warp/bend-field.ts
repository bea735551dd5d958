import type { BendStroke } from '../../fields/values';
import { ONE, type Region } from '../../raster/raster';
import { pointsOf } from '../../units/stroke-path';
import { remembering } from '../../units/remember';
import { filled } from '../../units/filled';

/*
 * Ways of strokes on a coarse grid over the sheet. The pattern at p is what was at p − d(p). Each stroke alone keeps its slopes under 0.8,
 * so that nothing folds over itself, and strokes are composed: d(p) = v(p) + d(p − v(p)).
 */

/** Weight of a stroke at a distance, as a share of its brush's radius: (1 − t²)², steepest 1.54. */
const weightAt = (t: number): number => (t >= 1 ? 0 : (1 - t * t) * (1 - t * t));

/** What a stroke moves at full strength, of its radius: the slope of the weight times this stays under 0.8. */
const FAR = 0.5;

interface Near {
  /** Squared distance, the nearest place of the path, and the path's direction there. */
  d2: number;
  x: number;
  y: number;
  tx: number;
  ty: number;
}

/** The place of a path (x and y in turn, mm) that is nearest to a point. */
const nearestOn = (path: readonly number[], px: number, py: number, near: Near): void => {
  near.d2 = Infinity;
  const count = path.length / 2;
  for (let i = 0; i < Math.max(1, count - 1); i++) {
    const [ax, ay] = [path[2 * i] as number, path[2 * i + 1] as number];
    const [bx, by] = count > 1 ? [path[2 * i + 2] as number, path[2 * i + 3] as number] : [ax, ay];
    const [dx, dy] = [bx - ax, by - ay];
    const length2 = dx * dx + dy * dy;
    const t = length2 > 0 ? Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / length2)) : 0;
    const [x, y] = [ax + t * dx, ay + t * dy];
    const d2 = (px - x) * (px - x) + (py - y) * (py - y);
    if (d2 >= near.d2) continue;
    const length = Math.sqrt(length2) || 1;
    Object.assign(near, { d2, x, y, tx: dx / length, ty: dy / length });
  }
};

/** What a stroke moves at a point, for each way: given the nearest place of its path, the weight there, and the radius. One row a way. */
const MOVES: Readonly<
  Record<BendStroke['way'], (near: Near, px: number, py: number, weight: number, radius: number) => readonly [number, number]>
> = {
  drag: ({ tx, ty }, _, __, weight, radius) => [tx * weight * FAR * radius, ty * weight * FAR * radius],
  stir: ({ x, y }, px, py, weight) => [-(py - y) * weight * FAR, (px - x) * weight * FAR],
  gather: ({ x, y }, px, py, weight) => [(x - px) * weight * FAR, (y - py) * weight * FAR],
  spread: ({ x, y }, px, py, weight) => [(px - x) * weight * FAR, (py - y) * weight * FAR],
  calm: () => [0, 0],
};

/** A grid of ways over a sheet: pixels of 2^shift fine ones; mm to the right and down. */
export interface BendGrid {
  readonly region: Region;
  readonly shift: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** A grid's value between its points, straight; held at its rim. */
const between = (plane: Float64Array, { width, height }: Region, x: number, y: number): number => {
  const [cx, cy] = [Math.max(0, Math.min(width - 1.001, x)), Math.max(0, Math.min(height - 1.001, y))];
  const [i, j] = [Math.floor(cx), Math.floor(cy)];
  const [u, v] = [cx - i, cy - j];
  const at = j * width + i;
  const top = (plane[at] as number) * (1 - u) + (plane[at + 1] as number) * u;
  const bottom = (plane[at + width] as number) * (1 - u) + (plane[at + width + 1] as number) * u;
  return top * (1 - v) + bottom * v;
};

/** One more stroke on a grid of ways. `mm`: millimetres a pixel of the grid. */
const withStroke = (grid: BendGrid, stroke: BendStroke, mm: number): BendGrid => {
  const { region } = grid;
  const path = pointsOf(stroke.path).map((v) => v / 100);
  const radius = stroke.size / 2;
  const [x, y] = [grid.x.slice(), grid.y.slice()];
  const near: Near = { d2: 0, x: 0, y: 0, tx: 0, ty: 0 };
  const move = MOVES[stroke.way];
  for (let row = 0, i = 0; row < region.height; row++) {
    const py = (region.y + row + 0.5) * mm;
    for (let column = 0; column < region.width; column++, i++) {
      const px = (region.x + column + 0.5) * mm;
      nearestOn(path, px, py, near);
      if (near.d2 >= radius * radius) continue;
      const weight = weightAt(Math.sqrt(near.d2) / radius);
      if (stroke.way === 'calm') {
        const left = 1 - weight * Math.abs(stroke.strength);
        [x[i], y[i]] = [(grid.x[i] as number) * left, (grid.y[i] as number) * left];
        continue;
      }
      const [dx, dy] = move(near, px, py, weight, radius).map((v) => v * stroke.strength) as [number, number];
      const [fromX, fromY] = [column - dx / mm, row - dy / mm];
      x[i] = dx + between(grid.x, region, fromX, fromY);
      y[i] = dy + between(grid.y, region, fromX, fromY);
    }
  }
  return { ...grid, x, y };
};

interface Wanted {
  readonly strokes: readonly BendStroke[];
  readonly pxPerMm: number;
  /** Pixels of the whole sheet on the grid, with what is read beyond it. */
  readonly region: Region;
  readonly shift: number;
}

/** The ways of strokes, one after the other. */
export const bendGrid = remembering(
  6,
  (wanted: Wanted) => JSON.stringify(wanted),
  ({ strokes, pxPerMm, region, shift }): BendGrid => {
    const none = (): Float64Array => new Float64Array(region.width * region.height);
    const mm = 2 ** shift / pxPerMm;
    return strokes.reduce<BendGrid>((grid, stroke) => withStroke(grid, stroke, mm), { region, shift, x: none(), y: none() });
  },
);

/** The farthest that strokes may move anything, mm: what they add up to at most. */
export const farthestOf = (strokes: readonly BendStroke[]): number =>
  strokes.reduce((sum, { way, size, strength }) => sum + (way === 'calm' ? 0 : FAR * (size / 2) * Math.abs(strength)), 0);

/** Ways of a grid as a plane of shares of the farthest, ± ONE. */
export const asShares = (plane: Float64Array, most: number): Int16Array =>
  filled(new Int16Array(plane.length), (i) => Math.floor(Math.max(-1, Math.min(1, (plane[i] as number) / most)) * ONE + 0.5));
