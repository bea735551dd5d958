import type { CellWay, ScreenGrid } from '../../raster/kernels';
import { cosDeg, sinDeg } from '../../units/exact';

const CELL = 2 ** 32;

/**
 * The phases of a screen in the sheet's frame: a dot's centre at the top left corner, turned counter-clockwise from
 * the horizontal, rows of cells `cellPx` pixels apart. Phases are whole numbers that wrap, so a pixel's phase is the
 * same from wherever it is reckoned; over 16,000 pixels the frequency is out by less than 1 in 10^6.
 */
export const screenGrid = (cellPx: number, angleDeg: number): ScreenGrid => {
  const along = (cosDeg(angleDeg) / cellPx) * CELL;
  const across = (sinDeg(angleDeg) / cellPx) * CELL;
  const wrapped = (phase: number): number => (Math.round(phase) % CELL) | 0;
  return {
    u0: wrapped((along - across) / 2),
    ux: wrapped(along),
    uy: wrapped(-across),
    v0: wrapped((across + along) / 2),
    vx: wrapped(across),
    vy: wrapped(along),
  };
};

/** From a pixel's phases back to how far it lies from its cell's centre, in pixels. */
export const cellWay = (cellPx: number, angleDeg: number): CellWay => {
  const along = (cosDeg(angleDeg) * cellPx) / CELL;
  const across = (sinDeg(angleDeg) * cellPx) / CELL;
  return { ax: along, bx: across, ay: -across, by: along };
};
