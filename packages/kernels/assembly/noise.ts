/** Points of the noise tile along a side, as in the core's raster/noise-tile.ts. */
const SIDE: i32 = 512;

/** Values of one octave, as in the core's raster/kernels.ts. */
const VALUES: usize = 11;

// @ts-ignore: decorator
@inline
function pointOf(tile: usize, x: i32, y: i32): i32 {
  return <i32>load<i16>(tile + (<usize>((y & (SIDE - 1)) * SIDE + (x & (SIDE - 1))) << 1));
}

/** The tile at phases, 2^32 = its period, straight between its points. */
// @ts-ignore: decorator
@inline
function tileAt(tile: usize, u: u32, v: u32): i32 {
  const x = <i32>(u >> 23);
  const y = <i32>(v >> 23);
  const s = <i32>((u >> 11) & 4095);
  const t = <i32>((v >> 11) & 4095);
  const a = pointOf(tile, x, y);
  const c = pointOf(tile, x, y + 1);
  const top = a + (((pointOf(tile, x + 1, y) - a) * s + 2048) >> 12);
  const bottom = c + (((pointOf(tile, x + 1, y + 1) - c) * s + 2048) >> 12);
  return top + (((bottom - top) * t + 2048) >> 12);
}

// @ts-ignore: decorator
@inline
function moved(by: i32, phase: i32): i32 {
  return <i32>((<i64>by * <i64>phase) >> 14);
}

/** One row of one octave, added to the row's sums; phases of its first pixel and their growth a pixel. */
function addRow(
  sums: usize,
  width: i32,
  tile: usize,
  u: i32,
  ux: i32,
  v: i32,
  vx: i32,
  weight: i32,
  gate: usize,
): void {
  for (let column = 0; column < width; column++, u += ux, v += vx) {
    if (gate && isShut(load<i16>(gate + (<usize>column << 1)))) continue;
    const at = sums + (<usize>column << 2);
    store<i32>(at, load<i32>(at) + tileAt(tile, <u32>u, <u32>v) * weight);
  }
}

/** The same with each place moved by a warp; `o` is the octave. */
function addWarpedRow(sums: usize, width: i32, tile: usize, u: i32, v: i32, o: usize, warpX: usize, warpY: usize, gate: usize): void {
  const ux = load<i32>(o, 4);
  const vx = load<i32>(o, 16);
  const weight = load<i32>(o, 24);
  for (let column = 0; column < width; column++, u += ux, v += vx) {
    const two = <usize>column << 1;
    if (gate && isShut(load<i16>(gate + two))) continue;
    const wx = <i32>load<i16>(warpX + two);
    const wy = <i32>load<i16>(warpY + two);
    const pu = u + moved(wx, load<i32>(o, 28)) + moved(wy, load<i32>(o, 32));
    const pv = v + moved(wx, load<i32>(o, 36)) + moved(wy, load<i32>(o, 40));
    const at = sums + (<usize>column << 2);
    store<i32>(at, load<i32>(at) + tileAt(tile, <u32>pu, <u32>pv) * weight);
  }
}

// @ts-ignore: decorator
@inline
function isShut(gate: i16): bool {
  return gate <= 0 || gate >= 16384;
}

/**
 * Octaves of noise over a region, in rows; `warpX` and `warpY` (or 0) move each place before it is looked up. Where a `gate` (or 0) is
 * nothing or all, nothing is looked up. `sums` is room for a row of 32-bit values.
 */
export function noise(
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  octaves: usize,
  count: i32,
  tile: usize,
  warpX: usize,
  warpY: usize,
  gate: usize,
  sums: usize,
  out: usize,
): void {
  for (let row = 0; row < height; row++) {
    const from = <usize>(row * width) << 1;
    const open = gate ? gate + from : 0;
    for (let column = 0; column < width; column++) store<i32>(sums + (<usize>column << 2), 8192);
    for (let n = 0; n < count; n++) {
      const o = octaves + ((<usize>n * VALUES) << 2);
      const u = load<i32>(o) + x * load<i32>(o, 4) + (y + row) * load<i32>(o, 8);
      const v = load<i32>(o, 12) + x * load<i32>(o, 16) + (y + row) * load<i32>(o, 20);
      if (warpX) addWarpedRow(sums, width, tile, u, v, o, warpX + from, warpY + from, open);
      else addRow(sums, width, tile, u, load<i32>(o, 4), v, load<i32>(o, 16), load<i32>(o, 24), open);
    }
    for (let column = 0; column < width; column++) {
      const sum = load<i32>(sums + (<usize>column << 2));
      store<i16>(out + from + (<usize>column << 1), <i16>min(max(sum >> 14, -16384), 16384));
    }
  }
}
