/**
 * The tone at the centre of each pixel's cell. u, v: the first pixel's phases, 2^32 a cell; ax … by: pixels a phase from a cell's
 * centre to the pixel.
 */
export function cellTones(
  tone: usize,
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
  const half = f64x2.splat(0.5);
  const right = i32x4.splat(width - 1);
  const bottom = i32x4.splat(height - 1);
  const none = i32x4.splat(0);
  for (let y = 0; y < height; y++) {
    // Two pixels at a time, each phase a 32-bit one.
    let phaseU = i32x4(u + y * uy, u + ux + y * uy, 0, 0);
    let phaseV = i32x4(v + y * vy, v + vx + y * vy, 0, 0);
    const line = out + (<usize>(y * width) << 1);
    for (let x = 0; x < width; x += 2) {
      const pu = f64x2.convert_low_i32x4_s(phaseU);
      const pv = f64x2.convert_low_i32x4_s(phaseV);
      const awayX = f64x2.floor(f64x2.add(f64x2.add(f64x2.mul(pu, f64x2.splat(ax)), f64x2.mul(pv, f64x2.splat(bx))), half));
      const awayY = f64x2.floor(f64x2.add(f64x2.add(f64x2.mul(pu, f64x2.splat(ay)), f64x2.mul(pv, f64x2.splat(by))), half));
      const cx = i32x4.min_s(i32x4.max_s(i32x4.sub(i32x4(x, x + 1, 0, 0), i32x4.trunc_sat_f64x2_s_zero(awayX)), none), right);
      const cy = i32x4.min_s(i32x4.max_s(i32x4.sub(i32x4.splat(y), i32x4.trunc_sat_f64x2_s_zero(awayY)), none), bottom);
      const at = i32x4.add(i32x4.mul(cy, i32x4.splat(width)), cx);
      store<i16>(line + (<usize>x << 1), load<i16>(tone + (<usize>i32x4.extract_lane(at, 0) << 1)));
      if (x + 1 < width) store<i16>(line + (<usize>(x + 1) << 1), load<i16>(tone + (<usize>i32x4.extract_lane(at, 1) << 1)));
      phaseU = i32x4.add(phaseU, i32x4.splat(2 * ux));
      phaseV = i32x4.add(phaseV, i32x4.splat(2 * vx));
    }
  }
}
