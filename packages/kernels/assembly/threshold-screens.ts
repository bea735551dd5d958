import { ONE } from './depth';
import { atan2Deg } from './exact';

// Screens of evenly spread thresholds, in the order of every sum and product of the core's raster/reference/threshold-screens.ts, which says
// what each is.

/** As in the core's raster/kernels.ts. */
const PLACES: i32 = 128;
const RINGS: i32 = 0;
const RAYS: i32 = 1;
const ALONG: i32 = 3;
const LINE_BYTES: usize = 40;

const LEAST_PITCH: f64 = 2;
const TURN: f64 = 6.283185307179586;

// @ts-ignore: decorator
@inline
function clamp(v: f64): f64 {
  return Math.max(0, Math.min(1, v));
}

// @ts-ignore: decorator
@inline
function edged(amount: f64, threshold: f64, edge: f64): f64 {
  const half = Math.min(Math.min(edge, amount), 1 - amount);
  return half == 0 ? (threshold < amount ? 1 : 0) : clamp((amount - threshold) / (2 * half) + 0.5);
}

// @ts-ignore: decorator
@inline
function coverageOf(amount: f64, ink: f64, apart: f64): i16 {
  const share = clamp(apart - LEAST_PITCH);
  return <i16>(<i32>Math.floor((amount + (ink - amount) * share) * <f64>ONE + 0.5));
}

// @ts-ignore: decorator
@inline
function between(plane: usize, top: i32, bottom: i32, left: i32, right: i32, fx: f64, fy: f64): f64 {
  const above = <f64>load<f32>(plane + ((top + left) << 2)) * (1 - fx) + <f64>load<f32>(plane + ((top + right) << 2)) * fx;
  const below = <f64>load<f32>(plane + ((bottom + left) << 2)) * (1 - fx) + <f64>load<f32>(plane + ((bottom + right) << 2)) * fx;
  return above * (1 - fy) + below * fy;
}

/** `waysX` may be 0; `across` and `down` are px a unit of the ways. */
export function spotScreen(
  amounts: usize,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  cell: f64,
  cos: f64,
  sin: f64,
  softest: f64,
  thresholds: usize,
  slopes: usize,
  waysX: usize,
  waysY: usize,
  across: f64,
  down: f64,
  out: usize,
): void {
  const c = cos / cell;
  const s = sin / cell;
  const places = <f64>PLACES;
  let steepest: f32 = 0;
  for (let at = slopes, end = slopes + (PLACES * PLACES << 2); at < end; at += 4) steepest = max(steepest, load<f32>(at));
  const widest = Math.max(softest, <f64>steepest / cell / 2);
  for (let row = 0, i: usize = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i += 2) {
      const value = load<i16>(amounts + i);
      if (value == 0 || value == ONE) {
        store<i16>(out + i, value);
        continue;
      }
      const amount = <f64>value / <f64>ONE;
      let px = <f64>(x + column) + 0.5;
      let py = <f64>(y + row) + 0.5;
      if (waysX) {
        px += <f64>load<i16>(waysX + i) * across;
        py += <f64>load<i16>(waysY + i) * down;
      }
      const u = (c * px - s * py + 0.5) * places - 0.5;
      const v = (s * px + c * py + 0.5) * places - 0.5;
      const fu = Math.floor(u);
      const fv = Math.floor(v);
      const fx = u - fu;
      const fy = v - fv;
      const iu = <i32>fu;
      const iv = <i32>fv;
      const left = iu & (PLACES - 1);
      const right = (iu + 1) & (PLACES - 1);
      const top = (iv & (PLACES - 1)) * PLACES;
      const bottom = ((iv + 1) & (PLACES - 1)) * PLACES;
      const threshold = between(thresholds, top, bottom, left, right, fx, fy);
      // Far from its threshold an amount is all or nothing, however wide the edge is.
      let ink: f64 = threshold < amount ? 1 : 0;
      if (Math.abs(amount - threshold) < widest) {
        ink = edged(amount, threshold, Math.max(softest, between(slopes, top, bottom, left, right, fx, fy) / cell / 2));
      }
      store<i16>(out + i, coverageOf(amount, ink, cell));
    }
  }
}

/** The planes lie in a region `stride` pixels wide; all addresses are of the piece's first pixel. */
export function lineScreen(
  amounts: usize,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  stride: i32,
  shape: i32,
  cx: f64,
  cy: f64,
  cell: f64,
  count: f64,
  stretches: usize,
  many: i32,
  softest: f64,
  waysX: usize,
  waysY: usize,
  across: f64,
  down: f64,
  out: usize,
): void {
  const end = stretches + <usize>many * LINE_BYTES;
  for (let row = 0; row < height; row++) {
    let i = <usize>(row * stride) << 1;
    for (let column = 0; column < width; column++, i += 2) {
      const value = load<i16>(amounts + i);
      if (value == 0 || value == ONE) {
        store<i16>(out + i, value);
        continue;
      }
      const amount = <f64>value / <f64>ONE;
      let px = <f64>(x + column) + 0.5;
      let py = <f64>(y + row) + 0.5;
      if (waysX) {
        px += <f64>load<i16>(waysX + i) * across;
        py += <f64>load<i16>(waysY + i) * down;
      }
      let phase: f64 = 0;
      let apart = cell;
      if (shape == ALONG) {
        let least = Infinity;
        for (let at = stretches; at < end; at += LINE_BYTES) {
          const dx = load<f64>(at, 16);
          const dy = load<f64>(at, 24);
          const ax = px - load<f64>(at);
          const ay = py - load<f64>(at, 8);
          const t = clamp((ax * dx + ay * dy) / load<f64>(at, 32));
          const ox = ax - t * dx;
          const oy = ay - t * dy;
          least = Math.min(least, ox * ox + oy * oy);
        }
        phase = Math.sqrt(least) / cell + 0.5;
      } else {
        const dx = px - cx;
        const dy = py - cy;
        const away = Math.sqrt(dx * dx + dy * dy);
        if (shape == RINGS) {
          phase = away / cell;
        } else {
          const turn = (atan2Deg(dy, dx) * count) / 360;
          phase = shape == RAYS ? turn : away / cell + turn;
          if (shape == RAYS) apart = (TURN * away) / count;
        }
      }
      const threshold = Math.abs(2 * (phase - Math.floor(phase)) - 1);
      const ink = edged(amount, threshold, Math.max(softest, 1 / Math.max(1, apart)));
      store<i16>(out + i, coverageOf(amount, ink, apart));
    }
  }
}
