import type { Kernels } from '../kernels';
import { HALF, ONE, times } from '../raster';

const clamp = (v: number): number => (v < 0 ? 0 : v > ONE ? ONE : v);

type Detail = Pick<Kernels, 'lifted' | 'ratio' | 'multiplyAdd' | 'modulated' | 'guidance' | 'cellTones'>;

/** What steps do with a plane and a softer copy of it. */
export const detail: Detail = {
  lifted(base, first, second, table, out) {
    for (let i = 0; i < out.length; i++) {
      const apart = Math.max(-ONE, Math.min(ONE, (first[i] as number) - (second[i] as number)));
      out[i] = clamp((base ? (base[i] as number) : 0) + (table[apart + ONE] as number));
    }
  },

  ratio(first, second, out) {
    for (let i = 0; i < out.length; i++) {
      const by = second[i] as number;
      out[i] = by > 0 ? Math.min(ONE, Math.floor(((first[i] as number) * ONE + (by >> 1)) / by)) : 0;
    }
  },

  multiplyAdd(first, second, third, out) {
    for (let i = 0; i < out.length; i++) out[i] = clamp(times(first[i] as number, second[i] as number) + (third[i] as number));
  },

  modulated(first, second, table, out) {
    for (let i = 0; i < out.length; i++) {
      const value = first[i] as number;
      out[i] = clamp(value + (((second[i] as number) * (table[value] as number) + HALF) >> 14));
    }
  },

  guidance(means, squares, epsilon, slopes, offsets) {
    for (let i = 0; i < slopes.length; i++) {
      const mean = means[i] as number;
      const variance = Math.max(0, (squares[i] as number) - times(mean, mean));
      const whole = variance + epsilon;
      const slope = Math.floor((variance * ONE + (whole >> 1)) / whole);
      slopes[i] = slope;
      offsets[i] = mean - times(slope, mean);
    }
  },

  cellTones(tone, around, grid, way, out, region) {
    const { ax, bx, ay, by } = way;
    const [right, bottom] = [around.width - 1, around.height - 1];
    for (let y = region.y, i = 0; y < region.y + region.height; y++) {
      for (let x = region.x; x < region.x + region.width; x++, i++) {
        const u = (grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy)) | 0;
        const v = (grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy)) | 0;
        const cx = Math.min(right, Math.max(0, x - around.x - Math.floor(u * ax + v * bx + 0.5)));
        const cy = Math.min(bottom, Math.max(0, y - around.y - Math.floor(u * ay + v * by + 0.5)));
        out[i] = tone[cy * around.width + cx] as number;
      }
    }
  },
};
