import { ONE } from './depth';

/**
 * A row of distances along columns becomes one of distances: the lower envelope of parabolas that stand on their squares. `row`, `starts`
 * and `places` have room for a row and one value more.
 */
export function farInRow(
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
