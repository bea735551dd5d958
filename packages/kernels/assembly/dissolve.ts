import { chanceAt, fade } from './chance';
import { DEPTH, HALF, ONE } from './depth';

/** Steps by which a field's values are ranked, as in the core's raster/kernels.ts. */
const RANKS: i32 = 1024;

/**
 * What of a plane's patches a share of them leaves, whole or nothing at each pixel, by a ranked field of noise over the sheet.
 * `columns` is room for two 64-bit values a column.
 */
export function dissolve(
  patches: usize,
  share: usize,
  strength: i32,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  pxPerMm: f64,
  cos: f64,
  sin: f64,
  long: f64,
  broad: f64,
  seed: i32,
  ranks: usize,
  columns: usize,
  out: usize,
): void {
  // The four chances about the cell that was met last.
  let cellX = i32.MIN_VALUE;
  let cellY = i32.MIN_VALUE;
  let a: f64 = 0;
  let b: f64 = 0;
  let c: f64 = 0;
  let d: f64 = 0;
  // What places add along and across the field by their columns is the same in each row.
  for (let column = 0; column < width; column++) {
    const mx = (<f64>(x + column) + 0.5) / pxPerMm;
    store<f64>(columns + (<usize>column << 4), mx * cos);
    store<f64>(columns + (<usize>column << 4), mx * sin, 8);
  }
  for (let row = 0, i: usize = 0; row < height; row++) {
    const my = (<f64>(y + row) + 0.5) / pxPerMm;
    const myCos = my * cos;
    const mySin = my * sin;
    for (let column = 0; column < width; column++, i += 2) {
      let whole = false;
      if (<i32>load<i16>(patches + i) > HALF) {
        const part = share ? (<i32>load<i16>(share + i) * strength + HALF) >> DEPTH : strength;
        whole = part >= ONE;
        if (!whole && part > 0) {
          const at = columns + (<usize>column << 4);
          const along = (load<f64>(at) + mySin) / long;
          const across = (myCos - load<f64>(at, 8)) / broad;
          const fx = Math.floor(along);
          const fy = Math.floor(across);
          const xi = <i32>fx;
          const yi = <i32>fy;
          if (xi != cellX || yi != cellY) {
            cellX = xi;
            cellY = yi;
            a = chanceAt(xi, yi, seed);
            b = chanceAt(xi + 1, yi, seed);
            c = chanceAt(xi, yi + 1, seed);
            d = chanceAt(xi + 1, yi + 1, seed);
          }
          const u = fade(along - fx);
          const v = fade(across - fy);
          const rank = (a + (b - a) * u + (c + (d - c) * u - a - (b - a) * u) * v) * <f64>RANKS;
          const n = min(RANKS - 1, <i32>Math.floor(rank));
          const low = load<f64>(ranks + (<usize>n << 3));
          const high = load<f64>(ranks + (<usize>n << 3), 8);
          whole = (low + (high - low) * (rank - <f64>n)) * <f64>ONE < <f64>part;
        }
      }
      store<i16>(out + i, whole ? <i16>ONE : 0);
    }
  }
}
