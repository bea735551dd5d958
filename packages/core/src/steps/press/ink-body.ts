import { isWhole } from '../../sheet/model';
import type { Kernels } from '../../raster/kernels';
import { noisePlane, type NoiseKind } from '../../raster/noise';
import { ONE, sizeOf, type Region } from '../../raster/raster';
import { uniformPlane } from '../../raster/uniform';
import { once, remembering } from '../../units/remember';
import type { StepAt } from '../declare';
import { toneTable } from '../tone/table';

interface BodyDials {
  readonly pooled: number;
  readonly mottle: number;
  readonly pinholes: number;
  readonly starved: number;
  readonly travel: number;
  readonly seed: number;
}

/** What of the ink is left inside shapes: thinner where it has run to the rims, mottled, with holes, starved along the press's travel. */
const MOTTLE = { grain: 1.6, octaves: 3 };
const HOLES = { grain: 0.26, octaves: 2 };
const STARVED = { grain: 2.2, stretch: 26, octaves: 3, weaker: 0.7 };
const FINE = { grain: 0.2, octaves: 2, weaker: 0.8 };

const inner = remembering(6, String, (pooled: number) => toneTable((g) => 1 - 0.55 * pooled * Math.max(0, Math.min(1, (g - 0.93) / 0.06))));
/** 1 less what noise above a floor takes, noise given as ½ + n / 2. */
const worn = remembering(16, String, ([floor, by]: readonly [number, number]) => toneTable((v) => 1 - by * Math.max(0, 2 * v - 1 - floor)));
const halfUp = once(() => toneTable((v) => (v >= 0.5 ? 1 : 0)));

/** How far fine grain moves thin ink: not at all where it is solid. */
const breaks = remembering(2, String, (by: number) => toneTable((v) => by * Math.min(1, 2 * (1 - v))));

/** What is left of the ink at each place of a region, by how deep it lies in a shape; null where nothing is missing. */
export const inkBody = (soft: Int16Array, dials: BodyDials, at: StepAt, region: Region, kernels: Kernels): Int16Array | null => {
  const { pooled, mottle, pinholes, starved, travel } = dials;
  if (pooled + mottle + pinholes + starved === 0) return null;
  const pixels = sizeOf(region);
  const half = uniformPlane(pixels, ONE / 2);
  const body = kernels.arena.plane(pixels);
  kernels.table(soft, inner(pooled), body);
  const take = (kind: Omit<NoiseKind, 'seed'>, number: number, floor: number, by: number): void => {
    const plane = noisePlane({ ...kind, seed: 8 * dials.seed + 40 + number }, at, region, kernels);
    kernels.multiplyAdd(plane, half, half, plane);
    kernels.table(plane, worn([floor, by]), plane);
    kernels.multiply(body, plane, body);
  };
  if (mottle > 0) take(MOTTLE, 0, -0.1, 1.1 * mottle);
  if (pinholes > 0) take(HOLES, 1, 0.85 - 0.45 * pinholes, 30);
  if (starved > 0) take({ ...STARVED, angleDeg: travel }, 2, 0.25 - 0.3 * starved, 3 * starved);
  // Thin ink is broken ink: where every pixel prints all or nothing it has holes, finer than it is mottled.
  const grain = noisePlane({ ...FINE, seed: 8 * dials.seed + 47 }, at, region, kernels);
  const isHard = isWhole(at.edges) && !at.draft;
  kernels.modulated(body, grain, breaks(isHard ? 1 : 0.35), body);
  if (isHard) kernels.table(body, halfUp(), body);
  return body;
};
