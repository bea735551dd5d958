import type { Kernels } from '../../raster/kernels';
import { ONE, sizeOf, type Region } from '../../raster/raster';
import { bandsOf, grow, overlap } from '../../raster/region';
import { rowsWithInk } from '../../raster/rows-with-ink';
import { isBlank, isSolid, uniformPlane } from '../../raster/uniform';

/** Pixels whose distances are found at a go. */
const STRETCH = 2 ** 17;

/**
 * Distance from each pixel of a window to the nearest one that is covered (outwards) or is not (inwards), between centres, as a share
 * of `mostPx`. What the region does not hold does not count, so it must reach `mostPx` beyond the window.
 */
export function* edgeDistance(
  coverage: Int16Array,
  region: Region,
  mostPx: number,
  way: 'outwards' | 'inwards',
  window: Region,
  kernels: Kernels,
): Generator<void, Int16Array, void> {
  const { arena, distance } = kernels;
  const inwards = way === 'inwards';
  const far = inwards ? 0 : ONE;
  if (isSolid(coverage)) return uniformPlane(sizeOf(window), ONE - far);
  const ink = isBlank(coverage) ? null : rowsWithInk(coverage, region, kernels);
  // Rows as far from all ink as is told apart are all alike.
  const reach = Math.ceil(mostPx) + 1;
  const near = ink && rowsOf(window, inwards ? ink : grow(ink, reach));
  if (!near) return uniformPlane(sizeOf(window), far);
  const out = arena.plane(sizeOf(window));
  const at = (near.y - window.y) * window.width;
  const end = at + sizeOf(near);
  out.fill(far, 0, at).fill(far, end);
  for (const band of bandsOf(near, Math.ceil(STRETCH / near.width))) {
    const read = rowsOf(region, grow(band, reach)) as Region;
    const from = (read.y - region.y) * region.width;
    const to = (band.y - window.y) * window.width;
    distance(coverage.subarray(from, from + sizeOf(read)), read, mostPx, inwards, band, out.subarray(to, to + sizeOf(band)));
    yield;
  }
  return out;
}

/** A region's rows that are another's too. */
const rowsOf = (region: Region, { y, height }: Region): Region | null => overlap(region, { ...region, y, height });
