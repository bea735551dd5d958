import type { Kernels } from '../../raster/kernels';
import { ONE, sizeOf, type Region } from '../../raster/raster';
import { crop, grow, overlap } from '../../raster/region';
import { rowsWithInk } from '../../raster/rows-with-ink';
import { isBlank, isSolid, uniformPlane } from '../../raster/uniform';

/**
 * Distance from each pixel of a window to the nearest one that is covered (outwards) or is not (inwards), between centres, as a share
 * of `mostPx`. What the region does not hold does not count, so it must reach `mostPx` beyond the window.
 */
export const edgeDistance = (
  coverage: Int16Array,
  region: Region,
  mostPx: number,
  way: 'outwards' | 'inwards',
  window: Region,
  kernels: Kernels,
): Int16Array => {
  const { arena, distance } = kernels;
  const inwards = way === 'inwards';
  const far = inwards ? 0 : ONE;
  if (isSolid(coverage)) return uniformPlane(sizeOf(window), ONE - far);
  const ink = isBlank(coverage) ? null : rowsWithInk(coverage, region, kernels);
  // Rows as far from all ink as is told apart are all alike.
  const reach = Math.ceil(mostPx) + 1;
  const near = ink && rowsOf(window, inwards ? ink : grow(ink, reach));
  if (!near) return uniformPlane(sizeOf(window), far);
  const read = rowsOf(region, grow(near, reach)) as Region;
  const out = arena.plane(sizeOf(window));
  const at = (near.y - window.y) * window.width;
  const end = at + sizeOf(near);
  out.fill(far, 0, at).fill(far, end);
  distance(crop(coverage, region, read, arena), read, mostPx, inwards, near, out.subarray(at, end));
  return out;
};

/** A region's rows that are another's too. */
const rowsOf = (region: Region, { y, height }: Region): Region | null => overlap(region, { ...region, y, height });
