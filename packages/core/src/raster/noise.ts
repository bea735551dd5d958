import { cosDeg, sinDeg } from '../units/exact';
import { chanceAt, fade } from '../units/noise';
import { NOISE_SIDE, type Kernels, type NoiseOctave, type Warp } from './kernels';
import { ONE, sizeOf, type Region } from './raster';

/** Cells of the noise tile along a side, each of POINTS points. */
const CELLS = 64;
const POINTS = NOISE_SIDE / CELLS;

let made: Int16Array | null = null;

/**
 * Gradient noise (K. Perlin, Improving noise, 2002), with gradients all round, that repeats after CELLS cells; within ± ONE. All noise
 * of the steps is read from this one tile, turned, stretched and shifted.
 */
export const noiseTile = (): Int16Array => (made ??= makeTile());

const makeTile = (): Int16Array => {
  const gradients = Float64Array.from({ length: 2 * CELLS * CELLS }, (_, i) => {
    const cell = i >> 1;
    const turn = 360 * chanceAt(cell % CELLS, Math.floor(cell / CELLS), 71);
    return i % 2 === 0 ? cosDeg(turn) : sinDeg(turn);
  });
  const tile = new Int16Array(NOISE_SIDE * NOISE_SIDE);
  for (let y = 0, i = 0; y < NOISE_SIDE; y++) {
    const [row, v] = [Math.floor(y / POINTS), (y % POINTS) / POINTS];
    const t = fade(v);
    for (let x = 0; x < NOISE_SIDE; x++, i++) {
      const [column, u] = [Math.floor(x / POINTS), (x % POINTS) / POINTS];
      const s = fade(u);
      const corner = (dx: number, dy: number): number => {
        const at = 2 * (((row + dy) % CELLS) * CELLS + ((column + dx) % CELLS));
        return (gradients[at] as number) * (u - dx) + (gradients[at + 1] as number) * (v - dy);
      };
      const top = corner(0, 0) + (corner(1, 0) - corner(0, 0)) * s;
      const bottom = corner(0, 1) + (corner(1, 1) - corner(0, 1)) * s;
      // Gradients of length 1 reach √½.
      tile[i] = Math.floor((top + (bottom - top) * t) * 1.4142135623730951 * ONE + 0.5);
    }
  }
  return tile;
};

/** A noise on the sheet. */
export interface NoiseKind {
  /** Size of its largest hills, mm. */
  readonly grain: number;
  /** How many times as long as broad, along `angleDeg` (counter-clockwise). */
  readonly stretch?: number;
  readonly angleDeg?: number;
  readonly octaves?: number;
  /** Weight of each octave against the one before it. */
  readonly weaker?: number;
  readonly seed: number;
  /** How far a warp of ONE moves a place, mm. */
  readonly warp?: number;
}

/** Each octave is turned and finer than the one before it, so that no grid shows (by trial). */
const TURN = 53;
const FINER = 2.13;

const PERIOD = 2 ** 32;
const wrapped = (phase: number): number => (Math.round(phase) % PERIOD) | 0;

/** Hills of this many pixels and more are seen whole; of LEAST_PX and less not at all, so that they do not alias. */
const SEEN_PX = 2;
const LEAST_PX = 0.7;

/** How a noise is read at a resolution. The standard deviation is about 0.35 of ONE, whatever the octaves. */
export const noiseOctaves = (kind: NoiseKind, pxPerMm: number): NoiseOctave[] => {
  const { grain, stretch = 1, angleDeg = 0, octaves = 1, weaker = 0.55, seed, warp = 0 } = kind;
  let power = 0;
  for (let i = 0; i < octaves; i++) power += weaker ** (2 * i);
  const whole = Math.sqrt(power);
  return Array.from({ length: octaves }, (_, i) => {
    const size = grain / FINER ** i;
    const broadPx = size * pxPerMm;
    const cell = PERIOD / CELLS;
    // A stretched noise keeps its direction; its octaves are shifted only.
    const turn = stretch === 1 ? angleDeg + TURN * i : angleDeg;
    const [along, across] = [cell / (broadPx * stretch), cell / broadPx];
    const [ux, uy, vx, vy] = [cosDeg(turn) * along, -sinDeg(turn) * along, sinDeg(turn) * across, cosDeg(turn) * across];
    const [offsetX, offsetY] = [chanceAt(seed, 2 * i, 97) * PERIOD, chanceAt(seed, 2 * i + 1, 97) * PERIOD];
    const seen = Math.max(0, Math.min(1, (broadPx - LEAST_PX) / (SEEN_PX - LEAST_PX)));
    const by = warp * pxPerMm;
    return {
      grid: {
        u0: wrapped(offsetX + (ux + uy) / 2),
        ux: wrapped(ux),
        uy: wrapped(uy),
        v0: wrapped(offsetY + (vx + vy) / 2),
        vx: wrapped(vx),
        vy: wrapped(vy),
      },
      weight: Math.floor((seen * weaker ** i * ONE) / whole + 0.5),
      warped: { ux: wrapped(ux * by), uy: wrapped(uy * by), vx: wrapped(vx * by), vy: wrapped(vy * by) },
    };
  }).filter(({ weight }) => weight > 0);
};

/** A noise over a region, a plane of values in ± ONE. */
export const noisePlane = (kind: NoiseKind, pxPerMm: number, region: Region, kernels: Kernels, warp: Warp | null = null): Int16Array => {
  const out = kernels.arena.plane(sizeOf(region));
  kernels.noise(region, noiseOctaves(kind, pxPerMm), noiseTile(), warp, null, out);
  return out;
};
