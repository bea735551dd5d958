/**
 * Two-dimensional coding of bits by ITU-T T.6 (1988), “Group 4”: a row is told by where its colour changes beside the row
 * above. Code words of runs are those of T.4, tables 2 and 3.
 */

/** Terminating codes of runs of 0 … 63. */
const WHITE =
  '00110101 000111 0111 1000 1011 1100 1110 1111 10011 10100 00111 01000 001000 000011 110100 110101 101010 101011 0100111 0001100 0001000 0010111 0000011 0000100 0101000 0101011 0010011 0100100 0011000 00000010 00000011 00011010 00011011 00010010 00010011 00010100 00010101 00010110 00010111 00101000 00101001 00101010 00101011 00101100 00101101 00000100 00000101 00001010 00001011 01010010 01010011 01010100 01010101 00100100 00100101 01011000 01011001 01011010 01011011 01001010 01001011 00110010 00110011 00110100';
const BLACK =
  '0000110111 010 11 10 011 0011 0010 00011 000101 000100 0000100 0000101 0000111 00000100 00000111 000011000 0000010111 0000011000 0000001000 00001100111 00001101000 00001101100 00000110111 00000101000 00000010111 00000011000 000011001010 000011001011 000011001100 000011001101 000001101000 000001101001 000001101010 000001101011 000011010010 000011010011 000011010100 000011010101 000011010110 000011010111 000001101100 000001101101 000011011010 000011011011 000001010100 000001010101 000001010110 000001010111 000001100100 000001100101 000001010010 000001010011 000000100100 000000110111 000000111000 000000100111 000000101000 000001011000 000001011001 000000101011 000000101100 000001011010 000001100110 000001100111';
/** Make-up codes of 64, 128 … 1728; those of 1792 … 2560 are the same for both. */
const WHITE_MORE =
  '11011 10010 010111 0110111 00110110 00110111 01100100 01100101 01101000 01100111 011001100 011001101 011010010 011010011 011010100 011010101 011010110 011010111 011011000 011011001 011011010 011011011 010011000 010011001 010011010 011000 010011011';
const BLACK_MORE =
  '0000001111 000011001000 000011001001 000001011011 000000110011 000000110100 000000110101 0000001101100 0000001101101 0000001001010 0000001001011 0000001001100 0000001001101 0000001110010 0000001110011 0000001110100 0000001110101 0000001110110 0000001110111 0000001010010 0000001010011 0000001010100 0000001010101 0000001011010 0000001011011 0000001100100 0000001100101';
const BOTH_MORE =
  '00000001000 00000001100 00000001101 000000010010 000000010011 000000010100 000000010101 000000010110 000000010111 000000011100 000000011101 000000011110 000000011111';
/** A change up to three pixels to the right (first) or left of the one above. */
const VERTICAL = '0000011 000011 011 1 010 000010 0000010';

/** Words with their lengths in the lowest four bits. */
const wordsOf = (codes: string): Uint32Array => Uint32Array.from(codes.split(' '), (code) => (parseInt(code, 2) << 4) | code.length);
const RUNS = [wordsOf(WHITE), wordsOf(BLACK)] as const;
const MORE = [wordsOf(`${WHITE_MORE} ${BOTH_MORE}`), wordsOf(`${BLACK_MORE} ${BOTH_MORE}`)] as const;
const VERTICALS = wordsOf(VERTICAL);
const [PASS, HORIZONTAL, LINE_END] = wordsOf('0001 001 000000000001') as unknown as [number, number, number];
const MOST_MORE = 2560;
const NEAR = 3;

/** Where a row's colour changes, from white: ends with its width several times. Returns how many changes there are. */
const changesOf = (row: Uint8Array, out: Int32Array): number => {
  const width = row.length;
  let count = 0;
  let black = 0;
  for (let x = 0; x < width; x++) {
    const bit = (row[x] as number) >> 7;
    if (bit !== black) {
      out[count++] = x;
      black = bit;
    }
  }
  out.fill(width, count, count + 4);
  return count;
};

/** Rows of a byte a pixel, black from 128 up, packed by T.6 as one block with its end. */
export const faxPacked = (bytes: Uint8Array, width: number): Uint8Array => {
  let out = new Uint8Array(Math.max(1024, bytes.length >> 3));
  let [at, held, bits] = [0, 0, 0];
  const put = (word: number): void => {
    const length = word & 15;
    held = (held << length) | (word >>> 4);
    bits += length;
    for (; bits >= 8; bits -= 8) out[at++] = (held >>> (bits - 8)) & 255;
    held &= (1 << bits) - 1;
  };
  const putRun = (length: number, black: 0 | 1): void => {
    let left = length;
    const more = MORE[black];
    for (; left >= MOST_MORE + 64; left -= MOST_MORE) put(more[MOST_MORE / 64 - 1] as number);
    if (left >= 64) put(more[(left >> 6) - 1] as number);
    put(RUNS[black][left & 63] as number);
  };
  let above = new Int32Array(width + 5).fill(width);
  let own = new Int32Array(width + 5);
  for (let from = 0; from < bytes.length; from += width) {
    // A row takes at most some bits a pixel.
    if (at + width + 64 > out.length) {
      const larger = new Uint8Array(2 * out.length + width + 64);
      larger.set(out);
      out = larger;
    }
    changesOf(bytes.subarray(from, from + width), own);
    let [a0, black, next, over] = [-1, 0 as 0 | 1, 0, 0];
    while (a0 < width) {
      while ((own[next] as number) <= a0 && (own[next] as number) < width) next++;
      const a1 = own[next] as number;
      // The first change above to the right of a0 that turns to the other colour: changes to black are the even ones.
      while (over > 1 && (above[over - 2] as number) > a0) over -= 2;
      if ((over & 1) !== black) over = over > 0 && (above[over - 1] as number) > a0 ? over - 1 : over + 1;
      while ((above[over] as number) <= a0 && (above[over] as number) < width) over += 2;
      const [b1, b2] = [above[over] as number, above[over + 1] as number];
      if (b2 < a1) {
        put(PASS);
        a0 = b2;
        continue;
      }
      const apart = b1 - a1;
      if (apart >= -NEAR && apart <= NEAR) {
        put(VERTICALS[apart + NEAR] as number);
        a0 = a1;
        black = black === 0 ? 1 : 0;
        continue;
      }
      const a2 = own[next + 1] as number;
      put(HORIZONTAL);
      putRun(a1 - Math.max(0, a0), black);
      putRun(a2 - a1, black === 0 ? 1 : 0);
      a0 = a2;
    }
    [above, own] = [own, above];
  }
  put(LINE_END);
  put(LINE_END);
  if (bits > 0) out[at++] = (held << (8 - bits)) & 255;
  return out.slice(0, at);
};
