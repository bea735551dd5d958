import { chanceAt } from './chance';
import { ONE } from './depth';

// A scanner's rows, in the order of every sum and product of the core's raster/reference/scanned.ts.

const TOE: f64 = 0.06;
const SHOULDER: f64 = 0.94;
const OWN: f64 = 0.723;
const BESIDE: f64 = (1 - OWN) / 2;
const EYE_NOISE: f64 = 0.006;

// @ts-ignore: decorator
@inline
function ended(v: f64): f64 {
  if (v > SHOULDER) return SHOULDER + ((1 - SHOULDER) * (v - SHOULDER)) / (v - SHOULDER + 1 - SHOULDER);
  if (v < TOE) return TOE - (TOE * (TOE - v)) / (TOE - v + TOE);
  return v;
}

// @ts-ignore: decorator
@inline
function clamp(v: f64): f64 {
  return max(0.0, min(1.0, v));
}

/** Light of `width` + 2 places as red, green and blue of `width`, blurred along the row. `paper` and `stain`: three colours each, 0 … 255. */
export function seenRow(light: usize, stained: usize, width: i32, paper: usize, stain: usize, bare: usize, out: usize): void {
  for (let n = 0, o = bare; n < width + 2; n++, o += 24) {
    const at = <usize>n << 3;
    const lit = ended(load<f64>(light + at));
    const share = clamp(load<f64>(stained + at));
    for (let c: usize = 0; c < 24; c += 8) {
      const own = load<f64>(paper + c);
      store<f64>(o + c, ((own + (load<f64>(stain + c) - own) * share) / 255) * lit);
    }
  }
  for (let n = 0, o = bare, to = out; n < 3 * width; n++, o += 8, to += 8) {
    store<f64>(to, OWN * load<f64>(o, 24) + BESIDE * (load<f64>(o) + load<f64>(o, 48)));
  }
}

/** A row of RGBA, all covered, of three rows of light blurred down, with the noise of the scanner's eye. */
export function scannedRow(above: usize, own: usize, below: usize, width: i32, x: i32, y: i32, seed: i32, out: usize): void {
  for (let column = 0; column < width; column++) {
    const at = <usize>(3 * column) << 3;
    const to = out + (<usize>column << 3);
    const noise = (chanceAt(x + column, y, seed) - 0.5) * 2 * EYE_NOISE;
    for (let c: usize = 0; c < 3; c++) {
      const o = at + (c << 3);
      const light = OWN * load<f64>(own + o) + BESIDE * (load<f64>(above + o) + load<f64>(below + o));
      store<i16>(to + (c << 1), <i16>Math.floor(clamp(light + noise * light) * <f64>ONE + 0.5));
    }
    store<i16>(to, <i16>ONE, 6);
  }
}
