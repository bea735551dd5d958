import { ONE } from './raster';

export const DITHER_SIDE = 16;

/** Bayer's matrix of rank order, side a power of two (B. E. Bayer, IEEE ICC 1973, 26-11). */
export const bayer = (side: number): number[] => {
  if (side === 1) return [0];
  const half = side / 2;
  const inner = bayer(half);
  return Array.from({ length: side * side }, (_, i) => {
    const x = i % side;
    const y = Math.floor(i / side);
    const quarter = [0, 2, 3, 1][(y >= half ? 2 : 0) + (x >= half ? 1 : 0)] as number;
    return 4 * (inner[(y % half) * half + (x % half)] as number) + quarter;
  });
};

/**
 * What is added to a working value · 255 before its 14 fraction bits are dropped. The ends keep 1 % clear, so that a
 * value that came from 8 bits goes back to the same 8 bits whatever its place.
 */
export const DITHER_TILE: Int32Array = Int32Array.from(bayer(DITHER_SIDE), (rank) => {
  const margin = Math.round(ONE / 100);
  return margin + Math.floor(((ONE - 2 * margin) * (2 * rank + 1)) / (2 * DITHER_SIDE * DITHER_SIDE));
});
