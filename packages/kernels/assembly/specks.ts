/** Coverage from which pixels are connected: what is fainter is the haze round a piece. */
const HANGS: i32 = 16384 >> 4;

// A run of connected pixels along a row: its ends and row, the piece it belongs to (a run as well), and, of a piece's
// first run, the box of the whole piece. 32-bit values.
const RUN: usize = 32;
const START: usize = 0;
const END: usize = 4;
const PIECE: usize = 8;
const LEFT: usize = 12;
const TOP: usize = 16;
const RIGHT: usize = 20;
const FOOT: usize = 24;
const ROW: usize = 28;

function pieceOf(run: usize): usize {
  let at = run;
  while (<usize>load<u32>(at, PIECE) != at) at = <usize>load<u32>(at, PIECE);
  // The way is shortened for the next time.
  while (run != at) {
    const next = <usize>load<u32>(run, PIECE);
    store<u32>(run, <u32>at, PIECE);
    run = next;
  }
  return at;
}

function unite(one: usize, two: usize): void {
  const a = pieceOf(one);
  const b = pieceOf(two);
  if (a == b) return;
  const to = min(a, b);
  const from = max(a, b);
  store<u32>(from, <u32>to, PIECE);
  store<i32>(to, min(load<i32>(to, LEFT), load<i32>(from, LEFT)), LEFT);
  store<i32>(to, min(load<i32>(to, TOP), load<i32>(from, TOP)), TOP);
  store<i32>(to, max(load<i32>(to, RIGHT), load<i32>(from, RIGHT)), RIGHT);
  store<i32>(to, max(load<i32>(to, FOOT), load<i32>(from, FOOT)), FOOT);
}

// @ts-ignore: decorator
@inline
function isSet(line: usize, x: i32): bool {
  return <i32>load<i16>(line + (<usize>x << 1)) > HANGS;
}

/** Writes a row's runs from `to` on; gives the end of them. */
function runsOfRow(line: usize, width: i32, y: i32, to: usize): usize {
  const hangs = i16x8.splat(<i16>HANGS);
  let x = 0;
  while (x < width) {
    // Stretches without any, eight at a time.
    while (x + 8 <= width && i16x8.bitmask(i16x8.gt_s(v128.load(line + (<usize>x << 1)), hangs)) == 0) x += 8;
    while (x < width && !isSet(line, x)) x++;
    if (x >= width) break;
    const start = x;
    while (x + 8 <= width && i16x8.bitmask(i16x8.gt_s(v128.load(line + (<usize>x << 1)), hangs)) == 255) x += 8;
    while (x < width && isSet(line, x)) x++;
    store<i32>(to, start, START);
    store<i32>(to, x - 1, END);
    store<u32>(to, <u32>to, PIECE);
    store<i32>(to, start, LEFT);
    store<i32>(to, y, TOP);
    store<i32>(to, x - 1, RIGHT);
    store<i32>(to, y, FOOT);
    store<i32>(to, y, ROW);
    to += RUN;
  }
  return to;
}

/**
 * Sets to nothing what belongs to pieces whose box is at most `most` pixels long and wide and does not touch the plane's
 * rim; pixels touch by sides and corners. `runs` is room for (width + 1) / 2 runs of 32 bytes a row.
 */
export function dropSpecks(plane: usize, width: i32, height: i32, most: i32, runs: usize): void {
  let before = runs;
  let here = runs;
  let end = runs;
  for (let y = 0; y < height; y++) {
    before = here;
    here = end;
    end = runsOfRow(plane + (<usize>(y * width) << 1), width, y, here);
    let above = before;
    for (let run = here; run < end; run += RUN) {
      const start = load<i32>(run, START);
      const last = load<i32>(run, END);
      while (above < here && load<i32>(above, END) < start - 1) above += RUN;
      for (let at = above; at < here && load<i32>(at, START) <= last + 1; at += RUN) unite(at, run);
    }
  }
  for (let run = runs; run < end; run += RUN) {
    const piece = pieceOf(run);
    const left = load<i32>(piece, LEFT);
    const top = load<i32>(piece, TOP);
    const right = load<i32>(piece, RIGHT);
    const bottom = load<i32>(piece, FOOT);
    const isWhole = left > 0 && top > 0 && right < width - 1 && bottom < height - 1;
    if (!isWhole || right - left >= most || bottom - top >= most) continue;

    const line = plane + (<usize>(load<i32>(run, ROW) * width) << 1);
    for (let x = load<i32>(run, START); x <= load<i32>(run, END); x++) store<i16>(line + (<usize>x << 1), 0);
  }
}
