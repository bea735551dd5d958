/** Repeatable randomness for the demo's pictures: hashed lattice values, smoothed, summed in octaves. */
export const hash3 = (x: number, y: number, z: number): number => {
  let h = Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ Math.imul(z, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
};

const fade = (t: number): number => t * t * t * (t * (t * 6 - 15) + 10);
export const lerp = (a: number, b: number, t: number): number => a + (b - a) * t;
export const clamp = (v: number, low = 0, high = 1): number => (v < low ? low : v > high ? high : v);
export const smooth = (from: number, to: number, v: number): number => {
  const t = clamp((v - from) / (to - from));
  return t * t * (3 - 2 * t);
};

const square = (x: number, y: number, z: number, u: number, v: number): number =>
  lerp(lerp(hash3(x, y, z), hash3(x + 1, y, z), u), lerp(hash3(x, y + 1, z), hash3(x + 1, y + 1, z), u), v);

/** Value noise in three dimensions, 0 … 1. */
export const noise = (x: number, y: number, z: number): number => {
  const xi = Math.floor(x);
  const yi = Math.floor(y);
  const zi = Math.floor(z);
  const u = fade(x - xi);
  const v = fade(y - yi);
  const w = fade(z - zi);
  return lerp(square(xi, yi, zi, u, v), square(xi, yi, zi + 1, u, v), w);
};

/** Octaves of noise, each of twice the frequency and half the height; 0 … 1. */
export const fbm = (x: number, y: number, z: number, octaves: number): number => {
  let sum = 0;
  let height = 0.5;
  let whole = 0;
  for (let o = 0; o < octaves; o++) {
    sum += height * noise(x + 17.3 * o, y - 9.1 * o, z + 5.7 * o);
    whole += height;
    x *= 2.03;
    y *= 2.03;
    z *= 2.03;
    height *= 0.5;
  }
  return sum / whole;
};

/** Numbers 0 … 1 in a repeatable order. */
export const numbers = (seed: number) => {
  let n = seed;
  return (): number => hash3(n++, 77, 13);
};
