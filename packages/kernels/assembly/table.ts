import { clampOne, ONE } from './depth';

/** Eight entries, by values within the table. */
// @ts-ignore: decorator
@inline
export function entriesAt(entries: usize, at: v128): v128 {
  let found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 0) << 1), at, 0);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 1) << 1), found, 1);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 2) << 1), found, 2);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 3) << 1), found, 3);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 4) << 1), found, 4);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 5) << 1), found, 5);
  found = v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 6) << 1), found, 6);
  return v128.load16_lane(entries + (<usize>i16x8.extract_lane_u(at, 7) << 1), found, 7);
}

/** One entry put in the place of its value. */
// @ts-ignore: decorator
@inline
function lookUp(value: usize, entries: usize, to: usize): void {
  store<u16>(to, load<u16>(entries + (<usize>load<u16>(value) << 1)));
}

/** table[value], the value clamped to 0 … ONE first. */
export function table(values: usize, count: i32, entries: usize, out: usize): void {
  const most = i16x8.splat(<i16>ONE);
  const whole = count & ~7;
  for (let i = 0; i < whole; i += 8) {
    const at = values + (<usize>i << 1);
    const to = out + (<usize>i << 1);
    const four = load<u64>(at);
    if (four == load<u64>(at, 8) && four == rotl<u64>(four, 16)) {
      // Of ink most values are like their neighbours.
      v128.store(to, v128.load16_splat(entries + (<usize>clampOne(<i32>(<i16>four)) << 1)));
    } else if (v128.any_true(i16x8.gt_u(v128.load(at), most))) {
      v128.store(to, entriesAt(entries, i16x8.min_s(i16x8.max_s(v128.load(at), i16x8.splat(0)), most)));
    } else {
      // Sooner one by one than put together in a vector.
      lookUp(at, entries, to);
      lookUp(at + 2, entries, to + 2);
      lookUp(at + 4, entries, to + 4);
      lookUp(at + 6, entries, to + 6);
      lookUp(at + 8, entries, to + 8);
      lookUp(at + 10, entries, to + 10);
      lookUp(at + 12, entries, to + 12);
      lookUp(at + 14, entries, to + 14);
    }
  }
  for (let i = whole; i < count; i++) {
    const offset = (<usize>i) << 1;
    const value = clampOne(load<i16>(values + offset));
    store<i16>(out + offset, load<i16>(entries + ((<usize>value) << 1)));
  }
}
