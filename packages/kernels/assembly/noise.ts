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

/**
 * Octaves of noise over a region, in rows; `warpX` and `warpY` (or 0) move each place before it is looked up. Where a `gate` (or 0) is
 * nothing or all, nothing is looked up.
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
  out: usize,
): void {
  let at: usize = 0;
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++, at += 2) {
      if (gate) {
        const open = <i32>load<i16>(gate + at);
        if (open <= 0 || open >= 16384) {
          store<i16>(out + at, 0);
          continue;
        }
      }
      let sum: i32 = 8192;
      const wx = warpX ? <i32>load<i16>(warpX + at) : 0;
      const wy = warpX ? <i32>load<i16>(warpY + at) : 0;
      for (let n = 0; n < count; n++) {
        const o = octaves + ((<usize>n * VALUES) << 2);
        let u = load<i32>(o) + (x + column) * load<i32>(o, 4) + (y + row) * load<i32>(o, 8);
        let v = load<i32>(o, 12) + (x + column) * load<i32>(o, 16) + (y + row) * load<i32>(o, 20);
        if (warpX) {
          u += moved(wx, load<i32>(o, 28)) + moved(wy, load<i32>(o, 32));
          v += moved(wx, load<i32>(o, 36)) + moved(wy, load<i32>(o, 40));
        }
        sum += tileAt(tile, <u32>u, <u32>v) * load<i32>(o, 24);
      }
      store<i16>(out + at, <i16>min(max(sum >> 14, -16384), 16384));
    }
  }
}
