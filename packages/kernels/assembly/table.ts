import { clampOne } from './depth';

/** table[value], the value clamped to 0 … ONE first. */
export function table(values: usize, count: i32, entries: usize, out: usize): void {
  for (let i = 0; i < count; i++) {
    const offset = (<usize>i) << 1;
    const value = clampOne(load<i16>(values + offset));
    store<i16>(out + offset, load<i16>(entries + ((<usize>value) << 1)));
  }
}
