import { LATTICE_SIDE } from '../raster/gradient-lattice';
import { chanceAt } from '../units/noise';
import { cellsOf, rows, type Field, type Ground, type Places } from './ground';
import { latticeOf } from './lattice';

/** How a noise lies: turned, and longer along that direction than broad. */
export interface Lie {
  readonly stretch?: number;
  /** Clockwise as it is seen, degrees. */
  readonly turn?: number;
}

/** Each octave is turned and finer than the one before it, so that no grid shows (by trial). */
const TURN = 53;
const FINER = 2.13;
/** How far the first octave lies from the pixels' axes, degrees. */
const FIRST = 17;

/** Octaves are looked at LOOKS times a hill where that is no more closely than every LEAST_STEP mm; straight between. */
const LOOKS = 6;
const LEAST_STEP = 0.25;

/**
 * Octaves of gradient noise (K. Perlin, Improving noise, 2002), hills of about `grain` mm, each finer and `weaker` than the one before
 * it: mean 0, a standard deviation of about 0.35 however many there are. A stretched noise keeps its direction.
 */
export const noise = (
  ground: Ground,
  salt: number,
  grain: number,
  octaves = 1,
  { stretch = 1, turn = 0 }: Lie = {},
  weaker = 0.55,
): Field => {
  let sum = 0;
  for (let i = 0; i < octaves; i++) sum += weaker ** (2 * i);
  const each = Array.from({ length: octaves }, (_, i) => {
    const size = grain / FINER ** i;
    const { ux, uy, vx, vy, again } = latticeOf(ground, size * stretch, size, stretch === 1 ? turn + FIRST + TURN * i : turn);
    const start = (which: number): number => Math.floor(LATTICE_SIDE * chanceAt(salt, which, ground.seed));
    const { g, r, h } = again ?? { g: 0, r: 0, h: 0 };
    return { size, values: [ux, uy, vx, vy, start(2 * i), start(2 * i + 1), g, r, h, weaker ** i / Math.sqrt(sum)] };
  });
  const valuesOf = (some: typeof each): Float64Array => Float64Array.from(some.flatMap(({ values }) => values));
  const sumOf = (some: typeof each): Field => {
    const [values, row] = [valuesOf(some), rows()];
    return (at) => {
      const out = row(at.count).fill(0, 0, at.count);
      at.kernels.gradients(at, values, out);
      return out;
    };
  };
  // The broad octaves are looked at less often.
  const broad = each.filter(({ size }) => size / LOOKS >= LEAST_STEP);
  if (broad.length === 0) return sumOf(each);
  const slowly = slow(ground, (broad.at(-1) as (typeof each)[number]).size / LOOKS, sumOf(broad));
  const fine = valuesOf(each.slice(broad.length));
  return (at) => {
    const out = slowly(at);
    if (fine.length > 0) at.kernels.gradients(at, fine, out);
    return out;
  };
};

/**
 * Values of a slow field's grid that are kept, found in stretches of BLOCK along x: as many blocks as a sheet has across at least, and
 * the rows about the one that is looked at.
 */
const BLOCK = 32;
const BLOCKS = 32;
const ROWS = 4;

/** A slow field by its values at every `step` mm, straight between them; each value is found once and kept while it is near. */
export const slow = (ground: Ground, step: number, field: Field): Field => {
  const { perMm } = cellsOf(ground, step);
  const values = new Float64Array(BLOCKS * ROWS * BLOCK);
  const whose = new Float64Array(BLOCKS * ROWS).fill(NaN);
  const stretch = { count: BLOCK, pixel: step, x: new Float64Array(BLOCK), y: new Float64Array(BLOCK) };
  const find = (block: number, j: number, at: number, kernels: Places['kernels']): void => {
    for (let k = 0; k < BLOCK; k++) {
      stretch.x[k] = (block * BLOCK + k) / perMm;
      stretch.y[k] = j / perMm;
    }
    values.set(field({ ...stretch, kernels }).subarray(0, BLOCK), at * BLOCK);
  };
  const valueAt = (i: number, j: number, kernels: Places['kernels']): number => {
    const block = Math.floor(i / BLOCK);
    const at = ((block & (BLOCKS - 1)) * ROWS) | (j & (ROWS - 1));
    const name = j * 2 ** 26 + block;
    if (whose[at] !== name) {
      whose[at] = name;
      find(block, j, at, kernels);
    }
    return values[at * BLOCK + (i & (BLOCK - 1))] as number;
  };
  const row = rows();
  return ({ count, x, y, kernels }) => {
    const out = row(count);
    let cellX = NaN;
    let cellY = NaN;
    let a = 0;
    let b = 0;
    let c = 0;
    let d = 0;
    for (let n = 0; n < count; n++) {
      const u = (x[n] as number) * perMm;
      const v = (y[n] as number) * perMm;
      const i = Math.floor(u);
      const j = Math.floor(v);
      if (i !== cellX || j !== cellY) {
        // Mostly the next along the row, which shares two corners.
        const isNext = i === cellX + 1 && j === cellY;
        a = isNext ? b : valueAt(i, j, kernels);
        c = isNext ? d : valueAt(i, j + 1, kernels);
        b = valueAt(i + 1, j, kernels);
        d = valueAt(i + 1, j + 1, kernels);
        cellX = i;
        cellY = j;
      }
      const s = u - i;
      const top = a + (b - a) * s;
      out[n] = top + (c + (d - c) * s - top) * (v - j);
    }
    return out;
  };
};
