/** Values in a row of the noise tile, as in the core's raster/kernels.ts: the first comes again at its end. */
const STRIDE: i32 = 513;

/** Values of one octave, as in the core's raster/kernels.ts. */
const VALUES: usize = 11;

/** A value between two neighbours, the first in the lower half of each lane: a · (4096 − share) + b · share, rounded. */
// @ts-ignore: decorator
@inline
function between(pairs: v128, share: v128): v128 {
  const shares = v128.or(i32x4.sub(i32x4.splat(4096), share), i32x4.shl(share, 16));
  return i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(pairs, shares), i32x4.splat(2048)), 12);
}

/** The tile at four phases, 2^32 = its period, straight between its points. */
// @ts-ignore: decorator
@inline
function tileAt(tile: usize, u: v128, v: v128): v128 {
  const twelve = i32x4.splat(4095);
  const at = i32x4.shl(i32x4.add(i32x4.mul(i32x4.shr_u(v, 23), i32x4.splat(STRIDE)), i32x4.shr_u(u, 23)), 1);
  const p0 = tile + <usize>i32x4.extract_lane(at, 0);
  const p1 = tile + <usize>i32x4.extract_lane(at, 1);
  const p2 = tile + <usize>i32x4.extract_lane(at, 2);
  const p3 = tile + <usize>i32x4.extract_lane(at, 3);
  let upper = v128.load32_zero(p0);
  upper = v128.load32_lane(p1, upper, 1);
  upper = v128.load32_lane(p2, upper, 2);
  upper = v128.load32_lane(p3, upper, 3);
  let lower = v128.load32_zero(p0, 2 * STRIDE);
  lower = v128.load32_lane(p1, lower, 1, 2 * STRIDE);
  lower = v128.load32_lane(p2, lower, 2, 2 * STRIDE);
  lower = v128.load32_lane(p3, lower, 3, 2 * STRIDE);
  const s = v128.and(i32x4.shr_u(u, 11), twelve);
  const rows = v128.or(v128.and(between(upper, s), i32x4.splat(0xffff)), i32x4.shl(between(lower, s), 16));
  return between(rows, v128.and(i32x4.shr_u(v, 11), twelve));
}

/** Four phases' shares of a warp, without their fraction; they wrap. */
// @ts-ignore: decorator
@inline
function moved(by: v128, phase: v128): v128 {
  const low = i64x2.shr_u(i64x2.extmul_low_i32x4_s(by, phase), 14);
  const high = i64x2.shr_u(i64x2.extmul_high_i32x4_s(by, phase), 14);
  return i8x16.shuffle(low, high, 0, 1, 2, 3, 8, 9, 10, 11, 16, 17, 18, 19, 24, 25, 26, 27);
}

/**
 * One octave at the listed places of a row, added to their sums; `u` and `v` are the phases of the row's first pixel. Moves (or 0),
 * given for the listed places, move each before it is looked up.
 */
function addOctave(columns: usize, sums: usize, count: i32, tile: usize, u: i32, v: i32, octave: usize, movesX: usize, movesY: usize): void {
  const ux = i32x4.splat(load<i32>(octave, 4));
  const vx = i32x4.splat(load<i32>(octave, 16));
  const weight = i32x4.splat(load<i32>(octave, 24));
  const xu = i32x4.splat(load<i32>(octave, 28));
  const yu = i32x4.splat(load<i32>(octave, 32));
  const xv = i32x4.splat(load<i32>(octave, 36));
  const yv = i32x4.splat(load<i32>(octave, 40));
  if (count == 0) return;
  let n = 0;
  do {
    const at = <usize>n << 2;
    const column = v128.load(columns + at);
    let pu = i32x4.add(i32x4.splat(u), i32x4.mul(column, ux));
    let pv = i32x4.add(i32x4.splat(v), i32x4.mul(column, vx));
    if (movesX) {
      const wx = v128.load(movesX + at);
      const wy = v128.load(movesY + at);
      pu = i32x4.add(pu, i32x4.add(moved(wx, xu), moved(wy, yu)));
      pv = i32x4.add(pv, i32x4.add(moved(wx, xv), moved(wy, yv)));
    }
    v128.store(sums + at, i32x4.add(v128.load(sums + at), i32x4.mul(tileAt(tile, pu, pv), weight)));
    n += 4;
  } while (n < count);
}

/** Which of eight places of a row are looked up, a bit each: those within the row where the gate (or 0) is neither nothing nor all. */
// @ts-ignore: decorator
@inline
function openAt(gate: usize, rest: i32): i32 {
  const within = rest < 8 ? (1 << rest) - 1 : 255;
  if (!gate) return within;
  const gates = v128.load(gate);
  return within & i16x8.bitmask(v128.and(i16x8.gt_s(gates, i16x8.splat(0)), i16x8.lt_s(gates, i16x8.splat(16384))));
}

/** The columns of a row that are looked up, one after the other; their count. */
function list(width: i32, gate: usize, packing: usize, columns: usize): i32 {
  let count = 0;
  for (let from = 0; from < width; from += 8) {
    const open = openAt(gate ? gate + (<usize>from << 1) : 0, width - from);
    if (!open) continue;
    const order = v128.swizzle(i16x8(0, 1, 2, 3, 4, 5, 6, 7), v128.load(packing + (<usize>open << 4)));
    const to = columns + (<usize>count << 2);
    const added = i32x4.splat(from);
    v128.store(to, i32x4.add(i32x4.extend_low_i16x8_s(order), added));
    v128.store(to, i32x4.add(i32x4.extend_high_i16x8_s(order), added), 16);
    count += popcnt(open);
  }
  return count;
}

/** Four sums as values within ± ONE. */
// @ts-ignore: decorator
@inline
function valuesOf(sums: v128): v128 {
  return i32x4.max_s(i32x4.min_s(i32x4.shr_s(sums, 14), i32x4.splat(16384)), i32x4.splat(-16384));
}

/** Puts a row's sums, one after the other, where they were listed from, and nothing elsewhere. */
function place(width: i32, gate: usize, spreading: usize, sums: usize, out: usize): void {
  for (let from = 0; from < width; from += 8) {
    const two = <usize>from << 1;
    const open = openAt(gate ? gate + two : 0, width - from);
    let values = i16x8.splat(0);
    if (open) {
      const packed = i16x8.narrow_i32x4_s(valuesOf(v128.load(sums)), valuesOf(v128.load(sums, 16)));
      values = v128.swizzle(packed, v128.load(spreading + (<usize>open << 4)));
      sums += <usize>popcnt(open) << 2;
    }
    if (width - from >= 8) v128.store(out + two, values);
    else {
      for (let n = 0; n < width - from; n++) {
        store<i16>(out + two + (<usize>n << 1), i16x8.extract_lane_s(values, 0));
        values = i8x16.shuffle(values, values, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 0, 1);
      }
    }
  }
}

/** Sums of octaves at the listed places of a row that begins at (x, y). */
function addUp(
  columns: usize,
  sums: usize,
  count: i32,
  tile: usize,
  x: i32,
  y: i32,
  octaves: usize,
  octaveCount: i32,
  movesX: usize,
  movesY: usize,
): void {
  for (let n = 0; n < count; n += 4) v128.store(sums + (<usize>n << 2), i32x4.splat(8192));
  for (let n = 0; n < octaveCount; n++) {
    const o = octaves + ((<usize>n * VALUES) << 2);
    const u = load<i32>(o) + x * load<i32>(o, 4) + y * load<i32>(o, 8);
    const v = load<i32>(o, 12) + x * load<i32>(o, 16) + y * load<i32>(o, 20);
    addOctave(columns, sums, count, tile, u, v, o, movesX, movesY);
  }
}

/** The same as values within ± ONE. */
function lookUp(columns: usize, values: usize, count: i32, tile: usize, x: i32, y: i32, octaves: usize, octaveCount: i32): void {
  addUp(columns, values, count, tile, x, y, octaves, octaveCount, 0, 0);
  for (let n = 0; n < count; n += 4) {
    const at = values + (<usize>n << 2);
    v128.store(at, valuesOf(v128.load(at)));
  }
}

/**
 * Octaves of noise over a region, in rows. After them lie those of two more noises (or none), which move each place across and down
 * before it is looked up. Where a `gate` (or 0) is nothing or all, nothing is looked up. `lanes` as in src/lanes.ts; `rows` is room for
 * four rows of width + 8 32-bit values.
 */
export function noise(
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  octaves: usize,
  octaveCount: i32,
  acrossCount: i32,
  downCount: i32,
  tile: usize,
  gate: usize,
  lanes: usize,
  rows: usize,
  out: usize,
): void {
  const room = <usize>(width + 8) << 2;
  const columns = rows;
  const sums = rows + room;
  const movesX = sums + room;
  const movesY = movesX + room;
  const across = octaves + ((<usize>octaveCount * VALUES) << 2);
  const down = across + ((<usize>acrossCount * VALUES) << 2);
  const isMoved = acrossCount + downCount > 0;
  for (let row = 0; row < height; row++) {
    const from = <usize>(row * width) << 1;
    const gates = gate ? gate + from : 0;
    const count = list(width, gates, lanes, columns);
    if (isMoved) {
      lookUp(columns, movesX, count, tile, x, y + row, across, acrossCount);
      lookUp(columns, movesY, count, tile, x, y + row, down, downCount);
    }
    addUp(columns, sums, count, tile, x, y + row, octaves, octaveCount, isMoved ? movesX : 0, movesY);
    place(width, gates, lanes + 4096, sums, out + from);
  }
}
