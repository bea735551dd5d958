import { ONE } from './depth';

// A filled outline, as in the core's raster/reference/fill-rows.ts.

const LINES: i32 = 16;
const SHARES: i32 = 256;
const SHARE_BITS: i32 = 8;
/** Rows whose edges are kept together: 2^BLOCK_BITS. */
const BLOCK_BITS: i32 = 2;
/** What a share of a pixel on one line is of its coverage. */
const PART: i32 = ONE / (LINES * SHARES);

/** An edge's values, 64-bit floats: the same as in the core's raster/kernels.ts. */
const EDGE: usize = 8 * 8;
const X0: usize = 0;
const Y0: usize = 8;
const SLOPE: usize = 16;
const LEAST: usize = 24;
const MOST: usize = 32;
const FIRST: usize = 40;
const LAST: usize = 48;
const TURN: usize = 56;

/** Crossings of the lines of one row by one edge, put in their order. */
function cross(edge: usize, left: i32, width: i32, top: i32, windings: usize, counts: usize, crossings: usize, room: i32): void {
  const first = max(<i32>load<f64>(edge, FIRST), top);
  const last = min(<i32>load<f64>(edge, LAST), top + LINES - 1);
  if (first > last) return;
  const turn = <i32>load<f64>(edge, TURN);
  // What crosses on the left only counts; what crosses on the right says nothing of the region.
  if (load<f64>(edge, MOST) <= <f64>left) {
    for (let line = first; line <= last; line++) {
      const at = windings + (<usize>(line - top) << 2);
      store<i32>(at, load<i32>(at) + turn);
    }
    return;
  }
  if (load<f64>(edge, LEAST) >= <f64>(left + width)) return;
  const x0 = load<f64>(edge, X0);
  const y0 = load<f64>(edge, Y0);
  const slope = load<f64>(edge, SLOPE);
  const most = <f64>(width * SHARES);
  const down = turn > 0 ? 1 : 0;
  for (let line = first; line <= last; line++) {
    const share = Math.floor((x0 + ((<f64>line + 0.5) / <f64>LINES - y0) * slope) * <f64>SHARES + 0.5) - <f64>left * <f64>SHARES;
    const packed = (<i32>max(0.0, min(most, share)) << 1) | down;
    const start = crossings + (<usize>((line - top) * room) << 2);
    const counted = counts + (<usize>(line - top) << 2);
    const count = load<i32>(counted);
    store<i32>(counted, count + 1);
    let place = start + (<usize>count << 2);
    while (place > start && load<i32>(place - 4) > packed) {
      store<i32>(place, load<i32>(place - 4));
      place -= 4;
    }
    store<i32>(place, packed);
  }
}

// @ts-ignore: decorator
@inline
function step(steps: usize, pixel: i32, by: i32): void {
  const at = steps + (<usize>pixel << 2);
  store<i32>(at, load<i32>(at) + by);
}

/** Writes a row's coverage over nothing; 0 where nothing is covered. */
function cover(width: i32, windings: usize, counts: usize, crossings: usize, room: i32, steps: usize, out: usize): i32 {
  let from = width + 1;
  let to = -1;
  for (let line = 0; line < LINES; line++) {
    let winding = load<i32>(windings + (<usize>line << 2));
    const count = load<i32>(counts + (<usize>line << 2));
    if (winding == 0 && count == 0) continue;
    if (winding != 0) {
      step(steps, 0, SHARES);
      from = 0;
      to = max(0, to);
    }
    const first = crossings + (<usize>(line * room) << 2);
    for (let i = 0; i < count; i++) {
      const packed = load<i32>(first + (<usize>i << 2));
      const before = winding;
      winding += packed & 1 ? 1 : -1;
      if (before != 0 && winding != 0) continue;
      const at = packed >> 1;
      const pixel = at >> SHARE_BITS;
      const into = at & (SHARES - 1);
      if (winding != 0) {
        step(steps, pixel, SHARES - into);
        step(steps, pixel + 1, into);
      } else {
        step(steps, pixel, into - SHARES);
        step(steps, pixel + 1, -into);
      }
      from = min(from, pixel);
      to = max(to, pixel + 1);
    }
  }
  if (from > width) return 0;
  let sum = 0;
  for (let x = from; x <= to; ) {
    const at = steps + (<usize>x << 2);
    // Where nothing changes, eight at a time.
    if (x + 8 <= width && !v128.any_true(v128.or(v128.load(at), v128.load(at, 16)))) {
      v128.store(out + (<usize>x << 1), i16x8.splat(<i16>(sum * PART)));
      x += 8;
      continue;
    }
    sum += load<i32>(at);
    store<i32>(at, 0);
    if (x < width) store<i16>(out + (<usize>x << 1), <i16>(sum * PART));
    x++;
  }
  if (sum != 0) for (let x = to + 1; x < width; x++) store<i16>(out + (<usize>x << 1), <i16>(sum * PART));
  return 1;
}

/**
 * Coverage of a filled outline over a region, in rows; 0 where nothing of it is covered. `order` has the edges of each block of rows from
 * `firstBlock` on, the first of which `starts` names, and the end. `room` is for 32 + width + 16 + 16 · most 32-bit values.
 */
export function fillRows(
  edges: usize,
  order: usize,
  starts: usize,
  firstBlock: i32,
  blocks: i32,
  most: i32,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  room: usize,
  out: usize,
): i32 {
  const windings = room;
  const counts = room + 64;
  const steps = room + 128;
  const crossings = steps + (<usize>(width + 16) << 2);
  memory.fill(steps, 0, <usize>(width + 16) << 2);
  memory.fill(out, 0, <usize>(width * height) << 1);
  let any = 0;
  for (let row = 0; row < height; row++) {
    const block = ((y + row) >> BLOCK_BITS) - firstBlock;
    if (block < 0 || block >= blocks) continue;
    const start = load<i32>(starts + (<usize>block << 2));
    const end = load<i32>(starts + (<usize>block << 2), 4);
    if (start == end) continue;
    memory.fill(windings, 0, 128);
    const top = (y + row) * LINES;
    for (let n = start; n < end; n++) {
      const edge = edges + <usize>load<i32>(order + (<usize>n << 2)) * EDGE;
      cross(edge, x, width, top, windings, counts, crossings, most);
    }
    any |= cover(width, windings, counts, crossings, most, steps, out + (<usize>(row * width) << 1));
  }
  return any;
}
