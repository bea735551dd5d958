/** Pixels packed into bytes. */

/** Bits that hold an entry of a palette: 1, 2, 4 or 8. */
export const bitsFor = ({ length }: Uint32Array): number => (length <= 2 ? 1 : length <= 4 ? 2 : length <= 16 ? 4 : 8);

/** Four entries of one bit, the first in a word's lowest byte. */
const fourBits = (four: number): number => ((four << 3) | (four >>> 6) | (four >>> 15) | (four >>> 24)) & 15;

/** Entries packed four at a time, as far as they fill whole bytes; gives how many entries that were. */
const packWords = (entries: Uint8Array, bits: number, out: Uint8Array, to: number): number => {
  if (entries.byteOffset % 4 !== 0) return 0;
  // Little-endian words, as every machine that this runs on has them.
  const words = new Uint32Array(entries.buffer, entries.byteOffset, Math.floor(entries.length / 4));
  const count = bits === 1 ? words.length & ~1 : words.length;
  for (let i = 0; i < count; i++) {
    const four = words[i] as number;
    if (bits === 2) out[to++] = (four << 6) | (four >>> 4) | (four >>> 14) | (four >>> 24);
    else if (bits === 4) {
      out[to++] = (four << 4) | (four >>> 8);
      out[to++] = (four >>> 12) | (four >>> 24);
    } else out[to++] = (fourBits(four) << 4) | fourBits(words[++i] as number);
  }
  return 4 * count;
};

/** Entries packed from the left, most significant bits first; ISO/IEC 15948, 7.2. */
const packBits = (entries: Uint8Array, bits: number, out: Uint8Array, to: number): void => {
  if (bits === 8) return out.set(entries, to);
  const perByte = 8 / bits;
  const done = packWords(entries, bits, out, to);
  for (let i = done, at = to + done / perByte; i < entries.length; i += perByte, at++) {
    let byte = 0;
    for (let k = 0; k < perByte; k++) byte = (byte << bits) | (i + k < entries.length ? (entries[i + k] as number) : 0);
    out[at] = byte;
  }
};

/** Rows of entries packed so, each row padded to whole bytes and led by `lead` bytes of 0. */
export const packedRows = (entries: Uint8Array, width: number, bits: number, lead = 0): Uint8Array => {
  const count = entries.length / width;
  const line = Math.ceil((width * bits) / 8) + lead;
  const out = new Uint8Array(count * line);
  for (let row = 0; row < count; row++) packBits(entries.subarray(row * width, (row + 1) * width), bits, out, row * line + lead);
  return out;
};

/** The highest bits of four bytes, as entries of one bit. */
const highest = (four: number): number => (four >>> 7) & 0x01010101;

/** Bytes of a pixel each packed into bits, rows padded to whole bytes. */
export const bitRows = (bytes: Uint8Array, width: number): Uint8Array => {
  const [line, rows] = [Math.ceil(width / 8), bytes.length / width];
  const out = new Uint8Array(line * rows);
  for (let row = 0; row < rows; row++) {
    const from = row * width;
    const isAligned = (bytes.byteOffset + from) % 4 === 0;
    const words = isAligned ? new Uint32Array(bytes.buffer, bytes.byteOffset + from, (width >> 3) << 1) : new Uint32Array(0);
    let to = row * line;
    for (let i = 0; i < words.length; i += 2) {
      out[to++] = (fourBits(highest(words[i] as number)) << 4) | fourBits(highest(words[i + 1] as number));
    }
    for (let column = 4 * words.length; column < width; column++) {
      const at = row * line + (column >> 3);
      out[at] = (out[at] as number) | (((bytes[from + column] as number) & 128) >> (column & 7));
    }
  }
  return out;
};
