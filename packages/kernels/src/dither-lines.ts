import { DITHER_SIDE, DITHER_TILE } from '@uvrant/core';

/** The tile of roundings line by line: each rounding `times` times, and each line twice. */
const lines = (times: number): Int16Array =>
  Int16Array.from({ length: 2 * times * DITHER_TILE.length }, (_, i) => {
    const [line, column] = [Math.floor(i / (2 * times * DITHER_SIDE)), Math.floor(i / times) % DITHER_SIDE];
    return DITHER_TILE[line * DITHER_SIDE + column] as number;
  });

/** Of pixels of four values, and of one. */
export const DITHER_LINES = lines(4);
export const PLATE_LINES = lines(1);
