import { ONE } from '../../raster/raster';
import { uniformPlane } from '../../raster/uniform';
import { power } from '../../units/exact';
import { remembering } from '../../units/remember';
import { defineStep, ON_GREYS, type Coarse } from '../declare';
import { edgeKeeping, edgeKeepingWish } from '../soft';
import { length, share } from '../../fields/dials';
import { filled } from '../../units/filled';

/** Contrasts of the surroundings above about this much stay where they are, so that no halo stands round them. */
const EDGE = 0.12;
/** The most that either end is moved, as a share of its range; beyond it tones would change places. */
const MOST = 0.42;
/** Greatest value of x^0.6 · (1 − x)², at x = 0.6 / 2.6. */
const PEAK = 0.2453;

/** How far the tone of the surroundings moves a place: most a quarter of the way into each range, not at all beyond it. */
const liftsFor = remembering(8, String, ([shadows, highlights, range]: readonly [number, number, number]): Int16Array => {
  const hump = (x: number): number => (x <= 0 || x >= 1 ? 0 : (power(x, 0.6) * (1 - x) * (1 - x)) / PEAK);
  return filled(new Int16Array(ONE + 1), (v) => {
    const t = v / ONE;
    return Math.floor(MOST * range * (shadows * hump(t / range) - highlights * hump((1 - t) / range)) * ONE + 0.5);
  });
});

/** out = t + lift(surroundings): the surroundings are an edge-keeping copy, so that detail keeps its contrast. */
export const shadowsHighlights = defineStep({
  kind: 'shadows-highlights',
  version: 1,
  title: 'Shadows and highlights',
  family: 'tone',
  purpose: 'Opens or holds either end of the tones by what surrounds them, without halos.',
  words: 'open shadows fill light recover highlights backlight local',
  dials: {
    shadows: share({ title: 'Shadows', min: -1, default: 0.5, more: 'opens the darks; below nothing holds them down' }),
    highlights: share({ title: 'Highlights', min: -1, default: 0.25, more: 'brings tone back into the lights; below nothing opens them' }),
    range: share({ title: 'Range', min: 0.1, max: 0.9, default: 0.5, more: 'reaches further into the middle' }),
    radius: length({ title: 'Radius', min: 0.5, max: 40, wide: true, default: 6, more: 'larger surroundings decide' }),
  },
  ...ON_GREYS,
  locality: 'grid',
  coarse: ({ radius }) => [edgeKeepingWish(radius / 2)],
  summary: ({ shadows, highlights }) => `shadows ${(100 * shadows).toFixed(0)}, highlights ${(100 * highlights).toFixed(0)} %`,
  *apply(input, { shadows, highlights, range, radius }, at, kernels) {
    const { arena } = kernels;
    const surroundings = yield* edgeKeeping(
      at.coarse[0] as Coarse,
      input.tone,
      input.region,
      (radius / 2) * at.pxPerMm,
      EDGE * EDGE,
      kernels,
    );
    yield;
    const lifts = arena.plane(input.tone.length);
    kernels.table(surroundings, liftsFor([shadows, highlights, range]), lifts);
    const tone = arena.plane(input.tone.length);
    kernels.multiplyAdd(input.tone, uniformPlane(tone.length, ONE), lifts, tone);
    return { ...input, tone };
  },
});
