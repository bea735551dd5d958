import { ONE, shareOf } from '../../raster/raster';
import { uniformPlane } from '../../raster/uniform';
import { remembering } from '../../units/remember';
import { defineStep, ON_GREYS, type Coarse } from '../declare';
import { softCopy, softWish } from '../soft';
import { length, share } from '../../fields/dials';
import { toneTable } from '../tone/table';

/** The soft copy is darker in the darks than the picture, so that they hold. */
const glowing = remembering(8, String, (strength: number) => toneTable((t) => strength * t * t));

/** How much of the picture itself the glow takes the place of at full strength. */
const COVERED = 0.3;

/** A soft, contrasty copy laid over the picture as light: 1 − (1 − t′) · (1 − g), t′ the picture a little lower. */
export const softGlow = defineStep({
  kind: 'soft-glow',
  version: 1,
  title: 'Soft glow',
  family: 'edge',
  purpose: 'A soft copy of the picture laid over it as light, as through gauze.',
  words: 'dream gauze diffusion bloom mist haze soft',
  dials: {
    strength: share({ title: 'Strength', default: 0.7, more: 'more light from the soft copy' }),
    radius: length({ title: 'Radius', min: 0.1, max: 40, wide: true, default: 3, more: 'softer, wider' }),
  },
  ...ON_GREYS,
  locality: 'grid',
  coarse: ({ strength, radius }) => [softWish(radius / 2, { name: ['glowing', strength], table: glowing(strength) })],
  summary: ({ strength, radius }) => `${(100 * strength).toFixed(0)} % over ${Number(radius.toFixed(1))} mm`,
  *apply(input, { strength, radius }, at, kernels) {
    const { arena } = kernels;
    const light = softCopy(at.coarse[0] as Coarse, input.region, (radius / 2) * at.pxPerMm, kernels);
    yield;
    const lower = arena.plane(input.tone.length);
    kernels.multiply(input.tone, uniformPlane(lower.length, ONE - shareOf(COVERED * strength)), lower);
    const dark = arena.plane(lower.length);
    kernels.complement(lower, ONE, dark);
    kernels.multiplyAdd(dark, light, lower, lower);
    return { ...input, tone: lower };
  },
});
