import type { CellWay, ScreenGrid, ShapeName } from '../../raster/kernels';
import { cosDeg, sinDeg } from '../../units/exact';

const CELL = 2 ** 32;

/** How the cells of a screen are laid out. */
export interface CellLayout {
  /** From the direction of its rows to that of its columns, degrees. */
  readonly turn: number;
  /** Rows apart that a whole phase is, along them and across them. */
  readonly along: number;
  readonly across: number;
}

const SQUARE: CellLayout = { turn: 90, along: 1, across: 1 };

/** Dots of a hexagonal screen lie where three sets of rows cross; bricks are twice as long as a row is high, every other row shifted. */
const LAYOUTS: Partial<Record<ShapeName, CellLayout>> = {
  hexagonal: { turn: 120, along: 1, across: 1 },
  brick: { turn: 90, along: 2, across: 2 },
};

export const cellLayout = (shape: ShapeName): CellLayout => LAYOUTS[shape] ?? SQUARE;

/** Phases a pixel, in cells: along the rows and across them; counter-clockwise, with y downwards. */
const growth = (cellPx: number, angleDeg: number, { turn, along, across }: CellLayout) => {
  const [c, s] = [cosDeg(angleDeg) / (cellPx * along), sinDeg(angleDeg) / (cellPx * along)];
  if (turn === 90) return { ux: c, uy: -s, vx: (s * along) / across, vy: (c * along) / across };
  return { ux: c, uy: -s, vx: cosDeg(angleDeg - turn) / (cellPx * across), vy: -sinDeg(angleDeg - turn) / (cellPx * across) };
};

/**
 * The phases of a screen in the sheet's frame: a dot's centre at the top left corner, turned counter-clockwise from
 * the horizontal, rows of cells `cellPx` pixels apart. Phases are whole numbers that wrap, so a pixel's phase is the
 * same from wherever it is reckoned; over 16,000 pixels the frequency is out by less than 1 in 10^6.
 */
export const screenGrid = (cellPx: number, angleDeg: number, layout: CellLayout = SQUARE): ScreenGrid => {
  const { ux, uy, vx, vy } = growth(cellPx, angleDeg, layout);
  const wrapped = (phase: number): number => (Math.round(phase * CELL) % CELL) | 0;
  return {
    u0: wrapped((ux + uy) / 2),
    ux: wrapped(ux),
    uy: wrapped(uy),
    v0: wrapped((vx + vy) / 2),
    vx: wrapped(vx),
    vy: wrapped(vy),
  };
};

/** A screen moved along both of its ways by a share of a cell. */
export const shifted = (grid: ScreenGrid, share: number): ScreenGrid => {
  const by = Math.round(share * CELL);
  return { ...grid, u0: (grid.u0 + by) | 0, v0: (grid.v0 + by) | 0 };
};

/** From a pixel's phases back to how far it lies from its cell's centre, in pixels. */
export const cellWay = (cellPx: number, angleDeg: number, layout: CellLayout = SQUARE): CellWay => {
  const { ux, uy, vx, vy } = growth(cellPx, angleDeg, layout);
  const by = (ux * vy - uy * vx) * CELL;
  return { ax: vy / by, bx: -uy / by, ay: -vx / by, by: ux / by };
};
