import { cosDeg, sinDeg } from '../units/exact';
import { chanceAt, fade } from '../units/noise';
import { cellsOf, rows, type Field, type Ground, type Places } from './ground';
import { latticeOf, type Lattice } from './lattice';
import { filled } from '../units/filled';
import { once } from '../units/remember';

/** Directions of gradients, one a point of a lattice of SIDE × SIDE points that comes again; every noise starts elsewhere on it. */
const SIDE = 256;
const LAST = SIDE - 1;
const allDirections = once(() => filled(new Uint8Array(SIDE * SIDE), (i) => chanceAt(i % SIDE, Math.floor(i / SIDE), 83) * 256));
/** Gradients of length √2: a noise of them reaches ± 1, with a standard deviation of about 0.35. */
const allAcross = once(() => filled(new Float64Array(256), (i) => Math.SQRT2 * cosDeg((360 * i) / 256)));
const allDown = once(() => filled(new Float64Array(256), (i) => Math.SQRT2 * sinDeg((360 * i) / 256)));

/** How a noise lies: turned, and longer along that direction than broad. */
export interface Lie {
  readonly stretch?: number;
  /** Clockwise as it is seen, degrees. */
  readonly turn?: number;
}

/** A cell that no surface has. */
const FAR = 2 ** 30;

/** One octave, added to `out` with a weight. */
type Octave = (at: Places, weight: number, out: Float64Array) => void;

const octaveOn = ({ ux, uy, vx, vy, wrap }: Lattice, offsetX: number, offsetY: number): Octave => {
  const cell = new Int32Array(2);
  const [directions, gx, gy] = [allDirections(), allAcross(), allDown()];
  /** The direction at a point of a lattice that repeats. */
  const wrappedAt = (i: number, j: number): number => {
    cell[0] = i;
    cell[1] = j;
    wrap?.(cell);
    return directions[(((cell[1] + offsetY) & LAST) << 8) | ((cell[0] + offsetX) & LAST)] as number;
  };
  return ({ count, x: xs, y: ys }, weight, out) => {
    // The gradients at the corners of the cell: neighbouring places mostly share one.
    let cellX = FAR;
    let cellY = FAR;
    let ax = 0;
    let ay = 0;
    let bx = 0;
    let by = 0;
    let cx = 0;
    let cy = 0;
    let dx = 0;
    let dy = 0;
    for (let n = 0; n < count; n++) {
      const x = xs[n] as number;
      const y = ys[n] as number;
      const u = ux * x + uy * y;
      const v = vx * x + vy * y;
      // Whole numbers of 32 bits: a surface has fewer cells.
      const i = Math.floor(u) | 0;
      const j = Math.floor(v) | 0;
      if (i !== cellX || j !== cellY) {
        cellX = i;
        cellY = j;
        let a: number;
        let b: number;
        let c: number;
        let d: number;
        if (wrap) {
          a = wrappedAt(i, j);
          b = wrappedAt(i + 1, j);
          c = wrappedAt(i, j + 1);
          d = wrappedAt(i + 1, j + 1);
        } else {
          const left = (i + offsetX) & LAST;
          const right = (i + offsetX + 1) & LAST;
          const upper = ((j + offsetY) & LAST) << 8;
          const lower = ((j + offsetY + 1) & LAST) << 8;
          a = directions[upper | left] as number;
          b = directions[upper | right] as number;
          c = directions[lower | left] as number;
          d = directions[lower | right] as number;
        }
        ax = gx[a] as number;
        ay = gy[a] as number;
        bx = gx[b] as number;
        by = gy[b] as number;
        cx = gx[c] as number;
        cy = gy[c] as number;
        dx = gx[d] as number;
        dy = gy[d] as number;
      }
      const s = u - i;
      const t = v - j;
      const across = fade(s);
      const top = ax * s + ay * t;
      const bottom = cx * s + cy * (t - 1);
      const upper = top + (bx * (s - 1) + by * t - top) * across;
      const lower = bottom + (dx * (s - 1) + dy * (t - 1) - bottom) * across;
      out[n] = (out[n] as number) + weight * (upper + (lower - upper) * fade(t));
    }
  };
};

/** Each octave is turned and finer than the one before it, so that no grid shows (by trial). */
const TURN = 53;
const FINER = 2.13;
/** How far the first octave lies from the pixels' axes, degrees. */
const FIRST = 17;

/** Octaves are looked at LOOKS times a hill where that is no more closely than every LEAST_STEP mm; straight between. */
const LOOKS = 6;
const LEAST_STEP = 0.25;

/**
 * Octaves of gradient noise (K. Perlin, Improving noise, 2002), hills of about `grain` mm, each finer and `weaker` than the one before
 * it: mean 0, a standard deviation of about 0.35 however many there are. A stretched noise keeps its direction.
 */
export const noise = (
  ground: Ground,
  salt: number,
  grain: number,
  octaves = 1,
  { stretch = 1, turn = 0 }: Lie = {},
  weaker = 0.55,
): Field => {
  let sum = 0;
  for (let i = 0; i < octaves; i++) sum += weaker ** (2 * i);
  const each = Array.from({ length: octaves }, (_, i) => {
    const size = grain / FINER ** i;
    const lattice = latticeOf(ground, size * stretch, size, stretch === 1 ? turn + FIRST + TURN * i : turn);
    const start = (which: number): number => Math.floor(SIDE * chanceAt(salt, which, ground.seed));
    return { size, octave: octaveOn(lattice, start(2 * i), start(2 * i + 1)), weight: weaker ** i / Math.sqrt(sum) };
  });
  const sumOf = (octaves: typeof each): Field => {
    const row = rows();
    return (at) => {
      const out = row(at.count);
      out.fill(0, 0, at.count);
      for (const { octave, weight } of octaves) octave(at, weight, out);
      return out;
    };
  };
  // The broad octaves are looked at less often.
  const broad = each.filter(({ size }) => size / LOOKS >= LEAST_STEP);
  if (broad.length === 0) return sumOf(each);
  const slowly = slow(ground, (broad.at(-1) as (typeof each)[number]).size / LOOKS, sumOf(broad));
  const fine = each.slice(broad.length);
  return (at) => {
    const out = slowly(at);
    for (const { octave, weight } of fine) octave(at, weight, out);
    return out;
  };
};

/**
 * Values of a slow field's grid that are kept, found in stretches of BLOCK along x: as many blocks as a sheet has across at least, and
 * the rows about the one that is looked at.
 */
const BLOCK = 16;
const BLOCKS = 64;
const ROWS = 4;

/** A slow field by its values at every `step` mm, straight between them; each value is found once and kept while it is near. */
export const slow = (ground: Ground, step: number, field: Field): Field => {
  const { perMm } = cellsOf(ground, step);
  const values = new Float64Array(BLOCKS * ROWS * BLOCK);
  const whose = new Float64Array(BLOCKS * ROWS).fill(NaN);
  const stretch: Places = { count: BLOCK, pixel: step, x: new Float64Array(BLOCK), y: new Float64Array(BLOCK) };
  const find = (block: number, j: number, at: number): void => {
    for (let k = 0; k < BLOCK; k++) {
      stretch.x[k] = (block * BLOCK + k) / perMm;
      stretch.y[k] = j / perMm;
    }
    values.set(field(stretch).subarray(0, BLOCK), at * BLOCK);
  };
  const valueAt = (i: number, j: number): number => {
    const block = Math.floor(i / BLOCK);
    const at = ((block & (BLOCKS - 1)) * ROWS) | (j & (ROWS - 1));
    const name = j * 2 ** 26 + block;
    if (whose[at] !== name) {
      whose[at] = name;
      find(block, j, at);
    }
    return values[at * BLOCK + (i & (BLOCK - 1))] as number;
  };
  const row = rows();
  return ({ count, x, y }) => {
    const out = row(count);
    let cellX = NaN;
    let cellY = NaN;
    let a = 0;
    let b = 0;
    let c = 0;
    let d = 0;
    for (let n = 0; n < count; n++) {
      const u = (x[n] as number) * perMm;
      const v = (y[n] as number) * perMm;
      const i = Math.floor(u);
      const j = Math.floor(v);
      if (i !== cellX || j !== cellY) {
        // Mostly the next along the row, which shares two corners.
        const isNext = i === cellX + 1 && j === cellY;
        a = isNext ? b : valueAt(i, j);
        c = isNext ? d : valueAt(i, j + 1);
        b = valueAt(i + 1, j);
        d = valueAt(i + 1, j + 1);
        cellX = i;
        cellY = j;
      }
      const s = u - i;
      const top = a + (b - a) * s;
      out[n] = top + (c + (d - c) * s - top) * (v - j);
    }
    return out;
  };
};
