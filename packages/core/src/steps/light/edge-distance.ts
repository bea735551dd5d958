import type { Kernels } from '../../raster/kernels';
import { ONE, sizeOf, type Region } from '../../raster/raster';
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
  { arena, distance }: Kernels,
): Int16Array => {
  const inwards = way === 'inwards';
  if (isBlank(coverage)) return uniformPlane(sizeOf(window), inwards ? 0 : ONE);
  if (isSolid(coverage)) return uniformPlane(sizeOf(window), inwards ? ONE : 0);
  const out = arena.plane(sizeOf(window));
  distance(coverage, region, mostPx, inwards, window, out);
  return out;
};
