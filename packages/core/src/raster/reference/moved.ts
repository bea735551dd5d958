import { CATMULL_ROM } from '../filter';
import type { BEYOND_NUMBERS, Kernels } from '../kernels';
import { HALF, ONE } from '../raster';

/** Where along a side from `from` of `length` pixels a place beyond it is found. */
const FOLDED: Readonly<Record<keyof typeof BEYOND_NUMBERS, (at: number, from: number, length: number) => number>> = {
  nothing: (at) => at,
  hold: (at, from, length) => Math.max(from, Math.min(from + length - 1, at)),
  repeat: (at, from, length) => from + ((((at - from) % length) + length) % length),
  mirror: (at, from, length) => {
    const along = (((at - from) % (2 * length)) + 2 * length) % (2 * length);
    return from + Math.min(along, 2 * length - 1 - along);
  },
};

/** 1/256 px that a way leads. */
export const wayOf = (way: number, most: number): number => Math.floor((way * most + HALF) / ONE);

export const moved: Kernels['moved'] = (plane, channels, from, ways, box, beyond, region, out) => {
  const fold = FOLDED[beyond];
  const { weights } = CATMULL_ROM;
  const valueAt = (x: number, y: number, channel: number): number => {
    const [i, j] = [fold(x, box.x, box.width) - from.x, fold(y, box.y, box.height) - from.y];
    if (i < 0 || j < 0 || i >= from.width || j >= from.height) return 0;
    return plane[(j * from.width + i) * channels + channel] as number;
  };
  const filtered = (px: number, py: number, channel: number): number => {
    let sum = HALF;
    for (let j = 0; j < 4; j++) {
      let along = HALF;
      for (let i = 0; i < 4; i++) {
        along += valueAt((px >> 8) - 1 + i, (py >> 8) - 1 + j, channel) * (weights[4 * (px & 255) + i] as number);
      }
      sum += (along >> 14) * (weights[4 * (py & 255) + j] as number);
    }
    return sum >> 14;
  };
  for (let row = 0, i = 0; row < region.height; row++) {
    for (let column = 0; column < region.width; column++, i++) {
      const px = ((region.x + column) << 8) + wayOf(ways.x[i] as number, ways.across);
      const py = ((region.y + row) << 8) + wayOf(ways.y[i] as number, ways.down);
      const alpha = Math.max(0, Math.min(ONE, filtered(px, py, channels - 1)));
      for (let c = 0; c < channels; c++) out[i * channels + c] = Math.max(0, Math.min(alpha, filtered(px, py, c)));
    }
  }
};
