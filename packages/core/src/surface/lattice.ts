import { cosDeg, sinDeg } from '../units/exact';
import type { Ground } from './ground';

/** A lattice of cells on a surface: u = ux · x + uy · y, v = vx · x + vy · y, in cells. */
export interface Lattice {
  readonly ux: number;
  readonly uy: number;
  readonly vx: number;
  readonly vy: number;
  /** Names a cell by the one cell that stands for all that lie whole periods away; null where nothing repeats. */
  readonly wrap: ((at: Int32Array) => void) | null;
}

const nearest = (v: number): number => Math.floor(v + 0.5);

/** The whole direction nearest to one that is asked for: (0, 0) is none. */
const whole = (x: number, y: number): [number, number] => {
  const [i, j] = [nearest(x), nearest(y)];
  if (i !== 0 || j !== 0) return [i, j];
  return Math.abs(x) >= Math.abs(y) ? [x < 0 ? -1 : 1, 0] : [0, y < 0 ? -1 : 1];
};

/**
 * A lattice whose cells are about `along` mm long in a direction (degrees, clockwise as it is seen) and `across` mm broad. On a
 * ground that repeats, both its axes make whole numbers of cells over a period, so that it goes round at any turn.
 */
export const latticeOf = ({ period }: Ground, along: number, across: number, turn: number): Lattice => {
  const [c, s] = [cosDeg(turn), sinDeg(turn)];
  if (period === null) return { ux: c / along, uy: s / along, vx: -s / across, vy: c / across, wrap: null };
  const [ux, uy] = whole((period * c) / along, (period * s) / along);
  let [vx, vy] = whole((-period * s) / across, (period * c) / across);
  if (ux * vy - uy * vx === 0) [vx, vy] = [-uy, ux];
  return { ux: ux / period, uy: uy / period, vx: vx / period, vy: vy / period, wrap: wrapOf(ux, vx, uy, vy) };
};

/**
 * Cells that lie (a, b) or (c, d) apart are one: the lattice of these, in Hermite's normal form (g, r), (0, h), leaves one cell for
 * each class within g × h.
 */
const wrapOf = (a: number, b: number, c: number, d: number): ((at: Int32Array) => void) => {
  while (c !== 0) {
    const times = Math.trunc(a / c);
    [a, b, c, d] = [c, d, a - times * c, b - times * d];
  }
  const [g, r, h] = [Math.abs(a), a < 0 ? -b : b, Math.abs(d)];
  return (at) => {
    const times = Math.floor((at[0] as number) / g);
    at[0] = (at[0] as number) - times * g;
    const j = (at[1] as number) - times * r;
    at[1] = j - Math.floor(j / h) * h;
  };
};
