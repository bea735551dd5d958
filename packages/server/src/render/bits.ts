/** Pixels packed into bytes. */

/** Bits that hold an entry of a palette: 1, 2, 4 or 8. */
export const bitsFor = ({ length }: Uint32Array): number => (length <= 2 ? 1 : length <= 4 ? 2 : length <= 16 ? 4 : 8);

/** Entries packed from the left, most significant bits first; ISO/IEC 15948, 7.2. */
const packBits = (entries: Uint8Array, bits: number, out: Uint8Array, to: number): void => {
  if (bits === 8) return out.set(entries, to);
  const perByte = 8 / bits;
  // Whole bytes without looking for the row's end, by doubling: two entries, four, eight.
  const whole = entries.length - (entries.length % perByte);
  const pair = (i: number): number => ((entries[i] as number) << bits) | (entries[i + 1] as number);
  for (let i = 0; i < whole; i += perByte, to++) {
    let byte = pair(i);
    for (let k = 2; k < perByte; k += 2) byte = (byte << (2 * bits)) | pair(i + k);
    out[to] = byte;
  }
  if (whole === entries.length) return;
  let byte = 0;
  for (let k = 0; k < perByte; k++) byte = (byte << bits) | (whole + k < entries.length ? (entries[whole + k] as number) : 0);
  out[to] = byte;
};

/** Rows of entries packed so, each row padded to whole bytes and led by `lead` bytes of 0. */
export const packedRows = (entries: Uint8Array, width: number, bits: number, lead = 0): Uint8Array => {
  const count = entries.length / width;
  const line = Math.ceil((width * bits) / 8) + lead;
  const out = new Uint8Array(count * line);
  for (let row = 0; row < count; row++) packBits(entries.subarray(row * width, (row + 1) * width), bits, out, row * line + lead);
  return out;
};

/** Bytes of a pixel each packed into bits, rows padded to whole bytes. */
export const bitRows = (bytes: Uint8Array, width: number): Uint8Array => {
  const [line, rows] = [Math.ceil(width / 8), bytes.length / width];
  const out = new Uint8Array(line * rows);
  const whole = width - (width % 8);
  for (let row = 0; row < rows; row++) {
    let from = row * width;
    let to = row * line;
    for (let column = 0; column < whole; column += 8, from += 8) {
      out[to++] =
        ((bytes[from] as number) & 128) |
        (((bytes[from + 1] as number) & 128) >> 1) |
        (((bytes[from + 2] as number) & 128) >> 2) |
        (((bytes[from + 3] as number) & 128) >> 3) |
        (((bytes[from + 4] as number) & 128) >> 4) |
        (((bytes[from + 5] as number) & 128) >> 5) |
        (((bytes[from + 6] as number) & 128) >> 6) |
        (((bytes[from + 7] as number) & 128) >> 7);
    }
    for (let bit = 0; whole + bit < width; bit++) out[to] = (out[to] as number) | (((bytes[from + bit] as number) & 128) >> bit);
  }
  return out;
};
