import { noisePlane } from '../../raster/noise';
import { ONE } from '../../raster/raster';
import { uniformPlane } from '../../raster/uniform';
import { remembering } from '../../units/remember';
import { defineStep } from '../declare';
import { angle, length, seed, share } from '../../fields/dials';
import { toneTable } from '../tone/table';

/** How much of the whole is streaks, the rest grain. */
const STREAKS = 0.6;
/** Grain of the ink that is left, mm. */
const GRAIN = 0.35;

/** What stays by streak and grain, both about ½: ink goes where their sum is low. */
const kept = remembering(8, String, ([dry, softness]: readonly [number, number]) => {
  // The sum's standard deviation is about 0.13: from dry 0 nothing to dry 1 nearly all lies below the cut.
  const cut = 0.2 + 0.5 * dry;
  const half = 0.015 + 0.12 * softness;
  return toneTable((v) => (v - cut) / (2 * half) + 0.5);
});

/** coverage · kept(streaks + grain): noise drawn out along the roller's way, and finer noise that breaks it up. */
export const dryRoller = defineStep({
  kind: 'dry-roller',
  version: 1,
  title: 'Dry roller',
  family: 'press',
  purpose: 'A roller or squeegee that ran out of ink: streaks along its way.',
  words: 'streaks dry brush squeegee starved roller worn lines scratched',
  dials: {
    dry: share({ title: 'Dryness', default: 0.4, more: 'less ink left' }),
    angle: angle({ title: 'Way', min: 0, max: 180, default: 90, more: 'turned further counter-clockwise' }),
    width: length({ title: 'Streaks', min: 0.1, max: 20, wide: true, default: 1.2, more: 'broader streaks' }),
    length: length({ title: 'Length', min: 2, max: 600, wide: true, default: 90, more: 'longer streaks' }),
    softness: share({ title: 'Softness', default: 0.2, more: 'thin ink beside no ink' }),
    seed: seed({ title: 'Seed', default: 1 }),
  },
  takes: 'ink',
  gives: 'ink',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  summary: ({ dry, angle: way }) => `${(100 * dry).toFixed(0)} % along ${way.toFixed(0)}°`,
  *apply(input, { dry, angle: angleDeg, width, length: long, softness, seed: number }, at, kernels) {
    const { arena } = kernels;
    const { region } = input;
    const pixels = input.coverage.length;
    const streaks = noisePlane(
      { grain: width, stretch: Math.max(1, long / width), angleDeg, octaves: 3, weaker: 0.7, seed: 2 * number },
      at,
      region,
      kernels,
    );
    yield;
    const grain = noisePlane({ grain: GRAIN, octaves: 2, weaker: 0.8, seed: 2 * number + 1 }, at, region, kernels);
    yield;
    const share = Math.floor((STREAKS / 2) * ONE + 0.5);
    kernels.multiplyAdd(streaks, uniformPlane(pixels, share), uniformPlane(pixels, ONE / 2), streaks);
    kernels.multiplyAdd(grain, uniformPlane(pixels, ONE / 2 - share), streaks, streaks);
    const coverage = arena.plane(pixels);
    kernels.table(streaks, kept([dry, softness]), coverage);
    kernels.multiply(coverage, input.coverage, coverage);
    return { ...input, coverage };
  },
});
