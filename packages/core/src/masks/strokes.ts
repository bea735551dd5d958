import type { Arena } from '../raster/arena';
import { ONE, sizeOf, type Region } from '../raster/raster';
import { overlap } from '../raster/region';
import { pointsOf, pressuresOf } from '../units/stroke-path';
import { movedBy, scaleOf, undone, type Motion } from '../sheet/moving';
import { STROKE_UNITS, type Stroke } from './stroke';
import { tipOf, type TipPlace } from './tips';

/** Width of a pen that hardly touches, as a share of the brush. */
const LEAST_PRESSURE = 0.15;

/** A stroke in pixels of the rendering: its points, each with its radius and its way along the stroke in mm. */
interface Track {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly radius: Float64Array;
  readonly along: Float64Array;
  readonly bounds: Region;
}

const trackOf = (stroke: Stroke, motion: Motion, pxPerMm: number): Track => {
  const points = pointsOf(stroke.path);
  const pressures = stroke.pressures === undefined ? [] : pressuresOf(stroke.pressures);
  const count = points.length / 2;
  const [x, y, radius, along] = [0, 0, 0, 0].map(() => new Float64Array(count)) as [Float64Array, Float64Array, Float64Array, Float64Array];
  const widest = (stroke.size / 2) * scaleOf(motion) * pxPerMm;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < count; i++) {
    const [mmX, mmY] = movedBy(motion, (points[2 * i] as number) / STROKE_UNITS, (points[2 * i + 1] as number) / STROKE_UNITS);
    // Positions to 1/256 px, so that the last bits of a motion do not matter.
    const [px, py] = [Math.floor(mmX * pxPerMm * 256 + 0.5) / 256, Math.floor(mmY * pxPerMm * 256 + 0.5) / 256];
    const pressure = Math.max(LEAST_PRESSURE, (pressures[i] ?? 100) / 100);
    x[i] = px;
    y[i] = py;
    radius[i] = Math.max(0.5, widest * pressure);
    if (i > 0) {
      const [dx, dy] = [px - (x[i - 1] as number), py - (y[i - 1] as number)];
      along[i] = (along[i - 1] as number) + Math.sqrt(dx * dx + dy * dy);
    }
    left = Math.min(left, px);
    top = Math.min(top, py);
    right = Math.max(right, px);
    bottom = Math.max(bottom, py);
  }
  const reach = Math.ceil(Math.max(0.5, widest)) + 1;
  const [x0, y0] = [Math.floor(left) - reach, Math.floor(top) - reach];
  return { x, y, radius, along, bounds: { x: x0, y: y0, width: Math.ceil(right) + reach - x0, height: Math.ceil(bottom) + reach - y0 } };
};

/** How deep in the stroke each pixel of an area lies, and where along and across its nearest stretch. */
interface Depths {
  readonly depth: Float32Array;
  readonly along: Float32Array;
  readonly across: Float32Array;
}

/** The stretches of a stroke, by their first points, that may come into an area. */
const stretchesIn = ({ x, y, radius }: Track, area: Region): number[] =>
  Array.from({ length: Math.max(1, x.length - 1) }, (_, i) => i).filter((i) => {
    const j = Math.min(i + 1, x.length - 1);
    const [ax, ay, bx, by] = [x[i] as number, y[i] as number, x[j] as number, y[j] as number];
    const widest = Math.max(radius[i] as number, radius[j] as number) + 1;
    const [left, top, right, bottom] = [area.x, area.y, area.x + area.width, area.y + area.height];
    if (Math.max(ax, bx) + widest < left || Math.min(ax, bx) - widest > right) return false;
    if (Math.max(ay, by) + widest < top || Math.min(ay, by) - widest > bottom) return false;
    // All of the area on one side of the stretch, further from its line than it is wide: it does not come in.
    const [dx, dy] = [bx - ax, by - ay];
    const half = widest * Math.sqrt(dx * dx + dy * dy);
    const corners = [left, right].flatMap((cx) => [top, bottom].map((cy) => (cx - ax) * dy - (cy - ay) * dx));
    return Math.min(...corners) <= half && Math.max(...corners) >= -half;
  });

const stretch = (track: Track, i: number, softness: number, area: Region, out: Depths): void => {
  const j = Math.min(i + 1, track.x.length - 1);
  const [ax, ay, ar, as] = [track.x[i] as number, track.y[i] as number, track.radius[i] as number, track.along[i] as number];
  const [bx, by, br, bs] = [track.x[j] as number, track.y[j] as number, track.radius[j] as number, track.along[j] as number];
  const [dx, dy] = [bx - ax, by - ay];
  const length2 = dx * dx + dy * dy;
  const length = Math.sqrt(length2);
  const widest = Math.max(ar, br) + 1;
  const x0 = Math.max(area.x, Math.floor(Math.min(ax, bx) - widest));
  const x1 = Math.min(area.x + area.width, Math.ceil(Math.max(ax, bx) + widest));
  const y0 = Math.max(area.y, Math.floor(Math.min(ay, by) - widest));
  const y1 = Math.min(area.y + area.height, Math.ceil(Math.max(ay, by) + widest));
  for (let y = y0; y < y1; y++) {
    const py = y + 0.5 - ay;
    // No further from the line that the stretch lies on than its widest.
    const [middle, half] = dy === 0 ? [0, Infinity] : [(py * dx) / dy + ax - 0.5, Math.abs((widest * length) / dy)];
    const [from, to] = [Math.max(x0, Math.floor(middle - half)), Math.min(x1, Math.ceil(middle + half) + 1)];
    for (let x = from, o = (y - area.y) * area.width + from - area.x; x < to; x++, o++) {
      const px = x + 0.5 - ax;
      const t = length2 > 0 ? Math.max(0, Math.min(1, (px * dx + py * dy) / length2)) : 0;
      const [ex, ey] = [px - t * dx, py - t * dy];
      const away = Math.sqrt(ex * ex + ey * ey);
      const radius = ar + (br - ar) * t;
      const edge = softness * radius;
      // A hard edge is smoothed over one pixel; a soft one rises smoothly from the rim inwards.
      let depth = edge > 1 ? (radius - away) / edge : radius - away + 0.5;
      if (depth <= 0) continue;
      if (depth > 1) depth = 1;
      else if (edge > 1) depth = depth * depth * (3 - 2 * depth);
      if (depth <= (out.depth[o] as number)) continue;
      out.depth[o] = depth;
      out.along[o] = as + (bs - as) * t;
      out.across[o] = length > 0 ? (px * dy - py * dx) / length : px;
    }
  }
};

/** Rows painted without letting others in: textured tips take long. */
const SETTLED_ROWS = 16;

/** Where each value of a stroke goes: added to what is there, or taken from it. */
function* settle(
  stroke: Stroke,
  motion: Motion,
  pxPerMm: number,
  area: Region,
  from: Depths,
  plane: Int16Array,
  region: Region,
): Generator<void, void, void> {
  const tip = tipOf(stroke.tip);
  const back = undone(motion);
  const scale = scaleOf(motion) * pxPerMm;
  const strength = stroke.strength * ONE * (stroke.erases ? -1 : 1);
  const at: TipPlace = { depth: 0, along: 0, across: 0, x: 0, y: 0, seed: stroke.seed, pixel: 1 / scale };
  for (let row = 0, i = 0; row < area.height; row++) {
    if (row % SETTLED_ROWS === SETTLED_ROWS - 1) yield;
    let o = (area.y + row - region.y) * region.width + area.x - region.x;
    for (let column = 0; column < area.width; column++, i++, o++) {
      const depth = from.depth[i] as number;
      if (depth === 0) continue;
      const [mmX, mmY] = [(area.x + column + 0.5) / pxPerMm, (area.y + row + 0.5) / pxPerMm];
      at.depth = depth;
      at.along = (from.along[i] as number) / scale;
      at.across = (from.across[i] as number) / scale;
      at.x = back.a * mmX + back.b * mmY + back.c;
      at.y = back.d * mmX + back.e * mmY + back.f;
      const value = (plane[o] as number) + Math.floor(tip.shape(at) * strength + 0.5);
      plane[o] = value < 0 ? 0 : value > ONE ? ONE : value;
    }
  }
}

/**
 * Strokes painted on what was there, in order: the most inside a stroke, added to (or taken from) what the others left. The
 * points of a stroke lie where the art was; `motion` brings them to where it is now.
 */
export function* paintStrokes(
  before: Int16Array,
  region: Region,
  strokes: readonly Stroke[],
  motion: Motion,
  pxPerMm: number,
  arena: Arena,
): Generator<void, Int16Array, void> {
  let plane = before;
  for (const stroke of strokes) {
    if (stroke.path === '') continue;
    const track = trackOf(stroke, motion, pxPerMm);
    const area = overlap(track.bounds, region);
    if (!area) continue;
    const stretches = stretchesIn(track, area);
    if (stretches.length === 0) continue;
    const count = sizeOf(area);
    const depths: Depths = { depth: new Float32Array(count), along: new Float32Array(count), across: new Float32Array(count) };
    for (const i of stretches) {
      stretch(track, i, stroke.softness, area, depths);
      yield;
    }
    if (plane === before) {
      plane = arena.plane(before.length);
      plane.set(before);
    }
    yield* settle(stroke, motion, pxPerMm, area, depths, plane, region);
    yield;
  }
  return plane;
}

/** Points without those that lie within a tolerance (in the points' unit) of the line between their neighbours. Ramer 1972, Douglas & Peucker 1973. */
export const simplified = (points: readonly number[], tolerance: number): number[] => {
  const count = points.length / 2;
  const kept = new Uint8Array(count);
  const visit = (from: number, to: number): void => {
    let [worst, at] = [tolerance, -1];
    const [ax, ay] = [points[2 * from] as number, points[2 * from + 1] as number];
    const [dx, dy] = [(points[2 * to] as number) - ax, (points[2 * to + 1] as number) - ay];
    const length2 = dx * dx + dy * dy;
    for (let i = from + 1; i < to; i++) {
      const [px, py] = [(points[2 * i] as number) - ax, (points[2 * i + 1] as number) - ay];
      const t = length2 > 0 ? Math.max(0, Math.min(1, (px * dx + py * dy) / length2)) : 0;
      const away = Math.sqrt((px - t * dx) ** 2 + (py - t * dy) ** 2);
      if (away > worst) [worst, at] = [away, i];
    }
    if (at < 0) return;
    kept[at] = 1;
    visit(from, at);
    visit(at, to);
  };
  if (count > 0) kept[0] = kept[count - 1] = 1;
  visit(0, count - 1);
  return [...kept].flatMap((keep, i) => (keep ? [points[2 * i] as number, points[2 * i + 1] as number] : []));
};
