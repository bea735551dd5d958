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
  const hasRuns = (stepU + stepV) * LONG_RUN < CELL;
  // How far the way to a cell's centre is from one pixel more, a pixel further on.
  const driftX = abs(<f64>ux * ax + <f64>vx * bx - 1);
  const driftY = abs(<f64>ux * ay + <f64>vx * by);
  for (let y = 0; y < height; y++) {
    let phaseU = u + y * uy;
    let phaseV = v + y * vy;
    let to = out + (<usize>(y * width) << 1);
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
