import { ONE } from './depth';
import { entriesAt } from './table';

/** Distances up to which squares are words of 16 bits. */
export const NEAR: f64 = 255;

/** Pixels without anything that are laid beside a row; the first eight are farther than any way. */
export const MARGIN: i32 = 264;

const LANES: i32 = 8;

/** As far as anything: no distance that counts has this square. */
const NONE: i16 = -1;

/** A distance's share of the most for each square, up to the first of as much as the most's or more, which it gives. */
export function sharesOf(most: f64, shares: usize): i32 {
  const beyond = <i32>Math.ceil(most * most);
  for (let square = 0; square < beyond; square++) {
    store<i16>(shares + (<usize>square << 1), <i16>(<i32>Math.floor((Math.sqrt(<f64>square) / most) * <f64>ONE + 0.5)));
  }
  store<i16>(shares + (<usize>beyond << 1), <i16>ONE);
  return beyond;
}

/**
 * A row of distances along columns becomes one of distances: of each column within the most, the square of its own distance and of the
 * way to it, eight pixels at a time, as far out as anything may still be nearer. `squares` has room for a row and two margins; what is
 * `beyond` or more is ONE.
 */
export function nearInRow(
  line: usize,
  width: i32,
  far: i32,
  left: i32,
  across: i32,
  squares: usize,
  beyond: i32,
  shares: usize,
  out: usize,
): void {
  const none = i16x8.splat(NONE);
  const most = i16x8.splat(<i16>beyond);
  const fars = i16x8.splat(<i16>far);
  for (let x = 0; x < MARGIN; x += LANES) v128.store(squares + (<usize>x << 1), none);
  const row = squares + (<usize>MARGIN << 1);
  let isAny = false;
  for (let x = 0; x < width; x += LANES) {
    const columns = v128.load(line + (<usize>x << 1));
    const isFar = i16x8.ge_s(columns, fars);
    if (!i16x8.all_true(isFar)) isAny = true;
    v128.store(row + (<usize>x << 1), v128.or(i16x8.mul(columns, columns), isFar));
  }
  if (!isAny) {
    for (let x = 0; x < across; x++) store<i16>(out + (<usize>x << 1), <i16>ONE);
    return;
  }
  for (let x = 0; x < MARGIN; x += LANES) v128.store(row + (<usize>(width + x) << 1), none);
  // The nearest columns with anything before the eight in hand and after them.
  let before = -MARGIN;
  let after = 0;
  let seen = 0;
  for (let x = 0; x < across; x += LANES) {
    const first = left + x;
    const next = first + LANES;
    for (; seen < first; seen++) if (isThere(row, seen)) before = seen;
    if (after < next) after = next;
    while (after < width && !isThere(row, after)) after++;
    const at = row + (<usize>first << 1);
    let nearest = v128.load(at);
    let way = i16x8.all_true(i16x8.eq(nearest, none)) ? min(first - before, (after < width ? after : width + MARGIN) - next + 1) : 1;
    for (; way * way < beyond; way++) {
      const square = i16x8.splat(<i16>(way * way));
      // No column so far out is nearer than what every pixel has.
      if (!v128.any_true(i16x8.gt_u(nearest, square))) break;
      const step = <usize>way << 1;
      const sides = i16x8.min_u(v128.load(at - step), v128.load(at + step));
      nearest = i16x8.min_u(nearest, i16x8.add_sat_u(sides, square));
    }
    const found = entriesAt(shares, i16x8.min_u(nearest, most));
    if (x + LANES <= across) v128.store(out + (<usize>x << 1), found);
    else {
      v128.store(squares, found);
      memory.copy(out + (<usize>x << 1), squares, <usize>(across - x) << 1);
    }
  }
}

// @ts-ignore: decorator
@inline
function isThere(row: usize, x: i32): bool {
  return load<i16>(row + (<usize>x << 1)) != NONE;
}
