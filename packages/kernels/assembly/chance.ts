// Chance and smooth chance, in the order of every sum and product of the core's units/noise.ts.

/** Chance at a place of a grid, 0 … 1. */
// @ts-ignore: decorator
@inline
export function chanceAt(x: i32, y: i32, seed: i32): f64 {
  let h = (x * 0x85ebca6b) ^ (y * 0xc2b2ae35) ^ (seed * 0x27d4eb2f);
  h = (h ^ <i32>(<u32>h >> 15)) * 0x2c1b3c6d;
  h = (h ^ <i32>(<u32>h >> 12)) * 0x297a2d39;
  return <f64>(<u32>(h ^ <i32>(<u32>h >> 15))) / 4294967296;
}

// @ts-ignore: decorator
@inline
export function fade(t: f64): f64 {
  return t * t * t * (t * (t * 6 - 15) + 10);
}

export function smoothNoise(x: f64, y: f64, seed: i32): f64 {
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

/** How much finer and weaker each layer mostly is than the one before it. */
export const FINER: f64 = 2.3;
export const WEAKER: f64 = 0.55;

/** Layers of smooth chance, each `finer` times as fine and `weaker` times as strong. */
export function layeredNoise(x: f64, y: f64, seed: i32, layers: i32, finer: f64, weaker: f64): f64 {
  let sum: f64 = 0;
  let whole: f64 = 0;
  let weight: f64 = 1;
  let scale: f64 = 1;
  for (let layer = 0; layer < layers; layer++) {
    sum += weight * smoothNoise(x * scale + 17.3 * <f64>layer, y * scale - 9.1 * <f64>layer, seed + layer);
    whole += weight;
    weight *= weaker;
    scale *= finer;
  }
  return sum / whole;
}
