import { HALF, ONE } from './depth';

/**
 * Exact Euclidean distance, in pixels between centres, to the nearest pixel of at least a half (of less, where `outside`), as a share of
 * `most`, beyond which it is ONE. Felzenszwalb & Huttenlocher, Theory of Computing 8, 2012. `row`, `starts` and `places` have room
 * for a row and one more.
 */
export function distance(
  plane: usize,
  width: i32,
  height: i32,
  most: f64,
  outside: i32,
  row: usize,
  starts: usize,
  places: usize,
  out: usize,
): void {
  const far = <i32>Math.ceil(most) + 1;
  const stride = <usize>width << 1;
  const all = stride * <usize>height;
  for (let at: usize = 0; at < all; at += 2) {
    const isSet = (<i32>load<i16>(plane + at) >= HALF) != (outside != 0);
    const above = at >= stride ? <i32>load<i16>(out + at - stride) + 1 : far;
    store<i16>(out + at, <i16>(isSet ? 0 : min(above, far)));
  }
  for (let at = all; at > 0; ) {
    at -= 2;
    const below = at + stride < all ? <i32>load<i16>(out + at + stride) + 1 : far;
    store<i16>(out + at, <i16>min(<i32>load<i16>(out + at), below));
  }
  for (let y = 0; y < height; y++) nearestInRow(out + <usize>y * stride, width, most, far, row, starts, places);
}

/** A row of distances along columns becomes one of distances: the lower envelope of parabolas that stand on their squares. */
function nearestInRow(line: usize, width: i32, most: f64, far: i32, row: usize, starts: usize, places: usize): void {
  let nearest = far;
  for (let x = 0; x < width; x++) {
    const d = <i32>load<i16>(line + (<usize>x << 1));
    nearest = min(nearest, d);
    store<f64>(row + (<usize>x << 3), <f64>d * <f64>d);
  }
  if (nearest == far) {
    for (let x = 0; x < width; x++) store<i16>(line + (<usize>x << 1), <i16>ONE);
    return;
  }
  let k: usize = 0;
  store<i32>(places, 0);
  store<f64>(starts, -Infinity);
  store<f64>(starts + 8, Infinity);
  for (let q = 1; q < width; q++) {
    const height = load<f64>(row + (<usize>q << 3)) + <f64>q * <f64>q;
    let s = crossing(row, load<i32>(places + (k << 2)), q, height);
    while (s <= load<f64>(starts + (k << 3))) {
      k--;
      s = crossing(row, load<i32>(places + (k << 2)), q, height);
    }
    k++;
    store<i32>(places + (k << 2), q);
    store<f64>(starts + (k << 3), s);
    store<f64>(starts + ((k + 1) << 3), Infinity);
  }
  k = 0;
  for (let q = 0; q < width; q++) {
    while (load<f64>(starts + ((k + 1) << 3)) < <f64>q) k++;
    const p = load<i32>(places + (k << 2));
    const away = <f64>((q - p) * (q - p)) + load<f64>(row + (<usize>p << 3));
    const share = Math.min(1.0, Math.sqrt(away) / most);
    store<i16>(line + (<usize>q << 1), <i16>Math.floor(share * <f64>ONE + 0.5));
  }
}

// @ts-ignore: decorator
@inline
function crossing(row: usize, p: i32, q: i32, height: f64): f64 {
  return (height - (load<f64>(row + (<usize>p << 3)) + <f64>p * <f64>p)) / <f64>(2 * (q - p));
}
