import { power } from '../units/exact';
import { chanceAt } from '../units/noise';
import { cellsOf, round, rows, type Field, type Ground } from './ground';
import { filled } from '../units/filled';

/**
 * Values of the nine cells around a place, kept while the place stays in the same cell. `fill` writes `perCell` values for a cell;
 * the first two are a position in it, and are handed on as one from the corner of the middle cell.
 */
export const nine = (count: number, perCell: number, fill: (cellX: number, cellY: number, into: Float64Array, at: number) => void) => {
  const values = new Float64Array(9 * perCell);
  let [cellX, cellY] = [NaN, NaN];
  return (i: number, j: number): Float64Array => {
    if (i === cellX && j === cellY) return values;
    cellX = i;
    cellY = j;
    for (let k = 0; k < 9; k++) {
      const right = (k % 3) - 1;
      const down = Math.floor(k / 3) - 1;
      const at = k * perCell;
      fill(round(i + right, count), round(j + down, count), values, at);
      values[at] = (values[at] as number) + right;
      values[at + 1] = (values[at + 1] as number) + down;
    }
    return values;
  };
};

/** What is strewn: at most one a cell of `cell` mm. */
export interface Strewing {
  readonly cell: number;
  /** Share of cells that have one. */
  readonly likely: number;
  /** Radii, mm: from the least to the most, by `tail` power of chance: the higher, the fewer are large. */
  readonly least: number;
  readonly most: number;
  readonly tail?: number;
  /** How many times as long as broad the longest are. */
  readonly long?: number;
  /** How far outside a rim is still told, mm: no further than whoever reads it looks, since each one takes time. */
  readonly outside?: number;
}

/** Entries of the table that radii are drawn from, the least first. */
const RADII = 512;

/** Values of one that is strewn: its place, its radius, its direction, and how much longer than broad it is. */
const VALUES = 6;
/** Values of a cell: how many follow, and those that may reach into it. */
const PER_CELL = 1 + 9 * VALUES;

/** Cells that are kept, each in the place of others that are this many further on: the rows about the one that is looked at. */
const COLUMNS = 128;
const ROWS = 4;

/**
 * Grains of heavy-tailed sizes, longer than broad, each turned as it fell: how far within the nearest rim a place is, mm (outside:
 * less than nothing, down to −`outside`). Radii stay under a cell, so that the nine cells around a place have all that may reach it.
 */
export const strewn = (
  ground: Ground,
  salt: number,
  { cell, likely, least, most, tail = 3, long = 1.8, outside = 0.3 }: Strewing,
): Field => {
  const { count: cells, perMm } = cellsOf(ground, cell);
  const seed = ground.seed * 64 + salt;
  const radii = filled(new Float64Array(RADII), (i) => least + (most - least) * power((i + 0.5) / RADII, tail));
  const around = new Float64Array(COLUMNS * ROWS * PER_CELL);
  const whose = new Float64Array(COLUMNS * ROWS).fill(NaN);
  /** Those in the nine cells about one that may reach into it, their places in mm from its corner; where they end. */
  const gather = (i: number, j: number, from: number): number => {
    let end = from;
    for (let k = 0; k < 9; k++) {
      const right = (k % 3) - 1;
      const down = Math.floor(k / 3) - 1;
      const a = round(i + right, cells);
      const b = round(j + down, cells);
      if (chanceAt(a, b, seed) >= likely) continue;
      const atX = (right + chanceAt(a, b, seed + 1)) / perMm;
      const atY = (down + chanceAt(a, b, seed + 2)) / perMm;
      const radius = radii[Math.floor(RADII * chanceAt(a, b, seed + 3))] as number;
      const stretch = Math.sqrt(1 + (long - 1) * chanceAt(a, b, seed + 6));
      const beside = Math.max(0, -atX, atX - 1 / perMm);
      const above = Math.max(0, -atY, atY - 1 / perMm);
      const reach = (radius + outside) * stretch;
      if (beside * beside + above * above > 1.001 * reach * reach) continue;
      // A direction by its place in a square is not quite even: nobody sees it.
      const dx = chanceAt(a, b, seed + 4) - 0.5;
      const dy = chanceAt(a, b, seed + 5) - 0.5;
      const size = Math.sqrt(dx * dx + dy * dy) + 1e-9;
      around[end] = atX;
      around[end + 1] = atY;
      around[end + 2] = radius;
      around[end + 3] = dx / size;
      around[end + 4] = dy / size;
      around[end + 5] = stretch;
      end += VALUES;
    }
    return end;
  };
  /** Where a cell's are kept. */
  const found = (i: number, j: number): number => {
    const slot = (i & (COLUMNS - 1)) * ROWS + (j & (ROWS - 1));
    const name = j * 2 ** 26 + i;
    const at = slot * PER_CELL;
    if (whose[slot] !== name) {
      whose[slot] = name;
      around[at] = gather(i, j, at + 1);
    }
    return at;
  };
  const row = rows();
  return ({ count, x, y }) => {
    const out = row(count);
    let cellX = NaN;
    let cellY = NaN;
    let start = 0;
    let end = 0;
    for (let n = 0; n < count; n++) {
      const i = Math.floor((x[n] as number) * perMm);
      const j = Math.floor((y[n] as number) * perMm);
      if (i !== cellX || j !== cellY) {
        cellX = i;
        cellY = j;
        start = found(i, j);
        end = around[start++] as number;
      }
      const u = (x[n] as number) - i / perMm;
      const v = (y[n] as number) - j / perMm;
      let best = -outside;
      for (let k = start; k < end; k += VALUES) {
        const dx = u - (around[k] as number);
        const dy = v - (around[k + 1] as number);
        const radius = around[k + 2] as number;
        const stretch = around[k + 5] as number;
        const room = radius - best;
        // Neither way can it be further off than its length allows.
        if (room <= 0 || dx * dx + dy * dy >= room * room * stretch * stretch) continue;
        const along = (dx * (around[k + 3] as number) + dy * (around[k + 4] as number)) / stretch;
        const across = (dy * (around[k + 3] as number) - dx * (around[k + 4] as number)) * stretch;
        const away = along * along + across * across;
        if (away < room * room) best = radius - Math.sqrt(away);
      }
      out[n] = best;
    }
    return out;
  };
};
