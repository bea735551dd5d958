import type { Kernels } from '../raster/kernels';
import { ONE, type Region } from '../raster/raster';

/** Pixels beyond a pixel that dropping specks of so many pixels reads: a small piece that touches it lies within. */
export const speckReach = (most: number): number => (most >= 1 ? Math.ceil(most) + 1 : 0);

/**
 * A plane without specks and without holes up to so many pixels (by their boxes); what lies nearer to its rim than the
 * two reaches together is not for use.
 */
export const cleaned = (plane: Int16Array, { width, height }: Region, specksPx: number, holesPx: number, kernels: Kernels): Int16Array => {
  if (specksPx < 1 && holesPx < 1) return plane;
  const out = kernels.arena.plane(plane.length);
  out.set(plane);
  if (specksPx >= 1) kernels.dropSpecks(out, width, height, specksPx);
  if (holesPx >= 1) {
    kernels.rest(out, ONE, out);
    kernels.dropSpecks(out, width, height, holesPx);
    kernels.rest(out, ONE, out);
  }
  return out;
};
