import { begin, finish, put } from './bit-words';

// Codes of TIFF 6.0, section 13: a clear, the end, and strings from 258 up; at most 12 bits.
const CLEAR: u32 = 256;
const END: u32 = 257;
const FIRST: i32 = 258;
/** The table is begun anew at this code. */
const LAST: i32 = 4094;
/** Places of the strings known so far: open addressing; a place holds a string's beginning, last byte and code, 0 where it is free. */
const PLACES: i32 = 16384;
const CODE_BITS: u32 = 12;

/** Bytes packed as a TIFF's strip holds them; `places` is room for 4 · PLACES bytes. Gives how many they are. */
export function lzwed(bytes: usize, count: i32, places: usize, out: usize): i32 {
  begin(out);
  let width = 9;
  let next = FIRST;
  put(CLEAR, width);
  memory.fill(places, 0, PLACES << 2);
  let string: i32 = -1;
  for (const end = bytes + <usize>count; bytes < end; bytes++) {
    const byte = <i32>load<u8>(bytes);
    if (string < 0) {
      string = byte;
      continue;
    }
    const key = <u32>(string << 8) | <u32>byte;
    let place = <i32>((key * 2654435769) >> 18);
    let known: u32 = 0;
    for (;;) {
      known = load<u32>(places + (<usize>place << 2));
      if (known == 0 || known >> CODE_BITS == key) break;
      place = (place + 1) & (PLACES - 1);
    }
    if (known != 0) {
      string = known & ((1 << CODE_BITS) - 1);
      continue;
    }
    put(string, width);
    store<u32>(places + (<usize>place << 2), (key << CODE_BITS) | next);
    string = byte;
    // Codes are a bit longer as soon as the next one would need it; a reader is one string behind, hence the early change.
    next++;
    if (next == LAST) {
      put(CLEAR, width);
      memory.fill(places, 0, PLACES << 2);
      width = 9;
      next = FIRST;
    } else if (next == 1 << width) width++;
  }
  if (string >= 0) {
    put(string, width);
    next++;
    if (next == LAST) {
      put(CLEAR, width);
      width = 9;
    } else if (next == 1 << width) width++;
  }
  put(END, width);
  return <i32>(finish() - out);
}
