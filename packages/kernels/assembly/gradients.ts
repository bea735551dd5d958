// Octaves of gradient noise at listed places, in the order of every sum and product of the core's raster/reference/gradients.ts.

/** Points of the lattice of directions along a side, less one. */
const LAST: i32 = 255;
/** Bytes of an octave; its values as in the core's raster/kernels.ts. */
const OCTAVE: usize = 10 * 8;

/** The gradient at a point of a lattice that comes again after g · h cells (g 0: it does not): across and down. */
// @ts-ignore: decorator
@inline
function gradientAt(i: i32, j: i32, offsetX: i32, offsetY: i32, g: i32, r: i32, h: i32, directions: usize, gradients: usize): v128 {
  let x = i;
  let y = j;
  if (g) {
    const times = <i32>Math.floor(<f64>i / <f64>g);
    x = i - times * g;
    y = j - times * r;
    y -= <i32>Math.floor(<f64>y / <f64>h) * h;
  }
  const direction = <usize>load<u8>(directions + <usize>((((y + offsetY) & LAST) << 8) | ((x + offsetX) & LAST)));
  return v128.load(gradients + (direction << 4));
}

function octave(xs: usize, ys: usize, count: i32, values: usize, directions: usize, gradients: usize, out: usize): void {
  const ux = load<f64>(values);
  const uy = load<f64>(values, 8);
  const vx = load<f64>(values, 16);
  const vy = load<f64>(values, 24);
  const offsetX = <i32>load<f64>(values, 32);
  const offsetY = <i32>load<f64>(values, 40);
  const g = <i32>load<f64>(values, 48);
  const r = <i32>load<f64>(values, 56);
  const h = <i32>load<f64>(values, 64);
  const weight = load<f64>(values, 72);
  // Of the cell that was met last: what its corners' gradients are across and down, upper and lower, on the left and on the right.
  let cellX = i32.MIN_VALUE;
  let cellY = i32.MIN_VALUE;
  let leftX = f64x2.splat(0);
  let leftY = f64x2.splat(0);
  let rightX = f64x2.splat(0);
  let rightY = f64x2.splat(0);
  for (let n = 0; n < count; n++) {
    const at = <usize>n << 3;
    const x = load<f64>(xs + at);
    const y = load<f64>(ys + at);
    const u = ux * x + uy * y;
    const v = vx * x + vy * y;
    const fu = Math.floor(u);
    const fv = Math.floor(v);
    const i = <i32>fu;
    const j = <i32>fv;
    if (i != cellX || j != cellY) {
      cellX = i;
      cellY = j;
      const a = gradientAt(i, j, offsetX, offsetY, g, r, h, directions, gradients);
      const b = gradientAt(i + 1, j, offsetX, offsetY, g, r, h, directions, gradients);
      const c = gradientAt(i, j + 1, offsetX, offsetY, g, r, h, directions, gradients);
      const d = gradientAt(i + 1, j + 1, offsetX, offsetY, g, r, h, directions, gradients);
      leftX = v128.shuffle<f64>(a, c, 0, 2);
      leftY = v128.shuffle<f64>(a, c, 1, 3);
      rightX = v128.shuffle<f64>(b, d, 0, 2);
      rightY = v128.shuffle<f64>(b, d, 1, 3);
    }
    const s = u - fu;
    const t = v - fv;
    const st = f64x2.replace_lane(f64x2.splat(s), 1, t);
    const fine = f64x2.add(
      f64x2.mul(st, f64x2.sub(f64x2.mul(st, f64x2.splat(6)), f64x2.splat(15))),
      f64x2.splat(10),
    );
    const fade = f64x2.mul(f64x2.mul(f64x2.mul(st, st), st), fine);
    const down = f64x2.replace_lane(f64x2.splat(t), 1, t - 1);
    const left = f64x2.add(f64x2.mul(leftX, f64x2.splat(s)), f64x2.mul(leftY, down));
    const right = f64x2.add(f64x2.mul(rightX, f64x2.splat(s - 1)), f64x2.mul(rightY, down));
    const mixed = f64x2.add(left, f64x2.mul(f64x2.sub(right, left), f64x2.splat(f64x2.extract_lane(fade, 0))));
    const upper = f64x2.extract_lane(mixed, 0);
    const value = upper + (f64x2.extract_lane(mixed, 1) - upper) * f64x2.extract_lane(fade, 1);
    store<f64>(out + at, load<f64>(out + at) + weight * value);
  }
}

/** Adds octaves, each with its weight, at `count` places. */
export function gradients(
  xs: usize,
  ys: usize,
  count: i32,
  octaves: usize,
  octaveCount: i32,
  directions: usize,
  table: usize,
  out: usize,
): void {
  for (let n = 0; n < octaveCount; n++) octave(xs, ys, count, octaves + <usize>n * OCTAVE, directions, table, out);
}
