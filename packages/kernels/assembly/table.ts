import { clampOne, ONE } from './depth';

/** Eight entries, by values within the table. */
// @ts-ignore: decorator
@inline
function entriesAt(entries: usize, at: v128): v128 {
  let found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 0) << 1), at, 0);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 1) << 1), found, 1);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 2) << 1), found, 2);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 3) << 1), found, 3);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 4) << 1), found, 4);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 5) << 1), found, 5);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 6) << 1), found, 6);
  return v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 7) << 1), found, 7);
}

/** table[value], the value clamped to 0 … ONE first. */
export function table(values: usize, count: i32, entries: usize, out: usize): void {
  const whole = count & ~7;
  for (let i = 0; i < whole; i += 8) {
    const offset = (<usize>i) << 1;
    const at = i16x8.min_s(i16x8.max_s(v128.load(values + offset), i16x8.splat(0)), i16x8.splat(<i16>ONE));
    v128.store(out + offset, entriesAt(entries, at));
  }
  for (let i = whole; i < count; i++) {
    const offset = (<usize>i) << 1;
    const value = clampOne(load<i16>(values + offset));
    store<i16>(out + offset, load<i16>(entries + ((<usize>value) << 1)));
  }
}
