import type { Kernels } from '../../raster/kernels';
import { ONE, sizeOf, type Region } from '../../raster/raster';
import { isBlank, isSolid, uniformPlane } from '../../raster/uniform';

/**
 * Distance from each pixel to the nearest one that is covered (outwards) or is not (inwards), between centres, as a share of `mostPx`.
 * What the region does not hold does not count, so it must reach `mostPx` beyond what is wanted.
 */
export const edgeDistance = (
  coverage: Int16Array,
  region: Region,
  mostPx: number,
  way: 'outwards' | 'inwards',
  { arena, distance }: Kernels,
): Int16Array => {
  const inwards = way === 'inwards';
  if (isBlank(coverage)) return uniformPlane(sizeOf(region), inwards ? 0 : ONE);
  if (isSolid(coverage)) return uniformPlane(sizeOf(region), inwards ? ONE : 0);
  const out = arena.plane(sizeOf(region));
  distance(coverage, region.width, region.height, mostPx, inwards, out);
  return out;
};
