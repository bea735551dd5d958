import { ONE } from './depth';

// Shading of cast metal, in the order of every sum and product of the core's raster/reference/cast-metal.ts, which says what each is.

/** Steps of a ramp, as in the core's raster/kernels.ts; three values a colour. */
const RAMP_STEPS: f64 = 1024;

/** What a value is of ONE: dividing by it, since it is a power of two. */
const SHARE: f64 = 1.0 / <f64>ONE;

const SPOT: i32 = 14;

// @ts-ignore: decorator
@inline
function clamp(v: f64): f64 {
  return v < 0 ? 0 : v > 1 ? 1 : v;
}

function spotOf(x: f64): f64 {
  let power: f64 = 1;
  for (let i = 0; i < SPOT; i++) power *= x;
  return power;
}

/** `heights` is a pixel wider than the region on each side; `values` as in the core's raster/kernels.ts; `map` may be 0. */
export function castMetal(
  heights: usize,
  alphas: usize,
  map: usize,
  waves: usize,
  scratches: usize,
  grains: usize,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  values: usize,
  face: usize,
  bevel: usize,
  out: usize,
): void {
  const widthPx = load<f64>(values);
  const lampX = load<f64>(values, 8);
  const lampY = load<f64>(values, 16);
  const lampZ = load<f64>(values, 24);
  const sin = load<f64>(values, 32);
  const cos = load<f64>(values, 40);
  const viewX = load<f64>(values, 48);
  const viewY = load<f64>(values, 56);
  const tall = load<f64>(values, 64);
  const polish = load<f64>(values, 72);
  const grain = load<f64>(values, 80);
  const one = <f64>ONE;
  const stride = <usize>(width + 2) << 1;
  for (let row = 0, i: usize = 0; row < height; row++) {
    const py = <f64>(y + row) + 0.5;
    for (let column = 0; column < width; column++, i += 2) {
      const to = out + (i << 2);
      const alpha = load<i16>(alphas + i);
      if (alpha == 0) {
        store<i64>(to, 0);
        continue;
      }
      const px = <f64>(x + column) + 0.5;
      const h = heights + <usize>(row + 1) * stride + (<usize>(column + 1) << 1);
      const right = <i32>load<i16>(h + 2);
      const left = <i32>load<i16>(h - 2);
      const up = <i32>load<i16>(h - stride);
      const down = <i32>load<i16>(h + stride);
      const raised = <f64>load<i16>(h) * SHARE;
      let ny: f64 = 0;
      let flank: f64 = 0;
      let light: f64 = 0;
      let outline: f64 = 1;
      let edgeAt = bevel;
      // On a face that is flat and whole nothing of the bevel shows.
      if (left != right || up != down || raised < 1) {
        const gx = <f64>(right - left) * widthPx * (SHARE / 2);
        const gy = <f64>(up - down) * widthPx * (SHARE / 2);
        const nz = 1 / Math.sqrt(1 + gx * gx + gy * gy);
        const nx = -gx * nz;
        ny = -gy * nz;
        const lx = lampX - px;
        const ly = py - lampY;
        const by = 1 / Math.sqrt(lx * lx + ly * ly + lampZ * lampZ);
        const diffuse = max(0.0, (nx * lx + ny * ly + nz * lampZ) * by);
        const steep = 1 - nz;
        flank = clamp((0.985 - raised) / 0.03);
        const onBevel = 0.5 + 0.46 * 2 * nz * ny + 0.25 * (diffuse - 0.5);
        edgeAt = bevel + <usize>(<i32>Math.floor(clamp(onBevel) * RAMP_STEPS + 0.5) * 24);
        const spot = steep > 0.02 ? spotOf(diffuse) * 0.5 : 0;
        const rim = clamp(1 - Math.abs(raised - 0.97) / 0.1) * (diffuse - 0.62) * 1.1 * clamp(steep * 12 + flank * 0.3);
        light = one * (spot * flank + rim);
        outline = clamp(raised / 0.12) * 0.35 + 0.65;
      }
      const place = map ? 1 - <f64>load<i16>(map + i) * SHARE : 0.5 + (sin * (px - viewX) + cos * (py - viewY)) / tall;
      const onFace = place + 0.018 * <f64>load<i16>(waves + i) * SHARE + 0.05 * ny;
      const faceAt = face + <usize>(<i32>Math.floor(clamp(onFace) * RAMP_STEPS + 0.5) * 24);
      const texture = 1 + (polish * <f64>load<i16>(scratches + i) + grain * <f64>load<i16>(grains + i)) * SHARE;
      for (let c: usize = 0; c < 3; c++) {
        const mixed = load<f64>(faceAt + (c << 3)) * (1 - flank) + load<f64>(edgeAt + (c << 3)) * flank;
        const lit = (mixed * texture * outline + light) * SHARE;
        store<i16>(to + (c << 1), <i16>(<i32>Math.floor(clamp(lit) * <f64>alpha + 0.5)));
      }
      store<i16>(to, alpha, 6);
    }
  }
}
