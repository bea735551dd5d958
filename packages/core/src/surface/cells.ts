import { GRAIN_RUN_VALUES, GRAIN_VALUES } from '../raster/kernels';
import { power } from '../units/exact';
import { chanceAt } from '../units/noise';
import { cellsOf, round, rows, type Field, type Ground } from './ground';

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

/** Values of a cell: where those end that may reach into it, and they. */
const PER_CELL = 1 + 9 * GRAIN_VALUES;

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
  const radii = Float64Array.from({ length: RADII }, (_, i) => least + (most - least) * power((i + 0.5) / RADII, tail));
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
      end += GRAIN_VALUES;
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
  const [row, runsRow] = [rows(), rows()];
  let near = new Float64Array(0);
  return ({ count, x, y, kernels }) => {
    const [out, runs] = [row(count), runsRow(GRAIN_RUN_VALUES * count)];
    let [cellX, cellY] = [NaN, NaN];
    let [ran, held] = [0, 0];
    for (let n = 0; n < count; n++) {
      const i = Math.floor((x[n] as number) * perMm);
      const j = Math.floor((y[n] as number) * perMm);
      if (i === cellX && j === cellY) continue;
      [cellX, cellY] = [i, j];
      const start = found(i, j);
      const end = around[start] as number;
      const values = around.subarray(start + 1, end);
      if (near.length < held + values.length) {
        const more = new Float64Array(2 * (held + values.length));
        more.set(near);
        near = more;
      }
      near.set(values, held);
      // The run before ends where this one begins.
      if (ran > 0) runs[ran - GRAIN_RUN_VALUES] = n;
      runs.set([count, i / perMm, j / perMm, held / GRAIN_VALUES, (held + values.length) / GRAIN_VALUES], ran);
      held += values.length;
      ran += GRAIN_RUN_VALUES;
    }
    kernels.grains({ count, x, y }, runs.subarray(0, ran), near.subarray(0, held), outside, out);
    return out;
  };
};
