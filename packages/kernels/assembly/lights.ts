import { chanceAt } from './chance';
import { ONE } from './depth';

// Glints and shades, in the order of every sum and product of the core's raster/reference/lights.ts, which says what each is.

const SOFT_PX: f64 = 0.35;
const BY_CHANCE: f64 = 0.1;
/** As in the core's raster/kernels.ts. */
const RAY_BYTES: usize = 24;

/** `values`: the glint's middle, reach, core and breadth; `rays` of them lie at `ways`. */
export function glint(values: usize, ways: usize, rays: i32, left: i32, top: i32, width: i32, height: i32, plane: usize): void {
  const x = load<f64>(values);
  const y = load<f64>(values, 8);
  const reach = load<f64>(values, 16);
  const core = load<f64>(values, 24);
  const breadth = load<f64>(values, 32);
  const fromX = <i32>Math.max(<f64>left, Math.floor(x - reach));
  const toX = <i32>Math.min(<f64>(left + width - 1), Math.ceil(x + reach));
  const fromY = <i32>Math.max(<f64>top, Math.floor(y - reach));
  const toY = <i32>Math.min(<f64>(top + height - 1), Math.ceil(y + reach));
  const end = ways + <usize>rays * RAY_BYTES;
  for (let py = fromY; py <= toY; py++) {
    let to = plane + (<usize>((py - top) * width + fromX - left) << 1);
    const dy = <f64>py + 0.5 - y;
    for (let px = fromX; px <= toX; px++, to += 2) {
      const dx = <f64>px + 0.5 - x;
      const near = Math.sqrt(dx * dx + dy * dy) / core;
      let light: f64 = near < 1 ? (1 - near * near) * (1 - near * near) : 0;
      for (let ray = ways; ray < end; ray += RAY_BYTES) {
        const cos = load<f64>(ray);
        const sin = load<f64>(ray, 8);
        const along = (dx * cos + dy * sin) / load<f64>(ray, 16);
        if (along < 0 || along >= 1) continue;
        const broad = breadth * (1 - along) + SOFT_PX;
        const across = Math.abs(dx * sin - dy * cos) / broad;
        if (across < 1) light = Math.max(light, (1 - along) * (1 - across));
      }
      if (light <= 0) continue;
      const value = <i32>Math.floor(light * <f64>ONE + 0.5);
      if (value > <i32>load<i16>(to)) store<i16>(to, <i16>value);
    }
  }
}

/** The box begins at `first` in planes `stride` pixels wide, and at x, y of the sheet. `coverage` may be 0. */
export function brightest(
  tone: usize,
  coverage: usize,
  first: i32,
  stride: i32,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  least: f64,
  seed: i32,
  mm: f64,
  apartMm: f64,
): i32 {
  const one = <f64>ONE;
  const from = least * one;
  // What has less tone than this has less light, whatever of it is there.
  const dark = i16x8.splat(<i16>(<i32>Math.floor(from) - 1));
  let best: f64 = 0;
  let found = -1;
  for (let row = 0; row < height; row++) {
    let i = first + row * stride;
    for (let column = 0; column < width; column++, i++) {
      while (column + 8 <= width && !v128.any_true(i16x8.gt_s(v128.load(tone + (<usize>i << 1)), dark))) {
        column += 8;
        i += 8;
      }
      if (column >= width) break;
      const at = <usize>i << 1;
      const there: i32 = coverage ? <i32>load<i16>(coverage + at) : ONE;
      const light = <f64>(<i32>load<i16>(tone + at) * there) / one;
      // Chance is below 1: without a chance to be the best it need not be known.
      if (light < from || light + BY_CHANCE * one <= best) continue;
      const placeX = <i32>Math.floor((<f64>(x + column) * mm) / apartMm);
      const placeY = <i32>Math.floor((<f64>(y + row) * mm) / apartMm);
      const score = light + BY_CHANCE * one * chanceAt(placeX, placeY, seed);
      if (score > best) {
        best = score;
        found = i;
      }
    }
  }
  return found;
}

export function shaded(
  round: boolean,
  fx: f64,
  fy: f64,
  clear: f64,
  soft: f64,
  depth: f64,
  left: i32,
  top: i32,
  width: i32,
  height: i32,
  pxPerMm: f64,
  out: usize,
): void {
  for (let row = 0, to = out; row < height; row++) {
    const y = (<f64>(top + row) + 0.5) / pxPerMm;
    for (let column = 0; column < width; column++, to += 2) {
      const x = (<f64>(left + column) + 0.5) / pxPerMm;
      const dx = x - fx;
      const dy = y - fy;
      const beyond = round ? Math.sqrt(dx * dx + dy * dy) - clear : clear + fx * x + fy * y;
      const share = beyond / soft;
      const t: f64 = share < 0 ? 0 : share > 1 ? 1 : share;
      store<i16>(to, <i16>(<i32>Math.floor((1 - depth * (t * t * (3 - 2 * t))) * <f64>ONE + 0.5)));
    }
  }
}
