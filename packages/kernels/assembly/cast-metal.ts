import { ONE } from './depth';

// Shading of cast metal, in the order of every sum and product of the core's raster/reference/cast-metal.ts, which says what each is.

/** Steps of a ramp, as in the core's raster/kernels.ts; three values a colour. */
const RAMP_STEPS: f64 = 1024;

/** What a value is of ONE: dividing by it, since it is a power of two. */
const SHARE: f64 = 1.0 / <f64>ONE;

const SPOT: i32 = 14;

// @ts-ignore: decorator
@inline
function all(v: f64): v128 {
  return f64x2.splat(v);
}

/** Within 0 … 1. */
// @ts-ignore: decorator
@inline
function clamped(v: v128): v128 {
  return f64x2.min(f64x2.max(v, all(0)), all(1));
}

/** Values of two neighbours. */
// @ts-ignore: decorator
@inline
function two(plane: usize): v128 {
  return f64x2.convert_low_i32x4_s(i32x4.extend_low_i16x8_s(v128.load32_zero(plane)));
}

/** The place of a ramp's colours, bytes, for 0 … 1. */
// @ts-ignore: decorator
@inline
function placesOf(share: v128): v128 {
  const steps = f64x2.add(f64x2.mul(clamped(share), all(RAMP_STEPS)), all(0.5));
  return i32x4.mul(i32x4.trunc_sat_f64x2_s_zero(steps), i32x4.splat(24));
}

/** One channel of the colours at two places. */
// @ts-ignore: decorator
@inline
function channel(first: usize, second: usize, c: usize): v128 {
  return v128.load64_lane(second + (c << 3), v128.load64_zero(first + (c << 3)), 1);
}

// @ts-ignore: decorator
@inline
function spotOf(x: v128): v128 {
  let power = all(1);
  for (let i = 0; i < SPOT; i++) power = f64x2.mul(power, x);
  return power;
}

/** Values of one channel of two pixels: what face and bevel show of it, lit and textured, as much of it as there is. */
// @ts-ignore: decorator
@inline
function shaded(face: v128, edge: v128, shown: v128, flank: v128, texture: v128, outline: v128, light: v128, most: v128): v128 {
  const mixed = f64x2.add(f64x2.mul(face, shown), f64x2.mul(edge, flank));
  const lit = f64x2.mul(f64x2.add(f64x2.mul(f64x2.mul(mixed, texture), outline), light), all(SHARE));
  return i32x4.trunc_sat_f64x2_s_zero(f64x2.add(f64x2.mul(clamped(lit), most), all(0.5)));
}

/** Two pixels at a time. `heights` is a pixel wider than the region on each side; `values` as in the core's raster/kernels.ts; `map` may be 0. */
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
  const stride = <usize>(width + 2) << 1;
  const slope = all(widthPx * (SHARE / 2));
  const share = all(SHARE);
  for (let row = 0, line: usize = 0; row < height; row++, line += <usize>width << 1) {
    const py = <f64>(y + row) + 0.5;
    const ly = all(py - lampY);
    const view = all(cos * (py - viewY));
    for (let column = 0; column < width; column += 2) {
      const i = line + (<usize>column << 1);
      const to = out + (i << 2);
      const isPair = column + 1 < width;
      const alpha = isPair ? load<i32>(alphas + i) : <i32>load<u16>(alphas + i);
      if (alpha == 0) {
        store<i64>(to, 0);
        if (isPair) store<i64>(to, 0, 8);
        continue;
      }
      const px = f64x2.replace_lane(all(<f64>(x + column) + 0.5), 1, <f64>(x + column + 1) + 0.5);
      const h = heights + <usize>(row + 1) * stride + (<usize>(column + 1) << 1);
      const across = f64x2.sub(two(h + 2), two(h - 2));
      const upwards = f64x2.sub(two(h - stride), two(h + stride));
      const raised = f64x2.mul(two(h), share);
      let ny = all(0);
      let flank = all(0);
      let light = all(0);
      let outline = all(1);
      let edges = i32x4.splat(0);
      // On a face that is flat and whole nothing of the bevel shows.
      const isFace = v128.and(f64x2.eq(v128.or(across, upwards), all(0)), f64x2.ge(raised, all(1)));
      if (!i64x2.all_true(isFace)) {
        const gx = f64x2.mul(across, slope);
        const gy = f64x2.mul(upwards, slope);
        const squares = f64x2.add(f64x2.add(all(1), f64x2.mul(gx, gx)), f64x2.mul(gy, gy));
        const nz = f64x2.div(all(1), f64x2.sqrt(squares));
        const nx = f64x2.mul(f64x2.neg(gx), nz);
        ny = f64x2.mul(f64x2.neg(gy), nz);
        const lx = f64x2.sub(all(lampX), px);
        const away = f64x2.add(f64x2.add(f64x2.mul(lx, lx), f64x2.mul(ly, ly)), all(lampZ * lampZ));
        const by = f64x2.div(all(1), f64x2.sqrt(away));
        const facing = f64x2.add(f64x2.add(f64x2.mul(nx, lx), f64x2.mul(ny, ly)), f64x2.mul(nz, all(lampZ)));
        const diffuse = f64x2.max(all(0), f64x2.mul(facing, by));
        const steep = f64x2.sub(all(1), nz);
        flank = clamped(f64x2.div(f64x2.sub(all(0.985), raised), all(0.03)));
        const mirrored = f64x2.add(all(0.5), f64x2.mul(f64x2.mul(all(0.46 * 2), nz), ny));
        edges = placesOf(f64x2.add(mirrored, f64x2.mul(all(0.25), f64x2.sub(diffuse, all(0.5)))));
        const spot = v128.and(f64x2.gt(steep, all(0.02)), f64x2.mul(spotOf(diffuse), all(0.5)));
        const line = clamped(f64x2.sub(all(1), f64x2.div(f64x2.abs(f64x2.sub(raised, all(0.97))), all(0.1))));
        const lit = f64x2.mul(f64x2.mul(line, f64x2.sub(diffuse, all(0.62))), all(1.1));
        const rim = f64x2.mul(lit, clamped(f64x2.add(f64x2.mul(steep, all(12)), f64x2.mul(flank, all(0.3)))));
        light = f64x2.mul(all(<f64>ONE), f64x2.add(f64x2.mul(spot, flank), rim));
        outline = f64x2.add(f64x2.mul(clamped(f64x2.div(raised, all(0.12))), all(0.35)), all(0.65));
      }
      const seen = f64x2.add(f64x2.mul(all(sin), f64x2.sub(px, all(viewX))), view);
      const place = map
        ? f64x2.sub(all(1), f64x2.mul(two(map + i), share))
        : f64x2.add(all(0.5), f64x2.div(seen, all(tall)));
      const wavering = f64x2.mul(f64x2.mul(all(0.018), two(waves + i)), share);
      const faces = placesOf(f64x2.add(f64x2.add(place, wavering), f64x2.mul(all(0.05), ny)));
      const marks = f64x2.add(f64x2.mul(all(polish), two(scratches + i)), f64x2.mul(all(grain), two(grains + i)));
      const texture = f64x2.add(all(1), f64x2.mul(marks, share));
      const shown = f64x2.sub(all(1), flank);
      const covered = i32x4.extend_low_i16x8_s(i32x4.splat(alpha));
      const most = f64x2.convert_low_i32x4_s(covered);
      const face1 = face + <usize>i32x4.extract_lane(faces, 0);
      const face2 = face + <usize>i32x4.extract_lane(faces, 1);
      const edge1 = bevel + <usize>i32x4.extract_lane(edges, 0);
      const edge2 = bevel + <usize>i32x4.extract_lane(edges, 1);
      const red = shaded(channel(face1, face2, 0), channel(edge1, edge2, 0), shown, flank, texture, outline, light, most);
      const green = shaded(channel(face1, face2, 1), channel(edge1, edge2, 1), shown, flank, texture, outline, light, most);
      const blue = shaded(channel(face1, face2, 2), channel(edge1, edge2, 2), shown, flank, texture, outline, light, most);
      const ends = v128.shuffle<i32>(blue, covered, 0, 4, 1, 5);
      const starts = v128.shuffle<i32>(red, green, 0, 4, 1, 5);
      const first = v128.shuffle<i64>(starts, ends, 0, 2);
      const second = v128.shuffle<i64>(starts, ends, 1, 3);
      const both = i16x8.narrow_i32x4_s(first, second);
      if (isPair) v128.store(to, both);
      else v128.store64_lane(to, both, 0);
    }
  }
}
