import { ONE } from './depth';
import { wayAt } from './ways';

/** The cell that a place lies in, along a side of `count` cells; beyond the side its last one. */
// @ts-ignore: decorator
@inline
function cellOf(place: f64, cellPx: f64, count: i32): i32 {
  return <i32>max(0.0, min(<f64>(count - 1), Math.floor(place / cellPx)));
}

/** Pixels of the cells that are set, in rows of `rowBytes` from `first` on; moved by ways unless they are 0. */
export function cellDots(
  bits: usize,
  rowBytes: i32,
  first: i32,
  cellPx: f64,
  columns: i32,
  rows: i32,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  waysX: usize,
  waysY: usize,
  across: i32,
  down: i32,
  out: usize,
): void {
  for (let row = 0, i = 0; row < height; row++) {
    let py = <f64>(y + row) + 0.5;
    let line = bits + <usize>((cellOf(py, cellPx, rows) - first) * rowBytes);
    for (let column = 0; column < width; column++, i++) {
      let px = <f64>(x + column) + 0.5;
      if (waysX) {
        px = <f64>(x + column) + <f64>wayAt(waysX, i, across) / 256 + 0.5;
        py = <f64>(y + row) + <f64>wayAt(waysY, i, down) / 256 + 0.5;
        line = bits + <usize>((cellOf(py, cellPx, rows) - first) * rowBytes);
      }
      const cell = cellOf(px, cellPx, columns);
      const isSet = (<i32>load<u8>(line + <usize>(cell >> 3)) >> (cell & 7)) & 1;
      store<i16>(out + (<usize>i << 1), isSet ? <i16>ONE : 0);
    }
  }
}
