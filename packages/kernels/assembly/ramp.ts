// Values of a ramp, as in the core's raster/kernels.ts.
const ROUND: usize = 0;
const AT: usize = 8;
const COS: usize = 56;
const SIN: usize = 64;
const WIDTH: usize = 72;
const HEIGHT: usize = 80;
const REACH: usize = 88;

/** Colours of a table of `steps` + 1 along a ramp, at the middles of the pixels of a region. */
export function ramp(values: usize, table: usize, steps: f64, x: i32, y: i32, width: i32, height: i32, out: usize): void {
  const isRound = load<f64>(values, ROUND) != 0;
  const a = load<f64>(values, AT);
  const b = load<f64>(values, AT + 8);
  const c = load<f64>(values, AT + 16);
  const d = load<f64>(values, AT + 24);
  const e = load<f64>(values, AT + 32);
  const f = load<f64>(values, AT + 40);
  const cos = load<f64>(values, COS);
  const sin = load<f64>(values, SIN);
  const w = load<f64>(values, WIDTH);
  const h = load<f64>(values, HEIGHT);
  const reach = load<f64>(values, REACH);
  for (let row = 0; row < height; row++) {
    const down = <f64>(y + row) + 0.5;
    for (let column = 0; column < width; column++, out += 8) {
      const across = <f64>(x + column) + 0.5;
      const u = a * across + b * down + c - 1;
      const v = d * across + e * down + f - 1;
      const along = isRound ? Math.sqrt(u * u + v * v) : 0.5 + (cos * u * w - sin * v * h) / (2 * reach);
      const at = <i32>Math.floor(max<f64>(0, min<f64>(1, along)) * steps + 0.5);
      store<i64>(out, load<i64>(table + (<usize>at << 3)));
    }
  }
}
