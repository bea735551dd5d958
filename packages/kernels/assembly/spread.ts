import { ONE } from './depth';

// The field of fibres, as in the core's steps/press/ink-spread.ts: POINTS a side and the first again at the end.
const PERIOD: f64 = 51.2;
const POINTS: i32 = 512;

// @ts-ignore: decorator
@inline
function fibreAt(field: usize, x: f64, y: f64): f64 {
  const px = (x / PERIOD) * 512;
  const py = (y / PERIOD) * 512;
  const fx = Math.floor(px);
  const fy = Math.floor(py);
  const at = field + (<usize>((<i32>fy & (POINTS - 1)) * (POINTS + 1) + (<i32>fx & (POINTS - 1))) << 2);
  const below = at + (<usize>(POINTS + 1) << 2);
  const u = px - fx;
  const v = py - fy;
  const a = <f64>load<f32>(at);
  const c = <f64>load<f32>(below);
  const top = a + (<f64>load<f32>(at, 4) - a) * u;
  const bottom = c + (<f64>load<f32>(below, 4) - c) * u;
  return top + (bottom - top) * v;
}

/**
 * Ink spread by a creep that follows the fibres: `far` is the best of the neighbours' coverage less their distance, in
 * 1/unit. Only pixels `reach` from the rim are set; `x`, `y` are the plane's first column and row on the sheet.
 */
export function spread(
  far: usize,
  width: i32,
  height: i32,
  reach: i32,
  x: i32,
  y: i32,
  pxPerMm: f64,
  spreadPx: f64,
  ragged: f64,
  unit: f64,
  bare: i32,
  solid: i32,
  hard: i32,
  field: usize,
  out: usize,
): void {
  for (let row = reach; row < height - reach; row++) {
    const mmY = (<f64>(y + row) + 0.5) / pxPerMm;
    const end = (row + 1) * width - reach;
    for (let i = row * width + reach; i < end; i++) {
      const at = <usize>i << 1;
      const nearest = <i32>load<i16>(far + at);
      if (nearest <= bare) store<i16>(out + at, 0);
      else if (nearest >= solid) store<i16>(out + at, <i16>ONE);
      else {
        const mmX = (<f64>(x + i - row * width) + 0.5) / pxPerMm;
        const creep = max(0.0, 1 + 4 * ragged * fibreAt(field, mmX, mmY)) * spreadPx;
        const covered = <f64>nearest / unit + creep;
        if (hard) store<i16>(out + at, covered >= 0.5 ? <i16>ONE : 0);
        else store<i16>(out + at, <i16>Math.floor(max(0.0, min(1.0, covered)) * 16384 + 0.5));
      }
    }
  }
}

/** The same creep everywhere, in whole numbers: far · 2^shift + creep, within 0 … ONE. */
export function spreadEvenly(far: usize, count: i32, shift: i32, creep: i32, out: usize): void {
  for (let i = 0; i < count; i++) {
    const at = <usize>i << 1;
    store<i16>(out + at, <i16>min(max((<i32>load<i16>(far + at) << shift) + creep, 0), ONE));
  }
}
