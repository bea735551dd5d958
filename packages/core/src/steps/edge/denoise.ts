import { defineStep, ON_GREYS, type Coarse } from '../declare';
import { edgeKeeping, edgeKeepingWish } from '../soft';
import { length, share } from '../../fields/dials';

/** The contrast that full strength takes for noise. */
const MOST = 0.2;

/** The guided filter of the picture by itself: contrasts well below √ε run together, those above stay. */
export const denoise = defineStep({
  kind: 'denoise',
  version: 1,
  title: 'Denoise',
  family: 'edge',
  purpose: 'Grain and noise run together, edges stay.',
  words: 'noise grain smooth clean edge keeping skin',
  dials: {
    strength: share({ title: 'Strength', default: 0.4, more: 'stronger contrasts count as noise' }),
    size: length({ title: 'Size', min: 0.05, max: 6, wide: true, default: 0.6, more: 'coarser noise goes' }),
  },
  ...ON_GREYS,
  locality: 'grid',
  coarse: ({ size }) => [edgeKeepingWish(size / 2)],
  summary: ({ strength, size }) => `${(100 * strength).toFixed(0)} % of ${Number(size.toFixed(2))} mm`,
  *apply(input, { strength, size }, at, kernels) {
    yield;
    if (strength === 0) return input;
    const epsilon = (MOST * strength) ** 2;
    const tone = yield* edgeKeeping(at.coarse[0] as Coarse, input.tone, input.region, (size / 2) * at.pxPerMm, epsilon, kernels);
    return { ...input, tone };
  },
});
