import { remembering } from '../../units/remember';
import { defineStep, ON_GREYS, type Coarse } from '../declare';
import { edgeKeeping, edgeKeepingWish, liftTable, softCopy } from '../soft';
import { length, share } from '../../fields/dials';

const EDGE = 0.08;
/** How many times as strong structure becomes at 100 %, less the once that it was. */
const MOST = 2.2;
/** What of structure goes at −100 %. */
const GONE = 0.9;
/** Differences well above this are raised less, so that edges do not run to black and white. */
const KNEE = 0.35;

const lifts = remembering(8, String, (strength: number): Int16Array =>
  liftTable((d) => (strength >= 0 ? (MOST * strength * d) / (1 + Math.abs(d) / KNEE) : GONE * strength * d)),
);

/** out = t + k · (t − surroundings); what is raised is measured from an edge-keeping copy, what is lowered from a plain soft one. */
export const localContrast = defineStep({
  kind: 'local-contrast',
  version: 1,
  title: 'Local contrast',
  family: 'tone',
  purpose: 'Brings out the structure of surfaces, or lets it run soft as early lenses did.',
  words: 'structure texture soft focus early lens relief detail',
  dials: {
    strength: share({ title: 'Strength', min: -1, default: 0.5, more: 'more structure; below nothing softer' }),
    size: length({ title: 'Size', min: 0.2, max: 30, wide: true, default: 4, more: 'larger shapes stand out' }),
  },
  ...ON_GREYS,
  locality: 'grid',
  coarse: ({ size }) => [edgeKeepingWish(size / 2)],
  summary: ({ strength, size }) => `${(100 * strength).toFixed(0)} % over ${Number(size.toFixed(1))} mm`,
  *apply(input, { strength, size }, at, kernels) {
    if (strength === 0) return input;
    const sigma = (size / 2) * at.pxPerMm;
    const coarse = at.coarse[0] as Coarse;
    const surroundings =
      strength > 0
        ? yield* edgeKeeping(coarse, input.tone, input.region, sigma, EDGE * EDGE, kernels)
        : softCopy(coarse, input.region, sigma, kernels);
    yield;
    const tone = kernels.arena.plane(input.tone.length);
    kernels.lifted(input.tone, input.tone, surroundings, lifts(strength), tone);
    return { ...input, tone };
  },
});
