/** 2^52 + 2^51: added to a whole number, its low 32 bits are that number. */
const WHOLE: f64 = 6755399441055744;

/** Pixels from a cell's centre at two phases, each in the low half of its lane. */
// @ts-ignore: decorator
@inline
function awayOfTwo(pu: v128, pv: v128, a: f64, b: f64): v128 {
  const real = f64x2.add(f64x2.mul(pu, f64x2.splat(a)), f64x2.mul(pv, f64x2.splat(b)));
  return f64x2.add(f64x2.floor(f64x2.add(real, f64x2.splat(0.5))), f64x2.splat(WHOLE));
}

/** Whole pixels from a cell's centre at four phases. */
// @ts-ignore: decorator
@inline
function away(u: v128, v: v128, a: f64, b: f64): v128 {
  const low = awayOfTwo(f64x2.convert_low_i32x4_s(u), f64x2.convert_low_i32x4_s(v), a, b);
  const upperU = f64x2.convert_low_i32x4_s(v128.shuffle<i32>(u, u, 2, 3, 2, 3));
  const upperV = f64x2.convert_low_i32x4_s(v128.shuffle<i32>(v, v, 2, 3, 2, 3));
  return v128.shuffle<i32>(low, awayOfTwo(upperU, upperV, a, b), 0, 2, 4, 6);
}

/** Tones of `count` pixels of a row, four at a time, each from its own cell's centre. u, v: the phases of the first, which lies at `left`, `top`. */
function byFours(
  tone: usize,
  toneWidth: i32,
  toneHeight: i32,
  left: i32,
  top: i32,
  count: i32,
  u: i32,
  ux: i32,
  v: i32,
  vx: i32,
  ax: f64,
  bx: f64,
  ay: f64,
  by: f64,
  out: usize,
): void {
  const right = i32x4.splat(toneWidth - 1);
  const bottom = i32x4.splat(toneHeight - 1);
  const none = i32x4.splat(0);
  const row = i32x4.splat(top);
  let phaseU = i32x4.add(i32x4.splat(u), i32x4.mul(i32x4(0, 1, 2, 3), i32x4.splat(ux)));
  let phaseV = i32x4.add(i32x4.splat(v), i32x4.mul(i32x4(0, 1, 2, 3), i32x4.splat(vx)));
  let columns = i32x4.add(i32x4(0, 1, 2, 3), i32x4.splat(left));
  for (let x = 0; x < count; x += 4) {
    const awayX = away(phaseU, phaseV, ax, bx);
    const awayY = away(phaseU, phaseV, ay, by);
    const cx = i32x4.min_s(i32x4.max_s(i32x4.sub(columns, awayX), none), right);
    const cy = i32x4.min_s(i32x4.max_s(i32x4.sub(row, awayY), none), bottom);
    const at = i32x4.shl(i32x4.add(i32x4.mul(cy, i32x4.splat(toneWidth)), cx), 1);
    let tones = v128.load16_lane(tone + <usize>i32x4.extract_lane(at, 0), none, 0);
    tones = v128.load16_lane(tone + <usize>i32x4.extract_lane(at, 1), tones, 1);
    tones = v128.load16_lane(tone + <usize>i32x4.extract_lane(at, 2), tones, 2);
    tones = v128.load16_lane(tone + <usize>i32x4.extract_lane(at, 3), tones, 3);
    v128.store64_lane(out + (<usize>x << 1), tones, 0);
    phaseU = i32x4.add(phaseU, i32x4.splat(4 * ux));
    phaseV = i32x4.add(phaseV, i32x4.splat(4 * vx));
    columns = i32x4.add(columns, i32x4.splat(4));
  }
}

/** Phases of a cell. */
const CELL: f64 = 4294967296;
/** The greatest factor of a phase's 16 bits: the sum of two products, and a half, fit into 32 bits. */
const MOST_FACTOR: f64 = 16383;
/** The most pixels along a side of a plane whose places are numbers of 16 bits. */
const MOST_SIDE: i32 = 32767;
/** What phases of 16 bits and a factor of 16 bits stray by, at most, beside what a phase's lost half does. */
const STRAY: i32 = 32768 + 2;

/** A factor of 16 bits, of pixels a phase. */
// @ts-ignore: decorator
@inline
function factorOf(pixels: f64, scale: f64): i32 {
  return <i32>floor(pixels * scale + 0.5);
}

/** Two factors in turn, eight in all. */
// @ts-ignore: decorator
@inline
function inTurn(a: i32, b: i32): v128 {
  return i32x4.splat((a & 0xffff) | (b << 16));
}

/** The upper halves of eight phases. */
// @ts-ignore: decorator
@inline
function upperHalves(phase: v128, step: v128): v128 {
  return i16x8.narrow_i32x4_s(i32x4.shr_s(phase, 16), i32x4.shr_s(i32x4.add(phase, step), 16));
}

/** Copies the tones at four places, each 32 bits of `places`. */
// @ts-ignore: decorator
@inline
function copyTones(tone: usize, places: v128, to: usize): void {
  const two = <u64>i64x2.extract_lane(places, 0);
  const more = <u64>i64x2.extract_lane(places, 1);
  store<u16>(to, load<u16>(tone + (<usize>(two & 0xffffffff) << 1)));
  store<u16>(to, load<u16>(tone + (<usize>(two >> 32) << 1)), 2);
  store<u16>(to, load<u16>(tone + (<usize>(more & 0xffffffff) << 1)), 4);
  store<u16>(to, load<u16>(tone + (<usize>(more >> 32) << 1)), 6);
}

/**
 * The same as `byFours`, eight at a time by whole numbers. What these give strays from the exact by a known amount at most: eight of which
 * one lies so near a half that it might be rounded to the other side are done by fours; so are all of cells below a quarter of a pixel.
 */
function byEights(
  tone: usize,
  toneWidth: i32,
  toneHeight: i32,
  left: i32,
  top: i32,
  count: i32,
  u: i32,
  ux: i32,
  v: i32,
  vx: i32,
  ax: f64,
  bx: f64,
  ay: f64,
  by: f64,
  out: usize,
): void {
  let bits = 16;
  let scale: f64 = 65536;
  const longest = max(max(abs(ax), abs(bx)), max(abs(ay), abs(by))) * CELL;
  for (; longest * (scale / 65536) <= MOST_FACTOR / 2; bits++) scale *= 2;
  scale *= 65536;
  const fax = factorOf(ax, scale);
  const fbx = factorOf(bx, scale);
  const fay = factorOf(ay, scale);
  const fby = factorOf(by, scale);
  const half = i32x4.splat(1 << (bits - 1));
  const part = i32x4.splat((1 << bits) - 1);
  const slack = max(abs(fax) + abs(fbx), abs(fay) + abs(fby)) + STRAY;
  const near = i32x4.splat(2 * slack);
  const halfAndSlack = i32x4.splat((1 << (bits - 1)) + slack);
  const forX = inTurn(fax, fbx);
  const forY = inTurn(fay, fby);
  const none = i16x8.splat(0);
  const right = i16x8.splat(<i16>(toneWidth - 1));
  const bottom = i16x8.splat(<i16>(toneHeight - 1));
  const row = i16x8.splat(<i16>top);
  const widthAndOne = inTurn(toneWidth, 1);
  const steps = i32x4(0, 1, 2, 3);
  let phaseU = i32x4.add(i32x4.splat(u), i32x4.mul(steps, i32x4.splat(ux)));
  let phaseV = i32x4.add(i32x4.splat(v), i32x4.mul(steps, i32x4.splat(vx)));
  let columns = i16x8.add(i16x8(0, 1, 2, 3, 4, 5, 6, 7), i16x8.splat(<i16>left));
  let x = 0;
  do {
    const us = upperHalves(phaseU, i32x4.splat(4 * ux));
    const vs = upperHalves(phaseV, i32x4.splat(4 * vx));
    const low = v128.shuffle<i16>(us, vs, 0, 8, 1, 9, 2, 10, 3, 11);
    const high = v128.shuffle<i16>(us, vs, 4, 12, 5, 13, 6, 14, 7, 15);
    const lowX = i32x4.dot_i16x8_s(low, forX);
    const highX = i32x4.dot_i16x8_s(high, forX);
    const lowY = i32x4.dot_i16x8_s(low, forY);
    const highY = i32x4.dot_i16x8_s(high, forY);
    const partsX = i32x4.min_s(v128.and(i32x4.add(lowX, halfAndSlack), part), v128.and(i32x4.add(highX, halfAndSlack), part));
    const partsY = i32x4.min_s(v128.and(i32x4.add(lowY, halfAndSlack), part), v128.and(i32x4.add(highY, halfAndSlack), part));
    if (v128.any_true(i32x4.lt_s(i32x4.min_s(partsX, partsY), near))) {
      const to = out + (<usize>x << 1);
      byFours(tone, toneWidth, toneHeight, left + x, top, 8, u + x * ux, ux, v + x * vx, vx, ax, bx, ay, by, to);
    } else {
      const awayX = i16x8.narrow_i32x4_s(i32x4.shr_s(i32x4.add(lowX, half), bits), i32x4.shr_s(i32x4.add(highX, half), bits));
      const awayY = i16x8.narrow_i32x4_s(i32x4.shr_s(i32x4.add(lowY, half), bits), i32x4.shr_s(i32x4.add(highY, half), bits));
      const cx = i16x8.min_s(i16x8.max_s(i16x8.sub(columns, awayX), none), right);
      const cy = i16x8.min_s(i16x8.max_s(i16x8.sub(row, awayY), none), bottom);
      const to = out + (<usize>x << 1);
      copyTones(tone, i32x4.dot_i16x8_s(v128.shuffle<i16>(cy, cx, 0, 8, 1, 9, 2, 10, 3, 11), widthAndOne), to);
      copyTones(tone, i32x4.dot_i16x8_s(v128.shuffle<i16>(cy, cx, 4, 12, 5, 13, 6, 14, 7, 15), widthAndOne), to + 8);
    }
    phaseU = i32x4.add(phaseU, i32x4.splat(8 * ux));
    phaseV = i32x4.add(phaseV, i32x4.splat(8 * vx));
    columns = i16x8.add(columns, i16x8.splat(8));
    x += 8;
  } while (x < count);
}

/** Pixels of a row in one cell from which on they are sooner found than made one by one. By trial. */
const LONG_RUN: f64 = 14;
/** What is added to the farthest that a place may drift from there, for the rounding of its doubles. */
const ROUNDING: f64 = 1e-9;

/** Pixels of a row, of `most`, until a phase, 2^32 a cell and none at its centre, comes to the next cell. `inverse`: 1 ÷ |step|. */
// @ts-ignore: decorator
@inline
function untilNext(phase: i32, step: i32, inverse: f64, most: i32): i32 {
  if (step == 0) return most;
  const left = <u32>(step < 0 ? phase - i32.MIN_VALUE : i32.MAX_VALUE - phase);
  const steps = <i32>min(<f64>left * inverse, <f64>most);
  // The quotient of doubles may be one too many, which has gone round.
  const last = phase + steps * step;
  return (step < 0 ? last > phase : last < phase) ? steps : min(steps + 1, most);
}

/** True where a place that is so far from a whole number may round to another for what lies beside it. */
// @ts-ignore: decorator
@inline
function isNearTie(part: f64, slack: f64): bool {
  return part < slack || part > 1 - slack;
}

/**
 * The tone at the centre of each pixel's cell, of `width` × `height` pixels from left, top of a plane of tones on. u, v: the first pixel's
 * phases, 2^32 a cell; ax … by: pixels a phase from a cell's centre to the pixel. Within a cell the whole pixels to its centre change by one
 * from pixel to pixel, unless they are near a half: its tone is read once for all of them in a row. What is written past a row's end is
 * written again by the next one; past the last there is room.
 */
export function cellTones(
  tone: usize,
  toneWidth: i32,
  toneHeight: i32,
  left: i32,
  top: i32,
  width: i32,
  height: i32,
  u: i32,
  ux: i32,
  uy: i32,
  v: i32,
  vx: i32,
  vy: i32,
  ax: f64,
  bx: f64,
  ay: f64,
  by: f64,
  out: usize,
): void {
  const stepU = abs(<f64>ux);
  const stepV = abs(<f64>vx);
  const isSmall = max(toneWidth, toneHeight) <= MOST_SIDE;
  const hasRuns = (stepU + stepV) * LONG_RUN < CELL;
  // How far the way to a cell's centre is from one pixel more, a pixel further on.
  const driftX = abs(<f64>ux * ax + <f64>vx * bx - 1);
  const driftY = abs(<f64>ux * ay + <f64>vx * by);
  for (let y = 0; y < height; y++) {
    let phaseU = u + y * uy;
    let phaseV = v + y * vy;
    let to = out + (<usize>(y * width) << 1);
    if (!hasRuns && isSmall) {
      byEights(tone, toneWidth, toneHeight, left, top + y, width, phaseU, ux, phaseV, vx, ax, bx, ay, by, to);
      continue;
    }
    if (!hasRuns) {
      byFours(tone, toneWidth, toneHeight, left, top + y, width, phaseU, ux, phaseV, vx, ax, bx, ay, by, to);
      continue;
    }
    for (let x = 0; x < width; ) {
      const run = untilNext(phaseV, vx, 1 / stepV, untilNext(phaseU, ux, 1 / stepU, width - x));
      const acrossX = <f64>phaseU * ax + <f64>phaseV * bx + 0.5;
      const acrossY = <f64>phaseU * ay + <f64>phaseV * by + 0.5;
      const awayX = floor(acrossX);
      const awayY = floor(acrossY);
      const end = to + (<usize>run << 1);
      if (
        isNearTie(acrossX - awayX, <f64>run * driftX + ROUNDING) ||
        isNearTie(acrossY - awayY, <f64>run * driftY + ROUNDING)
      ) {
        byFours(tone, toneWidth, toneHeight, left + x, top + y, run, phaseU, ux, phaseV, vx, ax, bx, ay, by, to);
      } else {
        const cx = min(max(left + x - <i32>awayX, 0), toneWidth - 1);
        const cy = min(max(top + y - <i32>awayY, 0), toneHeight - 1);
        const value = v128.load16_splat(tone + (<usize>(cy * toneWidth + cx) << 1));
        for (let at = to; at < end; at += 16) v128.store(at, value);
      }
      to = end;
      x += run;
      phaseU += run * ux;
      phaseV += run * vx;
    }
  }
}
