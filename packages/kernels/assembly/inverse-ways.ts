import { wayAt } from './ways';

/** Steps in which the place is looked for; where ways change gently it stands after two or three. */
const MOST_STEPS: i32 = 24;

/**
 * The values of a plane at the places that ways lead back from: at q its value at p, where p − ways(p) = q; `plane`, `waysX` and `waysY` lie
 * on a region of `stride` by `rows` pixels, the window `left`, `top` pixels from its corner.
 */
export function inverseWays(
  plane: usize,
  waysX: usize,
  waysY: usize,
  across: i32,
  down: i32,
  stride: i32,
  rows: i32,
  left: i32,
  top: i32,
  width: i32,
  height: i32,
  out: usize,
): void {
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      let at = (top + y) * stride + left + x;
      for (let step = 0; step < MOST_STEPS; step++) {
        const column = left + x + ((wayAt(waysX, at, across) + 128) >> 8);
        const row = top + y + ((wayAt(waysY, at, down) + 128) >> 8);
        const next = max(0, min(rows - 1, row)) * stride + max(0, min(stride - 1, column));
        if (next == at) break;
        at = next;
      }
      store<i16>(out + (<usize>i << 1), load<i16>(plane + (<usize>at << 1)));
    }
  }
}
