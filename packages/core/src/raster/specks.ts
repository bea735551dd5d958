import type { Kernels } from './kernels';
import { ONE, type Region } from './raster';

/** Pixels around a pixel that are read to drop specks of up to `most` pixels: every such speck that touches the pixel lies within. */
export const speckReach = (most: number): number => (most >= 1 ? Math.ceil(most) + 1 : 0);

/**
 * Removes specks and fills holes whose boxes are at most `specksPx` and `holesPx` pixels. Values nearer to the plane's rim than
 * the sum of both reaches are not valid.
 */
export const cleaned = (plane: Int16Array, { width, height }: Region, specksPx: number, holesPx: number, kernels: Kernels): Int16Array => {
  if (specksPx < 1 && holesPx < 1) return plane;
  const out = kernels.arena.plane(plane.length);
  out.set(plane);
  if (specksPx >= 1) kernels.dropSpecks(out, width, height, specksPx);
  if (holesPx >= 1) {
    kernels.complement(out, ONE, out);
    kernels.dropSpecks(out, width, height, holesPx);
    kernels.complement(out, ONE, out);
  }
  return out;
};
