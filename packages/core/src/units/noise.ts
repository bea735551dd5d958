/** Chance as a function of a place on a grid and a seed: 0 … 1. The mixing is MurmurHash3's (Appleby 2011, public domain). */
export const chanceAt = (x: number, y: number, seed: number): number => {
  let h = Math.imul(x, 0x85ebca6b) ^ Math.imul(y, 0xc2b2ae35) ^ Math.imul(seed, 0x27d4eb2f);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return ((h ^ (h >>> 15)) >>> 0) / 4294967296;
};

/** Fade of Perlin's improved noise, 2002: 6t⁵ − 15t⁴ + 10t³. */
export const fade = (t: number): number => t * t * t * (t * (t * 6 - 15) + 10);

/** Smooth chance in the plane, 0 … 1, one hill or hollow a unit. */
export const smoothNoise = (x: number, y: number, seed: number): number => {
  const xi = Math.floor(x);
  const yi = Math.floor(y);
  const u = fade(x - xi);
  const v = fade(y - yi);
  const a = chanceAt(xi, yi, seed);
  const b = chanceAt(xi + 1, yi, seed);
  const c = chanceAt(xi, yi + 1, seed);
  const d = chanceAt(xi + 1, yi + 1, seed);
  return a + (b - a) * u + (c + (d - c) * u - a - (b - a) * u) * v;
};

/** Layers of smooth noise, each `finer` times as fine and `weaker` times as strong; mean about ½, within 0 … 1. */
export const layeredNoise = (x: number, y: number, seed: number, layers: number, finer = 2.3, weaker = 0.55): number => {
  let sum = 0;
  let whole = 0;
  let weight = 1;
  let scale = 1;
  for (let layer = 0; layer < layers; layer++) {
    sum += weight * smoothNoise(x * scale + 17.3 * layer, y * scale - 9.1 * layer, seed + layer);
    whole += weight;
    weight *= weaker;
    scale *= finer;
  }
  return sum / whole;
};
