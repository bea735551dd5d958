import { ONE, unpremultiplied } from './depth';

/** Cells of the cube along a side, 2^CELL_BITS values each, and its points. */
const CELL_BITS: i32 = 10;
const LAST: i32 = 15;
const POINTS: i32 = 17;

// @ts-ignore: decorator
@inline
function at(cube: usize, offset: i32): i32 {
  return load<i16>(cube + (<usize>offset << 1));
}

/**
 * Each colour's value in a cube of POINTS³ values (red slowest), straight along the edges of one of six tetrahedra; and its coverage.
 */
export function cube(rgba: usize, pixels: i32, values: usize, tone: usize, coverage: usize): void {
  for (let i = 0; i < pixels; i++) {
    const from = rgba + (<usize>i << 3);
    const alpha = <i32>load<i16>(from, 6);
    store<i16>(coverage + (<usize>i << 1), <i16>alpha);
    const r = min(max(unpremultiplied(load<i16>(from), alpha), 0), ONE);
    const g = min(max(unpremultiplied(load<i16>(from, 2), alpha), 0), ONE);
    const b = min(max(unpremultiplied(load<i16>(from, 4), alpha), 0), ONE);
    const ri = min(r >> CELL_BITS, LAST);
    const gi = min(g >> CELL_BITS, LAST);
    const bi = min(b >> CELL_BITS, LAST);
    let first = r - (ri << CELL_BITS);
    let second = g - (gi << CELL_BITS);
    let third = b - (bi << CELL_BITS);
    let firstStep = POINTS * POINTS;
    let secondStep = POINTS;
    let thirdStep = 1;
    let t: i32;
    // The largest part of the way first.
    if (first < second) {
      t = first; first = second; second = t;
      t = firstStep; firstStep = secondStep; secondStep = t;
    }
    if (second < third) {
      t = second; second = third; third = t;
      t = secondStep; secondStep = thirdStep; thirdStep = t;
    }
    if (first < second) {
      t = first; first = second; second = t;
      t = firstStep; firstStep = secondStep; secondStep = t;
    }
    let corner = (ri * POINTS + gi) * POINTS + bi;
    let sum = at(values, corner) * ((1 << CELL_BITS) - first);
    corner += firstStep;
    sum += at(values, corner) * (first - second);
    corner += secondStep;
    sum += at(values, corner) * (second - third);
    corner += thirdStep;
    sum += at(values, corner) * third;
    store<i16>(tone + (<usize>i << 1), <i16>((sum + (1 << (CELL_BITS - 1))) >> CELL_BITS));
  }
}
