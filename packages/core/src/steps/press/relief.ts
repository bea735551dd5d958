import { ONE, sizeOf, type Region } from '../../raster/raster';
import { noisePlane, type NoiseAt } from '../../raster/noise';
import { crop, grow } from '../../raster/region';
import { uniformPlane } from '../../raster/uniform';
import { SURFACES } from '../../surface/surfaces';
import { cosDeg, sinDeg } from '../../units/exact';
import { remembering } from '../../units/remember';
import type { Kernels } from '../../raster/kernels';
import { defineStep, ON_GREYS } from '../declare';
import { choice, length, number, picture, seed, share } from '../../fields/dials';
import { liftTable } from '../soft';

/** Paper as hills of noise: felt marks and tooth, mm. By trial. */
const FELT = 1.5;
const TOOTH = 0.55;

const PAPER = 'paper fibres';
const PICTURE = 'a picture';
const OF = [PAPER, PICTURE, ...SURFACES.map(({ name }) => name)] as const;

/** How much of a slope is seen at full depth: noise of paper differs by some 0.3 over its scale. */
const SLOPE = 0.9;

/** Heights of paper over a region, 0 … ONE about ½. */
const paperHeights = (number: number, at: NoiseAt, region: Region, kernels: Kernels): Int16Array => {
  const half = uniformPlane(sizeOf(region), ONE / 2);
  const felt = noisePlane({ grain: FELT, octaves: 2, seed: 2 * number }, at, region, kernels);
  const tooth = noisePlane({ grain: TOOTH, octaves: 2, seed: 2 * number + 1 }, at, region, kernels);
  kernels.multiplyAdd(felt, half, half, felt);
  kernels.multiplyAdd(tooth, uniformPlane(sizeOf(region), ONE / 4), felt, felt);
  return felt;
};

const lifts = remembering(8, String, (depth: number) => liftTable((d) => SLOPE * depth * d));

/** Half the way, in whole pixels, that heights are compared over, towards the light. Twelve o’clock is up. */
const towardsLight = (clock: number, scale: number, pxPerMm: number): readonly [number, number] => {
  const far = Math.max(1, (scale * pxPerMm) / 2);
  return [Math.floor(sinDeg(30 * clock) * far + 0.5), Math.floor(-cosDeg(30 * clock) * far + 0.5)];
};

/** out = t + k · (height here, away from the light − height towards it): slopes that face the light are lit. */
export const relief = defineStep({
  kind: 'relief',
  version: 2,
  title: 'Relief',
  family: 'press',
  purpose: 'The print follows a surface that is lit from one side.',
  words: 'paper texture emboss bump lit from the side tooth fibres canvas',
  dials: {
    of: choice({ title: 'Of', options: OF, default: PAPER }),
    texture: picture({ title: 'The picture', default: null, shownWhen: { dial: 'of', is: PICTURE } }),
    depth: share({ title: 'Depth', default: 0.35, more: 'deeper' }),
    scale: length({ title: 'Scale', min: 0.05, max: 6, wide: true, default: 0.44, more: 'broader slopes are seen' }),
    light: number({
      title: 'Light from',
      unit: 'o’clock',
      min: 0,
      max: 12,
      step: 0.5,
      default: 10.5,
      more: 'further round; twelve is from above',
    }),
    seed: seed({ title: 'Seed', default: 1 }),
  },
  ...ON_GREYS,
  reach: ({ scale }) => scale / 2 + 0.5,
  readsMap: ({ of, texture, seed: number }) => {
    if (of === PICTURE) return texture && { of: texture };
    return of === PAPER ? null : { of: { name: of, seed: number } };
  },
  // The first version knew no pictures.
  upgrade: (params) => ({ ...params, texture: null }),
  summary: ({ of, texture, light }) => `${of === PICTURE && !texture ? 'no picture chosen yet' : of}, from ${light} o’clock`,
  *apply(input, { of, depth, scale, light, seed: number }, at, kernels) {
    if (of === PICTURE && !at.map) return input;
    const { region: wide } = input;
    const [dx, dy] = towardsLight(light, scale, at.pxPerMm);
    const heights = at.map ? at.map.tone : paperHeights(number, at, wide, kernels);
    yield;
    const inner = grow(wide, -Math.max(Math.abs(dx), Math.abs(dy)));
    const shifted = (by: number): Int16Array =>
      crop(heights, wide, { ...inner, x: inner.x + by * dx, y: inner.y + by * dy }, kernels.arena);
    const tone = kernels.arena.plane(sizeOf(inner));
    kernels.lifted(crop(input.tone, wide, inner, kernels.arena), shifted(-1), shifted(1), lifts(depth), tone);
    return { ...input, region: inner, tone, coverage: input.coverage && crop(input.coverage, wide, inner, kernels.arena) };
  },
});
