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
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const pu = <f64>(u + x * ux + y * uy);
      const pv = <f64>(v + x * vx + y * vy);
      const cx = min(max(x - <i32>Math.floor(pu * ax + pv * bx + 0.5), 0), width - 1);
      const cy = min(max(y - <i32>Math.floor(pu * ay + pv * by + 0.5), 0), height - 1);
      store<i16>(out + (<usize>(y * width + x) << 1), load<i16>(tone + (<usize>(cy * width + cx) << 1)));
    }
  }
}
