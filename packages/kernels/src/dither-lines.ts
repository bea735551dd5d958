import { DITHER_SIDE, DITHER_TILE } from '@uvrant/core';

/** The tile of roundings line by line: each rounding four times, once a value of a pixel, and each line twice. */
export const DITHER_LINES = Int16Array.from({ length: 2 * 4 * DITHER_TILE.length }, (_, i) => {
  const [line, column] = [Math.floor(i / (2 * 4 * DITHER_SIDE)), Math.floor(i / 4) % DITHER_SIDE];
  return DITHER_TILE[line * DITHER_SIDE + column] as number;
});
