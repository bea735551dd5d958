import type { Kernels } from '../kernels';
import { HALF } from '../raster';

/** The print of a hard sheet, one byte a pixel. */
export const indexPlanes: Pick<Kernels, 'stamp' | 'keepWhere' | 'lookUp' | 'reduceIndex'> = {
  stamp(beneath, coverage, map, out) {
    for (let i = 0; i < out.length; i++) {
      const entry = beneath[i] as number;
      out[i] = !coverage || (coverage[i] as number) >= HALF ? (map[entry] as number) : entry;
    }
  },
  keepWhere(entries, plane, out) {
    for (let i = 0; i < out.length; i++) out[i] = (plane[i] as number) >= HALF ? (entries[i] as number) : 0;
  },
  lookUp(entries, palette, values, out) {
    for (let i = 0; i < entries.length; i++) {
      for (let c = 0; c < values; c++) out[values * i + c] = palette[values * (entries[i] as number) + c] as number;
    }
  },
  reduceIndex(entries, width, height, shift, palette, out) {
    const side = 1 << shift;
    const outWidth = Math.ceil(width / side);
    for (let oy = 0; oy * side < height; oy++) {
      for (let ox = 0; ox < outWidth; ox++) {
        const right = Math.min(width, (ox + 1) * side);
        const bottom = Math.min(height, (oy + 1) * side);
        const count = (right - ox * side) * (bottom - oy * side);
        for (let c = 0; c < 4; c++) {
          let sum = 0;
          for (let y = oy * side; y < bottom; y++) {
            for (let x = ox * side; x < right; x++) sum += palette[4 * (entries[y * width + x] as number) + c] as number;
          }
          out[(oy * outWidth + ox) * 4 + c] = Math.floor((sum + (count >> 1)) / count);
        }
      }
    }
  },
};
