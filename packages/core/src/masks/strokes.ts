import type { Arena } from '../raster/arena';
import type { Kernels, StrokeDepths, StrokeEnd, StrokePaint, StrokeStretch } from '../raster/kernels';
import { ONE, sizeOf, type Region } from '../raster/raster';
import { overlap } from '../raster/region';
import { pointsOf, pressuresOf } from '../units/stroke-path';
import { movedBy, scaleOf, undone, type Motion } from '../sheet/moving';
import { STROKE_UNITS, type Stroke } from './stroke';
import { tipOf } from './tips';

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

const stretchOf = ({ x, y, radius, along }: Track, i: number, softness: number): StrokeStretch => {
  const end = (n: number): StrokeEnd => ({ x: x[n] as number, y: y[n] as number, radius: radius[n] as number, along: along[n] as number });
  return { from: end(i), to: end(Math.min(i + 1, x.length - 1)), softness };
};

/** Pixels painted without letting others in: textured tips take long. */
const PAINTED_PX = 32768;

const floats = (arena: Arena, count: number): Float32Array => {
  const { buffer, byteOffset } = arena.bytes(4 * count);
  return new Float32Array(buffer, byteOffset, count);
};

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
  kernels: Kernels,
): Generator<void, Int16Array, void> {
  const { arena } = kernels;
  let plane = before;
  let room: StrokeDepths | null = null;
  for (const stroke of strokes) {
    if (stroke.path === '') continue;
    const track = trackOf(stroke, motion, pxPerMm);
    const area = overlap(track.bounds, region);
    if (!area) continue;
    const stretches = stretchesIn(track, area);
    if (stretches.length === 0) continue;
    if (plane === before) {
      plane = arena.plane(before.length);
      plane.set(before);
    }
    const whole = sizeOf(region);
    room ??= { depth: floats(arena, whole), along: floats(arena, whole), across: floats(arena, whole) };
    const { depth, along, across } = room;
    const part = (from: number, to: number): StrokeDepths => ({
      depth: depth.subarray(from, to),
      along: along.subarray(from, to),
      across: across.subarray(from, to),
    });
    const depths = part(0, sizeOf(area));
    depths.depth.fill(0);
    for (const i of stretches) {
      kernels.strokeStretch(stretchOf(track, i, stroke.softness), area, depths);
      yield;
    }
    const paint: StrokePaint = {
      tip: tipOf(stroke.tip),
      seed: stroke.seed,
      strength: stroke.strength * ONE * (stroke.erases ? -1 : 1),
      pxPerMm,
      scale: scaleOf(motion) * pxPerMm,
      art: undone(motion),
    };
    const rows = Math.max(1, Math.floor(PAINTED_PX / area.width));
    for (let row = 0; row < area.height; row += rows) {
      const height = Math.min(rows, area.height - row);
      const strip: Region = { ...area, y: area.y + row, height };
      kernels.strokePaint(part(row * area.width, (row + height) * area.width), paint, strip, plane, region);
      yield;
    }
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
