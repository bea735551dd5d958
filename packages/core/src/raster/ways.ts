import type { BEYOND_NUMBERS, Kernels, Ways } from './kernels';
import { sizeOf, type RasterOf, type Region } from './raster';
import { crop, hull, overlap } from './region';

/** What lies beyond a box. */
export type BeyondBox = keyof typeof BEYOND_NUMBERS;

/** Pixels that the filter reads about a place. */
const MARGIN = 3;

/** The pixels that a region is taken from, where nothing moves further than `most` pixels. Beyond a box its far sides may be needed. */
export const readThrough = (region: Region, most: { readonly x: number; readonly y: number }, box: Region, beyond: BeyondBox): Region => {
  const [x, y] = [Math.ceil(most.x) + MARGIN, Math.ceil(most.y) + MARGIN];
  const near = { x: region.x - x, y: region.y - y, width: region.width + 2 * x, height: region.height + 2 * y };
  if (beyond === 'nothing') return near;
  const inside = overlap(near, box);
  const isWithin = inside !== null && sizeOf(inside) === sizeOf(near);
  return isWithin ? near : hull(near, box);
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
