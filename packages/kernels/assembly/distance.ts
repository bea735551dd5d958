import { HALF } from './depth';
import { farInRow } from './far-in-row';
import { MARGIN, NEAR, nearInRow, sharesOf } from './near-in-row';

/** Values of a vector: a row is read and written in whole ones, past its end. */
const LANES: i32 = 8;

/** How far down (or up) a column each pixel of a row lies from the last set one, at most `far`; `above` holds the row before, in place. */
// @ts-ignore: decorator
@inline
function grown(plane: usize, above: usize, width: i32, far: v128, flip: v128): void {
  const one = i16x8.splat(1);
  const half = i16x8.splat(<i16>HALF);
  for (let x = 0; x < width; x += LANES) {
    const at = <usize>x << 1;
    const isSet = v128.xor(i16x8.ge_s(v128.load(plane + at), half), flip);
    v128.store(above + at, v128.andnot(i16x8.min_s(i16x8.add(v128.load(above + at), one), far), isSet));
  }
}

/**
 * Exact Euclidean distance, in pixels between centres, to the nearest pixel of at least a half (of less, where `outside`), as a share of
 * `most`, beyond which it is ONE, over the window from (left, top). Felzenszwalb & Huttenlocher, Theory of Computing 8, 2012.
 * `columns` has room for a row of the plane for each of the window's, and one more; `room` for what a row is looked through with.
 */
export function distance(
  plane: usize,
  width: i32,
  height: i32,
  most: f64,
  outside: i32,
  left: i32,
  top: i32,
  across: i32,
  down: i32,
  columns: usize,
  room: usize,
  out: usize,
): void {
  const far = <i32>Math.ceil(most) + 1;
  const fars = i16x8.splat(<i16>far);
  const flip = i16x8.splat(outside ? -1 : 0);
  const stride = <usize>width << 1;
  // One row of columns' distances after the window's own is the row in hand.
  const hand = columns + stride * <usize>down;
  for (let at: usize = 0; at < stride; at += 2) store<i16>(hand + at, <i16>far);
  for (let y = 0; y < top + down; y++) {
    grown(plane + <usize>y * stride, hand, width, fars, flip);
    if (y >= top) memory.copy(columns + <usize>(y - top) * stride, hand, stride);
  }
  for (let at: usize = 0; at < stride; at += 2) store<i16>(hand + at, <i16>far);
  for (let y = height - 1; y >= top; y--) {
    grown(plane + <usize>y * stride, hand, width, fars, flip);
    if (y >= top + down) continue;
    const line = columns + <usize>(y - top) * stride;
    let at: usize = 0;
    for (; at + 16 <= stride; at += 16) v128.store(line + at, i16x8.min_s(v128.load(line + at), v128.load(hand + at)));
    for (; at < stride; at += 2) store<i16>(line + at, <i16>min(<i32>load<i16>(line + at), <i32>load<i16>(hand + at)));
  }
  if (most <= NEAR) {
    const shares = room + (<usize>(width + 2 * MARGIN) << 1);
    const beyond = sharesOf(most, shares);
    for (let y = 0; y < down; y++) {
      nearInRow(columns + <usize>y * stride, width, far, left, across, room, beyond, shares, out + (<usize>(y * across) << 1));
    }
    return;
  }
  const starts = room + (<usize>width << 3);
  const places = starts + (<usize>(width + 1) << 3);
  for (let y = 0; y < down; y++) {
    farInRow(columns + <usize>y * stride, width, most, far, left, across, room, starts, places, out + (<usize>(y * across) << 1));
  }
}
