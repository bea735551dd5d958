import { remembering } from '../../units/remember';
import { defineStep, ON_GREYS, type Coarse } from '../declare';
import { liftTable, softCopy, softWish } from '../soft';
import { length, share } from '../../fields/dials';

interface SharpenDials {
  readonly strength: number;
  readonly darks: number;
  readonly lights: number;
  readonly threshold: number;
}

const lifts = remembering(
  8,
  ({ strength, darks, lights, threshold }: SharpenDials) => `${strength} ${darks} ${lights} ${threshold}`,
  ({ strength, darks, lights, threshold }) =>
    liftTable((d) => {
      const far = Math.max(0, Math.abs(d) - threshold);
      return d < 0 ? -strength * darks * far : strength * lights * far;
    }),
);

/** out = t + k · (t − soft), a Gaussian of half the halo's width; each side held by itself, small differences left alone. */
export const sharpen = defineStep({
  kind: 'sharpen',
  version: 1,
  title: 'Sharpen',
  family: 'edge',
  purpose: 'Edges stand out, from crisp to contours of ink.',
  words: 'sharp crisp unsharp edge halo outline contour brutal comic drawn',
  dials: {
    strength: share({ title: 'Overshoot', max: 5, default: 0.8, more: 'edges overshoot further' }),
    halo: length({ title: 'Halo', min: 0.05, max: 8, wide: true, default: 0.5, more: 'a broader halo' }),
    darks: share({ title: 'Dark side', default: 0.85, more: 'darks overshoot as far as the lights' }),
    lights: share({ title: 'Light side', default: 1, more: 'lights overshoot as far as the darks' }),
    threshold: share({ title: 'Leave alone', max: 0.2, default: 0.01, more: 'grain and noise stay as they are' }),
  },
  ...ON_GREYS,
  locality: 'grid',
  coarse: ({ halo }) => [softWish(halo / 2)],
  summary: ({ strength, halo }) => `${(100 * strength).toFixed(0)} % over ${Number(halo.toFixed(2))} mm`,
  *apply(input, dials, at, kernels) {
    const soft = softCopy(at.coarse[0] as Coarse, input.region, (dials.halo / 2) * at.pxPerMm, kernels);
    yield;
    const tone = kernels.arena.plane(input.tone.length);
    kernels.lifted(input.tone, input.tone, soft, lifts(dials), tone);
    return { ...input, tone };
  },
});
