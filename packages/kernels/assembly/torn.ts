import { ONE } from './depth';

// A torn edge round a box, in the order of every sum and product of the core's raster/reference/torn.ts and units/noise.ts.

/** Chance at a place of a grid, 0 … 1. */
// @ts-ignore: decorator
@inline
function chanceAt(x: i32, y: i32, seed: i32): f64 {
  let h = (x * 0x85ebca6b) ^ (y * 0xc2b2ae35) ^ (seed * 0x27d4eb2f);
  h = (h ^ <i32>(<u32>h >> 15)) * 0x2c1b3c6d;
  h = (h ^ <i32>(<u32>h >> 12)) * 0x297a2d39;
  return <f64>(<u32>(h ^ <i32>(<u32>h >> 15))) / 4294967296;
}

// @ts-ignore: decorator
@inline
function fade(t: f64): f64 {
  return t * t * t * (t * (t * 6 - 15) + 10);
}

function smoothNoise(x: f64, y: f64, seed: i32): f64 {
  const fx = Math.floor(x);
  const fy = Math.floor(y);
  const u = fade(x - fx);
  const v = fade(y - fy);
  const xi = <i32>fx;
  const yi = <i32>fy;
  const a = chanceAt(xi, yi, seed);
  const b = chanceAt(xi + 1, yi, seed);
  const c = chanceAt(xi, yi + 1, seed);
  const d = chanceAt(xi + 1, yi + 1, seed);
  return a + (b - a) * u + (c + (d - c) * u - a - (b - a) * u) * v;
}

const FINER: f64 = 2.3;
const WEAKER: f64 = 0.55;
const SLACK: f64 = 1e-9;

function layeredNoise(x: f64, y: f64, seed: i32, layers: i32): f64 {
  let sum: f64 = 0;
  let whole: f64 = 0;
  let weight: f64 = 1;
  let scale: f64 = 1;
  for (let layer = 0; layer < layers; layer++) {
    sum += weight * smoothNoise(x * scale + 17.3 * <f64>layer, y * scale - 9.1 * <f64>layer, seed + layer);
    whole += weight;
    weight *= WEAKER;
    scale *= FINER;
  }
  return sum / whole;
}

function layeredBeyond(x: f64, y: f64, seed: i32, layers: i32, low: f64, high: f64): i32 {
  let whole: f64 = 0;
  let weight: f64 = 1;
  for (let layer = 0; layer < layers; layer++) {
    whole += weight;
    weight *= WEAKER;
  }
  let sum: f64 = 0;
  let rest = whole;
  let scale: f64 = 1;
  weight = 1;
  for (let layer = 0; layer < layers; layer++) {
    sum += weight * smoothNoise(x * scale + 17.3 * <f64>layer, y * scale - 9.1 * <f64>layer, seed + layer);
    rest -= weight;
    if (sum / whole - SLACK > high) return 1;
    if ((sum + rest) / whole + SLACK < low) return -1;
    weight *= WEAKER;
    scale *= FINER;
  }
  return 0;
}

const WAVE_LAYERS: i32 = 6;

/** How far the frame reaches past a place, mm; more than `enough` either way is given as any such value. */
function reaches(inwards: f64, along: f64, side: f64, width: f64, rough: f64, seed: i32, enough: f64): f64 {
  const waves = 1.9 * rough * width;
  const fibres = 1.6 * rough;
  const x = along / 17;
  const y = side * 31 + inwards / 21;
  if (waves > 0) {
    const middle = (inwards - width) / waves + 0.5;
    const far = (enough + 0.5 * fibres) / waves;
    const decided = layeredBeyond(x, y, seed, WAVE_LAYERS, middle - far, middle + far);
    if (decided != 0) return 2 * enough * <f64>decided;
  }
  const wave = layeredNoise(x, y, seed, WAVE_LAYERS) - 0.5;
  const fibre = layeredNoise(along / 0.9, inwards / 0.9 + side * 57, seed + 40, 2) - 0.5;
  return width * (1 + 1.9 * rough * wave) + 1.6 * rough * fibre - inwards;
}

/**
 * Coverage of a torn frame over a piece of a plane `stride` pixels wide. a … f lead from pixels to mm in the box; beyond
 * `sure` of the frame's width a place is surely covered or clear.
 */
export function torn(
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  boxWidth: f64,
  boxHeight: f64,
  width: f64,
  rough: f64,
  seed: i32,
  sure: f64,
  pxPerMm: f64,
  ends: i32,
  x: i32,
  y: i32,
  pieceWidth: i32,
  pieceHeight: i32,
  stride: i32,
  out: usize,
): void {
  const enough = 1 / pxPerMm;
  for (let row = 0; row < pieceHeight; row++) {
    const py = <f64>(y + row) + 0.5;
    let to = out + (<usize>(row * stride) << 1);
    for (let column = 0; column < pieceWidth; column++, to += 2) {
      const px = <f64>(x + column) + 0.5;
      const u = a * px + b * py + c;
      const v = d * px + e * py + f;
      const nearest = min(min(v, boxWidth - u), min(boxHeight - v, u));
      let past: f64 = -1e3;
      if (nearest < width - sure) past = 1e3;
      else if (nearest < width + sure) {
        for (let side = 0; side < 4; side++) {
          const inwards = side == 0 ? v : side == 1 ? boxWidth - u : side == 2 ? boxHeight - v : u;
          if (inwards >= width + sure) continue;
          past = max(past, reaches(inwards, side & 1 ? v : u, <f64>side, width, rough, seed, enough));
        }
      }
      let coverage = past * pxPerMm + 0.5;
      if (ends) coverage = min(coverage, nearest * pxPerMm + 0.5);
      store<i16>(to, <i16>Math.floor(max(0.0, min(1.0, coverage)) * <f64>ONE + 0.5));
    }
  }
}
