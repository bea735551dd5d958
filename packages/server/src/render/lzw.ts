/** The codes of TIFF 6.0, section 13: a clear, the end, and strings from 258 up; at most 12 bits, the most significant first. */
const [CLEAR, END, FIRST] = [256, 257, 258];
/** The table is begun anew at this code. */
const LAST = 4094;
const HASH_SIDE = 8192;

/** Bytes packed by LZW as a TIFF's strip holds them. */
export const lzwPacked = (bytes: Uint8Array): Uint8Array => {
  let out = new Uint8Array(Math.max(64, bytes.length));
  let [at, held, bits] = [0, 0, 0];
  let width = 9;
  const put = (code: number): void => {
    held = (held << width) | code;
    bits += width;
    if (at + 4 > out.length) {
      const larger = new Uint8Array(2 * out.length);
      larger.set(out);
      out = larger;
    }
    for (; bits >= 8; bits -= 8) out[at++] = (held >> (bits - 8)) & 255;
    held &= (1 << bits) - 1;
  };
  // Strings known so far, by their beginning and their last byte: open addressing, `keys` of 0 is free.
  const keys = new Int32Array(HASH_SIDE);
  const codes = new Uint16Array(HASH_SIDE);
  let next = FIRST;
  const restart = (): void => {
    put(CLEAR);
    keys.fill(0);
    next = FIRST;
    width = 9;
  };
  // Codes are a bit longer as soon as the next one would need it; a reader is one string behind, hence the early change.
  const step = (): void => {
    next++;
    if (next === LAST) restart();
    else if (next === 1 << width) width++;
  };
  const placeOf = (key: number): number => {
    let place = ((key * 40503) >>> 3) & (HASH_SIDE - 1);
    while (keys[place] !== 0 && keys[place] !== key) place = (place + 1) & (HASH_SIDE - 1);
    return place;
  };
  restart();
  let string = -1;
  for (const byte of bytes) {
    if (string < 0) {
      string = byte;
      continue;
    }
    const key = ((string << 8) | byte) + 1;
    const place = placeOf(key);
    if (keys[place] === key) {
      string = codes[place] as number;
      continue;
    }
    put(string);
    keys[place] = key;
    codes[place] = next;
    step();
    string = byte;
  }
  if (string >= 0) {
    put(string);
    step();
  }
  put(END);
  if (bits > 0) out[at++] = (held << (8 - bits)) & 255;
  return out.subarray(0, at);
};
