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

/**
 * The tone at the centre of each pixel's cell, of `width` × `height` pixels from left, top of a plane of tones on. u, v: the first pixel's phases, 2^32 a cell; ax … by: pixels a phase from a cell's
 * centre to the pixel.
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
  const right = i32x4.splat(toneWidth - 1);
  const bottom = i32x4.splat(toneHeight - 1);
  const none = i32x4.splat(0);
  for (let y = 0; y < height; y++) {
    // Four pixels at a time, each phase a 32-bit one.
    let phaseU = i32x4.add(i32x4.splat(u + y * uy), i32x4.mul(i32x4(0, 1, 2, 3), i32x4.splat(ux)));
    let phaseV = i32x4.add(i32x4.splat(v + y * vy), i32x4.mul(i32x4(0, 1, 2, 3), i32x4.splat(vx)));
    let columns = i32x4.add(i32x4(0, 1, 2, 3), i32x4.splat(left));
    const line = out + (<usize>(y * width) << 1);
    for (let x = 0; x < width; x += 4) {
      const awayX = away(phaseU, phaseV, ax, bx);
      const awayY = away(phaseU, phaseV, ay, by);
      const cx = i32x4.min_s(i32x4.max_s(i32x4.sub(columns, awayX), none), right);
      const cy = i32x4.min_s(i32x4.max_s(i32x4.sub(i32x4.splat(top + y), awayY), none), bottom);
      const at = i32x4.shl(i32x4.add(i32x4.mul(cy, i32x4.splat(toneWidth)), cx), 1);
      let tones = v128.load16_lane(tone + <usize>i32x4.extract_lane(at, 0), none, 0);
      tones = v128.load16_lane(tone + <usize>i32x4.extract_lane(at, 1), tones, 1);
      tones = v128.load16_lane(tone + <usize>i32x4.extract_lane(at, 2), tones, 2);
      tones = v128.load16_lane(tone + <usize>i32x4.extract_lane(at, 3), tones, 3);
      // What is written past a row's end is written again by the next one; past the last there is room.
      v128.store64_lane(line + (<usize>x << 1), tones, 0);
      phaseU = i32x4.add(phaseU, i32x4.splat(4 * ux));
      phaseV = i32x4.add(phaseV, i32x4.splat(4 * vx));
      columns = i32x4.add(columns, i32x4.splat(4));
    }
  }
}
