import { lzwRoom, type Kernels } from '../kernels';

/** Codes of TIFF 6.0, section 13: a clear, the end, and strings from 258 up; at most 12 bits, the most significant first. */
const [CLEAR, END, FIRST] = [256, 257, 258];
/** The table is begun anew at this code. */
const LAST = 4094;

export const lzwed: Kernels['lzwed'] = (bytes) => {
  const out = new Uint8Array(lzwRoom(bytes.length));
  let bits = 0;
  let [width, next] = [9, FIRST];
  // Strings known so far, by their beginning's code and their last byte.
  const codes = new Map<number, number>();
  const put = (code: number): void => {
    for (let left = width - 1; left >= 0; left--, bits++) {
      if ((code >> left) & 1) out[bits >> 3] = (out[bits >> 3] as number) | (128 >> (bits & 7));
    }
  };
  const restart = (): void => {
    put(CLEAR);
    codes.clear();
    [width, next] = [9, FIRST];
  };
  // Codes are a bit longer as soon as the next one would need it; a reader is one string behind, hence the early change.
  const step = (): void => {
    next++;
    if (next === LAST) restart();
    else if (next === 1 << width) width++;
  };
  restart();
  let string = -1;
  for (const byte of bytes) {
    const known = string < 0 ? byte : codes.get(256 * string + byte);
    if (known !== undefined) {
      string = known;
      continue;
    }
    put(string);
    codes.set(256 * string + byte, next);
    step();
    string = byte;
  }
  if (string >= 0) {
    put(string);
    step();
  }
  put(END);
  return out.slice(0, (bits + 7) >> 3);
};
