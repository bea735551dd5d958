import { cellOf } from '../cells';
import type { Kernels } from '../kernels';
import { ONE } from '../raster';

/** How far a way leads, px: whole 1/256 px. */
const wayAt = (way: number, most: number): number => Math.floor((way * most + ONE / 2) / ONE) / 256;

/** The cells of pixels one by one. */
export const cellDots: Kernels['cellDots'] = ({ cellPx, columns, rows, bits, rowBytes }, { x: left, y: top, width, height }, ways, out) => {
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const column = cellOf(left + x + (ways ? wayAt(ways.x[i] as number, ways.across) : 0), cellPx, columns);
      const row = cellOf(top + y + (ways ? wayAt(ways.y[i] as number, ways.down) : 0), cellPx, rows);
      out[i] = ((bits[row * rowBytes + (column >> 3)] as number) >> (column & 7)) & 1 ? ONE : 0;
    }
  }
};
