import { begin, finish, put } from './bit-words';

// Where each kind of words begins, as in the core's raster/fax-words.ts.
const MORE: i32 = 2 * 64;
const COLOUR_RUNS: i32 = 64;
const COLOUR_MORE: i32 = 40;
const VERTICALS: i32 = MORE + 2 * COLOUR_MORE;
const PASS: i32 = VERTICALS + 7;
const HORIZONTAL: i32 = PASS + 1;
const LINE_END: i32 = HORIZONTAL + 1;
const MOST_MORE: i32 = 2560;
const NEAR: i32 = 3;

// @ts-ignore: decorator
@inline
function at(changes: usize, i: i32): i32 {
  return load<i32>(changes + (<usize>i << 2));
}

// @ts-ignore: decorator
@inline
function putWord(words: usize, i: i32): void {
  const word = load<u32>(words + (<usize>i << 2));
  put(word >> 4, word & 15);
}

/** Where a row's colour changes, from white: sixteen pixels at a time by their highest bits. Ends with its width four times. */
function changesOf(row: usize, width: i32, out: usize): void {
  let last: i32 = 0;
  for (let x = 0; x < width; x += 16) {
    const black = i8x16.bitmask(v128.load(row + <usize>x));
    let flips = (black ^ ((black << 1) | last)) & 0xffff;
    if (x + 16 > width) flips &= (1 << (width - x)) - 1;
    last = black >> 15;
    for (; flips != 0; flips &= flips - 1, out += 4) store<i32>(out, x + ctz(flips));
  }
  v128.store(out, i32x4.splat(width));
}

function putRun(words: usize, length: i32, colour: i32): void {
  const more = MORE + COLOUR_MORE * colour - 1;
  for (; length >= MOST_MORE + 64; length -= MOST_MORE) putWord(words, more + MOST_MORE / 64);
  if (length >= 64) putWord(words, more + (length >> 6));
  putWord(words, COLOUR_RUNS * colour + (length & 63));
}

function putRow(words: usize, own: usize, above: usize, width: i32): void {
  let start = -1;
  let colour = 0;
  let next = 0;
  let over = 0;
  while (start < width) {
    while (at(own, next) <= start && at(own, next) < width) next++;
    const first = at(own, next);
    // The first change above to the right of the start that turns to the other colour: changes to black are the even ones.
    while (over > 1 && at(above, over - 2) > start) over -= 2;
    if ((over & 1) != colour) over = over > 0 && at(above, over - 1) > start ? over - 1 : over + 1;
    while (at(above, over) <= start && at(above, over) < width) over += 2;
    const aboveFirst = at(above, over);
    const aboveSecond = at(above, over + 1);
    const apart = aboveFirst - first + NEAR;
    if (aboveSecond < first) {
      putWord(words, PASS);
      start = aboveSecond;
    } else if (<u32>apart <= 2 * NEAR) {
      putWord(words, VERTICALS + apart);
      start = first;
      colour ^= 1;
    } else {
      const second = at(own, next + 1);
      putWord(words, HORIZONTAL);
      putRun(words, first - max(0, start), colour);
      putRun(words, second - first, colour ^ 1);
      start = second;
    }
  }
}

/** Rows of a byte a pixel, black from 128 up, packed by T.6 as one block; `changes` is room for those of two rows. Gives its bytes. */
export function faxed(bytes: usize, width: i32, rows: i32, words: usize, changes: usize, out: usize): i32 {
  begin(out);
  let above = changes;
  let own = changes + (<usize>(width + 8) << 2);
  v128.store(above, i32x4.splat(width));
  for (let row = 0; row < rows; row++, bytes += <usize>width) {
    changesOf(bytes, width, own);
    putRow(words, own, above, width);
    const read = above;
    above = own;
    own = read;
  }
  putWord(words, LINE_END);
  putWord(words, LINE_END);
  return <i32>(finish() - out);
}
