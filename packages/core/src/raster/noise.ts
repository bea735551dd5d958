import { cosDeg, sinDeg } from '../units/exact';
import { chanceAt, fade } from '../units/noise';
import { Latest } from '../units/latest';
import { once } from '../units/remember';
import { NOISE_SIDE, NOISE_STRIDE, type Kernels, type NoiseOctave } from './kernels';
import { ONE, sizeOf, type Region } from './raster';
import { filled } from '../units/filled';

/** Cells of the noise tile along a side, each of POINTS points. */
const CELLS = 64;
const POINTS = NOISE_SIDE / CELLS;

const makeTile = (): Int16Array => {
  const [gx, gy] = [new Float64Array(CELLS * CELLS), new Float64Array(CELLS * CELLS)];
  for (let cell = 0; cell < gx.length; cell++) {
    const turn = 360 * chanceAt(cell % CELLS, Math.floor(cell / CELLS), 71);
    gx[cell] = cosDeg(turn);
    gy[cell] = sinDeg(turn);
  }
  const fades = filled(new Float64Array(POINTS), (i) => fade(i / POINTS));
  const tile = new Int16Array(NOISE_STRIDE * NOISE_STRIDE);
  for (let y = 0, i = 0; y < NOISE_STRIDE; y++) {
    const [row, v] = [Math.floor(y / POINTS) % CELLS, (y % POINTS) / POINTS];
    const [upper, lower] = [row * CELLS, ((row + 1) % CELLS) * CELLS];
    const t = fades[y % POINTS] as number;
    for (let x = 0; x < NOISE_STRIDE;) {
      const left = (x / POINTS) % CELLS;
      const right = (left + 1) % CELLS;
      const ax = gx[upper + left] as number;
      const bx = gx[upper + right] as number;
      const cx = gx[lower + left] as number;
      const dx = gx[lower + right] as number;
      const ay = (gy[upper + left] as number) * v;
      const by = (gy[upper + right] as number) * v;
      const cy = (gy[lower + left] as number) * (v - 1);
      const dy = (gy[lower + right] as number) * (v - 1);
      for (let k = 0; k < POINTS && x < NOISE_STRIDE; k++, x++, i++) {
        const u = k / POINTS;
        const s = fades[k] as number;
        const a = ax * u + ay;
        const c = cx * u + cy;
        const top = a + (bx * (u - 1) + by - a) * s;
        const bottom = c + (dx * (u - 1) + dy - c) * s;
        // Gradients of length 1 reach √½.
        tile[i] = Math.floor((top + (bottom - top) * t) * 1.4142135623730951 * ONE + 0.5);
      }
    }
  }
  return tile;
};

/**
 * Gradient noise (K. Perlin, Improving noise, 2002), with gradients all round, that repeats after CELLS cells; within ± ONE. All noise
 * of the steps is read from this one tile, turned, stretched and shifted.
 */
export const noiseTile = once(makeTile);

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

/** What a noise is looked up for: the resolution, and whether it is a draft, in which the same is asked for again and again. */
export interface NoiseAt {
  readonly pxPerMm: number;
  readonly draft: boolean;
}

/** Noises of drafts that are kept, by what they are and where: while a dial turns they stay as they are. */
const MOST_KEPT = 64;
const kept = new Latest<string, Int16Array>(MOST_KEPT);

/** A noise over a region, a plane of values in ± ONE, the caller's own; of a print nothing where a gate is nothing or all. */
export const noisePlane = (
  kind: NoiseKind,
  { pxPerMm, draft }: NoiseAt,
  region: Region,
  kernels: Kernels,
  { gate = null }: { readonly gate?: Int16Array | null } = {},
): Int16Array => {
  const out = kernels.arena.plane(sizeOf(region));
  const make = (): void => kernels.noise(region, noiseOctaves(kind, pxPerMm), noiseTile(), null, draft ? null : gate, out);
  if (!draft) {
    make();
    return out;
  }
  const name = JSON.stringify([kind, pxPerMm, region]);
  const known = kept.get(name);
  if (known) out.set(known);
  else {
    make();
    kept.put(name, out.slice());
  }
  return out;
};
