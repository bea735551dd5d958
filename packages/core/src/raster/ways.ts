import type { BEYOND_NUMBERS, Kernels, Ways } from './kernels';
import { ONE, sizeOf, type RasterOf, type Region } from './raster';
import { crop, overlap, paste } from './region';
import { uniformPlane } from './uniform';

/** What lies beyond a box. */
export type BeyondBox = keyof typeof BEYOND_NUMBERS;

/** Pixels that the filter reads about a place. */
const MARGIN = 3;

/** From where to where one axis is read, between `from` and `to`, of a box from `low` to `high`. */
const axisRead = (from: number, to: number, low: number, high: number, beyond: BeyondBox): readonly [number, number] => {
  if (beyond === 'nothing' || (from >= low && to <= high)) return [from, to];
  if (beyond === 'repeat') return [low, high];
  const [start, end] = [Math.min(Math.max(from, low), high - 1), Math.max(Math.min(to, high), low + 1)];
  if (beyond === 'hold') return [start, end];
  // What is beyond an edge is found as far within it.
  const [before, after] = [low - from, to - high];
  return [after > 0 ? Math.min(start, Math.max(low, high - after)) : start, before > 0 ? Math.max(end, Math.min(high, low + before)) : end];
};

/** The pixels that a region is taken from, where nothing moves further than `most` pixels: with what lies beyond a box, as far as it is needed. */
export const readThrough = (region: Region, most: { readonly x: number; readonly y: number }, box: Region, beyond: BeyondBox): Region => {
  const [x, y] = [Math.ceil(most.x) + MARGIN, Math.ceil(most.y) + MARGIN];
  const [left, right] = axisRead(region.x - x, region.x + region.width + x, box.x, box.x + box.width, beyond);
  const [top, bottom] = axisRead(region.y - y, region.y + region.height + y, box.y, box.y + box.height, beyond);
  return { x: left, y: top, width: right - left, height: bottom - top };
};

/** A raster with nothing beyond a box. */
export const keptWithin = (raster: Movable, box: Region, { arena }: Kernels): Movable => {
  const { region } = raster;
  const inside = overlap(region, box);
  if (inside && sizeOf(inside) === sizeOf(region)) return raster;
  const kept = (plane: Int16Array, channels: 1 | 4): Int16Array => {
    const out = arena.plane(plane.length).fill(0);
    if (inside) paste(crop(plane, region, inside, arena, channels), inside, out, region, channels);
    return out;
  };
  if (raster.kind === 'ink') return { ...raster, coverage: kept(raster.coverage, 1) };
  if (raster.kind === 'colour') return { ...raster, data: kept(raster.data, 4) };
  return { ...raster, coverage: kept(raster.coverage ?? uniformPlane(raster.tone.length, ONE), 1) };
};

/** What can be moved. */
export type Movable = RasterOf<'colour'> | RasterOf<'tone'> | RasterOf<'ink'>;

/** A raster moved by ways over a region (null: not moved); `box` is where it has something. */
export const movedRaster = (
  raster: Movable,
  ways: Ways | null,
  box: Region,
  beyond: BeyondBox,
  region: Region,
  kernels: Kernels,
): Movable => {
  const { arena } = kernels;
  const taken = (plane: Int16Array, channels: 1 | 4): Int16Array => {
    if (!ways) return crop(plane, raster.region, region, arena, channels);
    const out = arena.plane(channels * sizeOf(region));
    kernels.moved(plane, channels, raster.region, ways, box, beyond, region, out);
    return out;
  };
  if (raster.kind === 'ink') return { ...raster, region, coverage: taken(raster.coverage, 1) };
  if (raster.kind === 'colour') return { ...raster, region, data: taken(raster.data, 4) };
  return { ...raster, region, tone: taken(raster.tone, 1), coverage: raster.coverage && taken(raster.coverage, 1) };
};
