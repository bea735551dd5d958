import { clampOne, ONE } from './depth';

/** Eight entries, by values within the table (from its address on; below it for values below 0). */
// @ts-ignore: decorator
@inline
export function entriesAt(entries: usize, at: v128): v128 {
  let found = v128.load16_lane(entries + (<usize><isize>i16x8.extract_lane_s(at, 0) << 1), at, 0);
  found = v128.load16_lane(entries + (<usize><isize>i16x8.extract_lane_s(at, 1) << 1), found, 1);
  found = v128.load16_lane(entries + (<usize><isize>i16x8.extract_lane_s(at, 2) << 1), found, 2);
  found = v128.load16_lane(entries + (<usize><isize>i16x8.extract_lane_s(at, 3) << 1), found, 3);
  found = v128.load16_lane(entries + (<usize><isize>i16x8.extract_lane_s(at, 4) << 1), found, 4);
  found = v128.load16_lane(entries + (<usize><isize>i16x8.extract_lane_s(at, 5) << 1), found, 5);
  found = v128.load16_lane(entries + (<usize><isize>i16x8.extract_lane_s(at, 6) << 1), found, 6);
  return v128.load16_lane(entries + (<usize><isize>i16x8.extract_lane_s(at, 7) << 1), found, 7);
}

/** table[value], the value clamped to 0 … ONE first. */
export function table(values: usize, count: i32, entries: usize, out: usize): void {
  const whole = count & ~7;
  for (let i = 0; i < whole; i += 8) {
    const offset = (<usize>i) << 1;
    const at = i16x8.min_s(i16x8.max_s(v128.load(values + offset), i16x8.splat(0)), i16x8.splat(<i16>ONE));
    // Of ink most values are like their neighbours.
    const first = i16x8.extract_lane_u(at, 0);
    if (i16x8.all_true(i16x8.eq(at, i16x8.splat(first)))) v128.store(out + offset, v128.load16_splat(entries + (<usize>first << 1)));
    else v128.store(out + offset, entriesAt(entries, at));
  }
  for (let i = whole; i < count; i++) {
    const offset = (<usize>i) << 1;
    const value = clampOne(load<i16>(values + offset));
    store<i16>(out + offset, load<i16>(entries + ((<usize>value) << 1)));
  }
}
