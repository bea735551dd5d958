import { DITHER_SIDE, DITHER_TILE } from '../dither';
import type { Kernels } from '../kernels';

export const plateBytes: Kernels['plateBytes'] = (plane, { x, y, width }, out, around, at, count) => {
  for (let i = 0; i < plane.length; i++) {
    const [column, row] = [x + (i % width), y + Math.floor(i / width)];
    const dither = DITHER_TILE[(row & (DITHER_SIDE - 1)) * DITHER_SIDE + (column & (DITHER_SIDE - 1))] as number;
    out[((row - around.y) * around.width + column - around.x) * count + at] = ((plane[i] as number) * 255 + dither) >> 14;
  }
};
