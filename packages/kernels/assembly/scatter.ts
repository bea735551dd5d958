import { ONE } from './depth';
import { movedPhase, wayAt } from './ways';

/** Dots of the tile along a side, as in the core's raster/kernels.ts, and the bits of a phase within one. */
const SIDE: u32 = 64;
const DOT_BITS: u32 = 26;

/** Dots that are there where there is at least as much ink as a tile says; u, v: the first pixel's phases, 2^32 a tile; moved by ways unless they are 0. */
export function scatter(
  ink: usize,
  width: i32,
  height: i32,
  u: i32,
  ux: i32,
  uy: i32,
  v: i32,
  vx: i32,
  vy: i32,
  tile: usize,
  waysX: usize,
  waysY: usize,
  across: i32,
  down: i32,
  out: usize,
): void {
  for (let y = 0; y < height; y++) {
    let pu = u + y * uy;
    let pv = v + y * vy;
    const row = <usize>(y * width) << 1;
    for (let x = 0; x < width; x++, pu += ux, pv += vx) {
      let placeU = pu;
      let placeV = pv;
      if (waysX) {
        const dx = wayAt(waysX + row, x, across);
        const dy = wayAt(waysY + row, x, down);
        placeU = movedPhase(pu, ux, uy, dx, dy);
        placeV = movedPhase(pv, vx, vy, dx, dy);
      }
      const dot = (<u32>placeV >> DOT_BITS) * SIDE + (<u32>placeU >> DOT_BITS);
      const at = row + (<usize>x << 1);
      const isThere = load<i16>(ink + at) >= load<i16>(tile + (<usize>dot << 1));
      store<i16>(out + at, isThere ? <i16>ONE : 0);
    }
  }
}
