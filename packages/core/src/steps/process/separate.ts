import { CUBE_POINTS } from '../../raster/kernels';
import { ONE, type Rgb } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { decoded } from '../../units/srgb';
import { meanLight, primariesOf, type Primaries } from './neugebauer';

/** Most rounds of finding each coverage with the others held, and the change under which it is found. */
const ROUNDS = 60;
const STILL = 0.0004;
/** Light is weighed as the eye weighs it, by the slope of the sRGB curve; at most this much in the darks. */
const DARKEST = 0.02;

/** How much a step of light counts at a level: the slope of a power of 1/2.4. */
const weightAt = (light: number): number => 1 / Math.max(DARKEST, light);

/** The greatest share of one ink with which a colour can still be reached, the others only darkening it. */
const mostOf = (ink: readonly [number, number, number], target: readonly [number, number, number]): number => {
  let most = 1;
  for (const c of [0, 1, 2] as const) if (ink[c] < 0.999) most = Math.min(most, (1 - target[c]) / (1 - ink[c]));
  return Math.max(0, most);
};

/** Mean light where one ink is bare and where it is solid, the others at their coverages; three values each into `out`. */
const boundsOf = (coverages: Float64Array, ink: number, light: Float64Array, out: Float64Array): void => {
  const count = 1 << coverages.length;
  out.fill(0);
  for (let which = 0; which < count; which++) {
    let area = 1;
    for (let i = 0; i < coverages.length; i++) {
      if (i !== ink) area *= which & (1 << i) ? (coverages[i] as number) : 1 - (coverages[i] as number);
    }
    const at = which & (1 << ink) ? 3 : 0;
    for (let c = 0; c < 3; c++) out[at + c] = (out[at + c] as number) + area * (light[3 * which + c] as number);
  }
};

/** Coverages whose mean light is nearest to a target's: each in turn the best with the others held, since the mean is straight in each. */
const nearest = (target: readonly [number, number, number], primaries: Primaries, from: readonly number[]): number[] => {
  const found = Float64Array.from(from);
  const light = Float64Array.from(primaries.flat());
  const weights = target.map(weightAt);
  const bounds = new Float64Array(6);
  for (let round = 0; round < ROUNDS; round++) {
    let change = 0;
    for (let i = 0; i < found.length; i++) {
      boundsOf(found, i, light, bounds);
      let [top, bottom] = [0, 0];
      for (let c = 0; c < 3; c++) {
        const slope = (bounds[3 + c] as number) - (bounds[c] as number);
        top += (weights[c] as number) * slope * ((target[c] as number) - (bounds[c] as number));
        bottom += (weights[c] as number) * slope * slope;
      }
      // The black that was asked for stays at least.
      const best = bottom > 0 ? Math.max(from[i] as number, Math.min(1, top / bottom)) : (from[i] as number);
      change = Math.max(change, Math.abs(best - (found[i] as number)));
      found[i] = best;
    }
    if (change < STILL) break;
  }
  return [...found];
};

/** How far a mean light lies from a target's, squared and weighed. */
const offBy = (coverages: readonly number[], target: readonly [number, number, number], primaries: Primaries): number =>
  meanLight(coverages, primaries).reduce((sum, v, c) => sum + weightAt(target[c] as number) * (v - (target[c] as number)) ** 2, 0);

/** What is near enough: well under 1 ΔE. */
const NEAR = 0.00002;
const HALVINGS = 7;

export interface Separation {
  readonly inks: readonly Rgb[];
  /** How much of the grey in a colour the darkest ink prints instead of the others, 0 … 1: grey component replacement. */
  readonly black: number;
}

/** Coverages of the inks (0 … 1) for an sRGB colour. */
export const separated = (colour: readonly [number, number, number], { inks, black }: Separation): number[] => {
  const primaries = primariesOf(inks);
  const target = colour.map(decoded) as unknown as readonly [number, number, number];
  const light = (ink: Rgb): number => ink[0] + ink[1] + ink[2];
  const darkest = inks.reduce((at, ink, i) => (light(ink) < light(inks[at] as Rgb) ? i : at), 0);
  const most = mostOf(primaries[1 << darkest] as readonly [number, number, number], target);
  const withBlack = (share: number): number[] =>
    nearest(
      target,
      primaries,
      inks.map((_, i) => (i === darkest ? share * most : 0)),
    );
  let found = withBlack(black);
  if (offBy(found, target, primaries) <= NEAR) return found;
  // Where so much black leaves no room for the colour, as much as does: found by halving, so that neighbours in colour get like amounts.
  let [low, high] = [0, black];
  found = withBlack(0);
  const best = offBy(found, target, primaries);
  const isNear = (tried: readonly number[]): boolean => offBy(tried, target, primaries) <= best + NEAR;
  for (let i = 0; i < HALVINGS; i++) {
    const tried = withBlack((low + high) / 2);
    if (isNear(tried)) [low, found] = [(low + high) / 2, tried];
    else high = (low + high) / 2;
  }
  return found;
};

/** Tone of every ink (1 − its coverage, 0 … ONE) for each colour of a cube, red slowest. */
export const separationCubes = remembering(
  6,
  (given: Separation) => JSON.stringify(given),
  (given): readonly Int16Array[] => {
    const cubes = given.inks.map(() => new Int16Array(CUBE_POINTS ** 3));
    const share = (i: number): number => i / (CUBE_POINTS - 1);
    for (let i = 0; i < CUBE_POINTS ** 3; i++) {
      const [r, g, b] = [Math.floor(i / CUBE_POINTS ** 2), Math.floor(i / CUBE_POINTS) % CUBE_POINTS, i % CUBE_POINTS];
      separated([share(r), share(g), share(b)], given).forEach((coverage, ink) => {
        (cubes[ink] as Int16Array)[i] = Math.floor((1 - coverage) * ONE + 0.5);
      });
    }
    return cubes;
  },
);
