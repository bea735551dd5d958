import type { Kernels } from '../kernels';
import { ONE } from '../raster';

const MOST_STEPS = 24;

/** How far a way leads, in whole pixels. */
const pixelsOf = (way: number, most: number): number => Math.floor((Math.floor((way * most + ONE / 2) / ONE) + 128) / 256);

/** The place that ways lead back from, pixel by pixel. */
export const inverseWays: Kernels['inverseWays'] = (of, ways, { x: left, y: top, width: stride, height: rows }, window, out) => {
  for (let y = window.y - top, i = 0; y < window.y - top + window.height; y++) {
    for (let x = window.x - left; x < window.x - left + window.width; x++, i++) {
      let at = y * stride + x;
      for (let step = 0; step < MOST_STEPS; step++) {
        const column = x + pixelsOf(ways.x[at] as number, ways.across);
        const row = y + pixelsOf(ways.y[at] as number, ways.down);
        const next = Math.max(0, Math.min(rows - 1, row)) * stride + Math.max(0, Math.min(stride - 1, column));
        if (next === at) break;
        at = next;
      }
      out[i] = of[at] as number;
    }
  }
};
