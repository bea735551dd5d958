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

/** Most inks of a process. */
const MOST_INKS = 4;

/** Mean light where one ink is bare and where it is solid, the others at their coverages; three values each into `out`. */
const boundsOf = (coverages: Float64Array, ink: number, light: Float64Array, areas: Float64Array, out: Float64Array): void => {
  // Areas of the others' overprints, built up ink by ink; this ink's bit tells bare from solid.
  let count = 1;
  areas[0] = 1;
  for (let i = 0; i < coverages.length; i++) {
    const full = i === ink ? 1 : (coverages[i] as number);
    const bare = i === ink ? 1 : 1 - full;
    for (let which = 0; which < count; which++) {
      const area = areas[which] as number;
      areas[which + count] = area * full;
      areas[which] = area * bare;
    }
    count *= 2;
  }
  let [r0, g0, b0, r1, g1, b1] = [0, 0, 0, 0, 0, 0];
  const bit = 1 << ink;
  for (let which = 0; which < count; which++) {
    const area = areas[which] as number;
    const [r, g, b] = [
      area * (light[3 * which] as number),
      area * (light[3 * which + 1] as number),
      area * (light[3 * which + 2] as number),
    ];
    if (which & bit) {
      r1 += r;
      g1 += g;
      b1 += b;
    } else {
      r0 += r;
      g0 += g;
      b0 += b;
    }
  }
  out[0] = r0;
  out[1] = g0;
  out[2] = b0;
  out[3] = r1;
  out[4] = g1;
  out[5] = b1;
};

/** Coverages whose mean light is nearest to a target's: each in turn the best with the others held, since the mean is straight in each. */
const nearest = (
  target: readonly [number, number, number],
  primaries: Primaries,
  from: readonly number[],
  start: readonly number[] | null,
): number[] => {
  const found = Float64Array.from(from, (least, i) => Math.max(least, start?.[i] ?? 0));
  const light = Float64Array.from(primaries.flat());
  const weights = target.map(weightAt);
  const bounds = new Float64Array(6);
  const areas = new Float64Array(2 ** MOST_INKS);
  for (let round = 0; round < ROUNDS; round++) {
    let change = 0;
    for (let i = 0; i < found.length; i++) {
      boundsOf(found, i, light, areas, bounds);
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

/** Coverages of the inks (0 … 1) for an sRGB colour; those of a colour near to it are a good start. */
export const separated = (
  colour: readonly [number, number, number],
  { inks, black }: Separation,
  start: readonly number[] | null = null,
): number[] => {
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
      start,
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

/** Points a side that are solved for a draft; those between are straight. */
const DRAFT_POINTS = (CUBE_POINTS + 1) / 2;

/** Rec. 709 luma of encoded values (ITU-R BT.709-6, 3.2). */
const LUMA = [0.2126, 0.7152, 0.0722] as const;

type Colour = readonly [number, number, number];

/** A colour with its differences from grey multiplied; what goes beyond 0 … 1 stays there. */
const saturated = (of: Colour, by: number): Colour => {
  const grey = LUMA[0] * of[0] + LUMA[1] * of[1] + LUMA[2] * of[2];
  return of.map((v) => Math.max(0, Math.min(1, grey + by * (v - grey)))) as unknown as Colour;
};

/** What a cube is solved for: a separation of colours that are saturated first (1: as they are). */
type Taken = Separation & { readonly colour: number };

/** Coverages of every ink at the points of a cube, red slowest, `points` a side. */
const solved = ({ colour, ...given }: Taken, points: number): Float64Array[] => {
  const cubes = given.inks.map(() => new Float64Array(points ** 3));
  const share = (i: number): number => i / (points - 1);
  let before: readonly number[] | null = null;
  for (let i = 0; i < points ** 3; i++) {
    const [r, g, b] = [Math.floor(i / points ** 2), Math.floor(i / points) % points, i % points];
    before = separated(saturated([share(r), share(g), share(b)], colour), given, b === 0 ? null : before);
    for (const [ink, coverage] of before.entries()) (cubes[ink] as Float64Array)[i] = coverage;
  }
  return cubes;
};

/** A cube of DRAFT_POINTS a side at CUBE_POINTS: each new point is the mean of its neighbours. */
const finer = (cube: Float64Array): Float64Array => {
  const out = new Float64Array(CUBE_POINTS ** 3);
  const at = (r: number, g: number, b: number): number => cube[(r * DRAFT_POINTS + g) * DRAFT_POINTS + b] as number;
  const around = (i: number): readonly number[] => (i % 2 === 0 ? [i / 2] : [(i - 1) / 2, (i + 1) / 2]);
  for (let i = 0; i < out.length; i++) {
    const [r, g, b] = [Math.floor(i / CUBE_POINTS ** 2), Math.floor(i / CUBE_POINTS) % CUBE_POINTS, i % CUBE_POINTS].map(around) as [
      readonly number[],
      readonly number[],
      readonly number[],
    ];
    let sum = 0;
    for (const x of r) for (const y of g) for (const z of b) sum += at(x, y, z);
    out[i] = sum / (r.length * g.length * b.length);
  }
  return out;
};

/** Tone of every ink (1 − its coverage, 0 … ONE) for each colour of a cube, red slowest; a draft's is solved at fewer points. */
export const separationCubes = remembering(
  8,
  (given: Taken & { readonly draft: boolean }) => JSON.stringify(given),
  ({ draft, ...given }): readonly Int16Array[] => {
    const cubes = draft ? solved(given, DRAFT_POINTS).map(finer) : solved(given, CUBE_POINTS);
    return cubes.map((cube) => Int16Array.from(cube, (coverage) => Math.floor((1 - coverage) * ONE + 0.5)));
  },
);
