import {
  FAX_COLOUR_MORE,
  FAX_COLOUR_RUNS,
  FAX_HORIZONTAL,
  FAX_LINE_END,
  FAX_MORE,
  FAX_PASS,
  FAX_RUNS,
  FAX_VERTICALS,
  FAX_WORDS,
  faxRoom,
} from '../fax-words';
import type { Kernels } from '../kernels';

const MOST_MORE = 2560;
const NEAR = 3;

type Colour = 0 | 1;

/** Where a row's colour changes, from white; ends with its width several times. */
const changesOf = (row: Uint8Array): number[] => {
  const isBlack = (x: number): boolean => x >= 0 && (row[x] as number) >= 128;
  const changes = Array.from(row, (_, x) => x).filter((x) => isBlack(x) !== isBlack(x - 1));
  return [...changes, ...new Array<number>(4).fill(row.length)];
};

/** Words put one behind the other, most significant bits first. */
class Bits {
  private bits = 0;
  private readonly out: Uint8Array;

  constructor(room: number) {
    this.out = new Uint8Array(room);
  }

  put(at: number): void {
    const word = FAX_WORDS[at] as number;
    for (let left = (word & 15) - 1; left >= 0; left--, this.bits++) {
      if (((word >>> 4) >>> left) & 1) this.out[this.bits >> 3] = (this.out[this.bits >> 3] as number) | (128 >> (this.bits & 7));
    }
  }

  run(length: number, colour: Colour): void {
    let left = length;
    for (; left >= MOST_MORE + 64; left -= MOST_MORE) this.put(FAX_MORE + FAX_COLOUR_MORE * colour + MOST_MORE / 64 - 1);
    if (left >= 64) this.put(FAX_MORE + FAX_COLOUR_MORE * colour + (left >> 6) - 1);
    this.put(FAX_RUNS + FAX_COLOUR_RUNS * colour + (left & 63));
  }

  get bytes(): Uint8Array {
    return this.out.slice(0, (this.bits + 7) >> 3);
  }
}

export const faxed: Kernels['faxed'] = (bytes, width) => {
  const bits = new Bits(faxRoom(width, bytes.length / width));
  let above = changesOf(new Uint8Array(width));
  for (let from = 0; from < bytes.length; from += width) {
    const own = changesOf(bytes.subarray(from, from + width));
    let a0 = -1;
    let colour: Colour = 0;
    while (a0 < width) {
      const next = own.findIndex((x) => x > a0 || x === width);
      const [a1, a2] = [own[next] as number, own[next + 1] as number];
      // The first change above to the right of a0 that turns to the other colour: changes to black are the even ones.
      const over = above.findIndex((x, i) => (i & 1) === colour && (x > a0 || x === width));
      const [b1, b2] = [above[over] as number, above[over + 1] as number];
      if (b2 < a1) {
        bits.put(FAX_PASS);
        a0 = b2;
      } else if (Math.abs(b1 - a1) <= NEAR) {
        bits.put(FAX_VERTICALS + b1 - a1 + NEAR);
        a0 = a1;
        colour = colour === 0 ? 1 : 0;
      } else {
        bits.put(FAX_HORIZONTAL);
        bits.run(a1 - Math.max(0, a0), colour);
        bits.run(a2 - a1, colour === 0 ? 1 : 0);
        a0 = a2;
      }
    }
    above = own;
  }
  bits.put(FAX_LINE_END);
  bits.put(FAX_LINE_END);
  return bits.bytes;
};
