import { HALF, ONE } from './depth';

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
 * `columns` has room for a row of the plane for each of the window's, and eight values more; `row`, `starts` and `places` for a row
 * and one more.
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
  row: usize,
  starts: usize,
  places: usize,
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
    for (let at: usize = 0; at < stride; at += 2) store<i16>(line + at, <i16>min(<i32>load<i16>(line + at), <i32>load<i16>(hand + at)));
  }
  for (let y = 0; y < down; y++) {
    nearestInRow(columns + <usize>y * stride, width, most, far, left, across, row, starts, places, out + (<usize>(y * across) << 1));
  }
}

/** A row of distances along columns becomes one of distances: the lower envelope of parabolas that stand on their squares. */
function nearestInRow(
  line: usize,
  width: i32,
  most: f64,
  far: i32,
  left: i32,
  across: i32,
  row: usize,
  starts: usize,
  places: usize,
  out: usize,
): void {
  let k: i32 = -1;
  let before = far;
  for (let q = 0; q < width; q++) {
    const d = <i32>load<i16>(line + (<usize>q << 1));
    const after = q + 1 < width ? <i32>load<i16>(line + (<usize>(q + 1) << 1)) : far;
    const isWithin = d == 0 && before == 0 && after == 0;
    before = d;
    // Too far to count; or within a run of set pixels, whose ends are nearer to all beyond it.
    if (d == far || isWithin) continue;
    const square = <f64>d * <f64>d;
    store<f64>(row + (<usize>q << 3), square);
    let s = -Infinity;
    if (k >= 0) {
      s = crossing(row, load<i32>(places + (<usize>k << 2)), q, square + <f64>q * <f64>q);
      while (s <= load<f64>(starts + (<usize>k << 3))) {
        k--;
        s = crossing(row, load<i32>(places + (<usize>k << 2)), q, square + <f64>q * <f64>q);
      }
    }
    k++;
    store<i32>(places + (<usize>k << 2), q);
    store<f64>(starts + (<usize>k << 3), s);
  }
  if (k < 0) {
    for (let x = 0; x < across; x++) store<i16>(out + (<usize>x << 1), <i16>ONE);
    return;
  }
  store<f64>(starts + (<usize>(k + 1) << 3), Infinity);
  k = 0;
  const beyond = most * most;
  for (let x = 0; x < across; x++) {
    const q = left + x;
    let share: i32 = 0;
    if (load<i16>(line + (<usize>q << 1)) != 0) {
      while (load<f64>(starts + (<usize>(k + 1) << 3)) < <f64>q) k++;
      const p = load<i32>(places + (<usize>k << 2));
      const away = <f64>((q - p) * (q - p)) + load<f64>(row + (<usize>p << 3));
      share = away >= beyond ? ONE : <i32>Math.floor((Math.sqrt(away) / most) * <f64>ONE + 0.5);
    }
    store<i16>(out + (<usize>x << 1), <i16>share);
  }
}

// @ts-ignore: decorator
@inline
function crossing(row: usize, p: i32, q: i32, height: f64): f64 {
  return (height - (load<f64>(row + (<usize>p << 3)) + <f64>p * <f64>p)) / <f64>(2 * (q - p));
}
