import { HALF } from './depth';

// The composite of a hard sheet: one byte a pixel, the number of its palette's entry; entry 0 is bare.

/** Where coverage reaches a half (everywhere without one) an entry becomes the one that the map says; `few` for at most 16 entries. */
export function stamp(beneath: usize, coverage: usize, count: i32, map: usize, few: i32, out: usize): void {
  const half = i16x8.splat(<i16>HALF);
  let i = 0;
  if (few) {
    // At most sixteen entries: their map is one vector.
    const all = v128.load(map);
    for (; i + 16 <= count; i += 16) {
      const entries = v128.load(beneath + <usize>i);
      const becomes = i8x16.swizzle(all, entries);
      if (!coverage) {
        v128.store(out + <usize>i, becomes);
        continue;
      }
      const at = coverage + (<usize>i << 1);
      const covered = i8x16.narrow_i16x8_s(i16x8.ge_s(v128.load(at), half), i16x8.ge_s(v128.load(at, 16), half));
      v128.store(out + <usize>i, v128.bitselect(becomes, entries, covered));
    }
  }
  for (; i + 8 <= count; i += 8) {
    const covered = coverage ? i16x8.bitmask(i16x8.ge_s(v128.load(coverage + (<usize>i << 1)), half)) : 255;
    const entries = load<u64>(beneath + <usize>i);
    if (covered == 0) {
      store<u64>(out + <usize>i, entries);
      continue;
    }
    for (let k = 0; k < 8; k++) {
      const entry = load<u8>(beneath + <usize>(i + k));
      store<u8>(out + <usize>(i + k), (covered >> k) & 1 ? load<u8>(map + <usize>entry) : entry);
    }
  }
  for (; i < count; i++) {
    const entry = load<u8>(beneath + <usize>i);
    const covered = !coverage || <i32>load<i16>(coverage + (<usize>i << 1)) >= HALF;
    store<u8>(out + <usize>i, covered ? load<u8>(map + <usize>entry) : entry);
  }
}

/** Entries where a plane is at least a half; bare elsewhere. */
export function keepWhere(entries: usize, plane: usize, count: i32, out: usize): void {
  const half = i16x8.splat(<i16>HALF);
  let i = 0;
  for (; i + 16 <= count; i += 16) {
    const at = plane + (<usize>i << 1);
    const kept = i8x16.narrow_i16x8_s(i16x8.ge_s(v128.load(at), half), i16x8.ge_s(v128.load(at, 16), half));
    v128.store(out + <usize>i, v128.and(v128.load(entries + <usize>i), kept));
  }
  for (; i < count; i++) {
    const kept = <i32>load<i16>(plane + (<usize>i << 1)) >= HALF;
    store<u8>(out + <usize>i, kept ? load<u8>(entries + <usize>i) : 0);
  }
}

/** A palette's value for each entry: `bytes` are 2, 4 or 8 a value. */
export function lookUp(entries: usize, count: i32, palette: usize, bytes: i32, out: usize): void {
  if (bytes == 2) for (let i = 0; i < count; i++) store<u16>(out + (<usize>i << 1), load<u16>(palette + (<usize>load<u8>(entries + <usize>i) << 1)));
  else if (bytes == 4) for (let i = 0; i < count; i++) store<u32>(out + (<usize>i << 2), load<u32>(palette + (<usize>load<u8>(entries + <usize>i) << 2)));
  else for (let i = 0; i < count; i++) store<u64>(out + (<usize>i << 3), load<u64>(palette + (<usize>load<u8>(entries + <usize>i) << 3)));
}
