import type { Shading } from '../../raster/kernels';
import { sizeOf } from '../../raster/raster';
import { cosDeg, sinDeg } from '../../units/exact';
import { angle, choice, length, point, pointOn, share } from '../../fields/dials';
import { defineStep, ON_GREYS } from '../declare';

const FADE = 'from one side';
const ROUND = 'round a place';

/** Tone · (1 − depth · s), s a smooth step over the softness: from a side inwards, or outwards from a place. */
export const shade = defineStep({
  kind: 'shade',
  version: 1,
  title: 'Shade',
  family: 'light',
  purpose: 'Soft dark over part of the picture: a faded top, a floor, a vignette.',
  words: 'vignette fade gradient dark corners floor top burn edges',
  dials: {
    shape: choice({ title: 'Dark', options: [ROUND, FADE], default: ROUND }),
    middle: point({ title: 'Stays light about', default: null, shownWhen: { dial: 'shape', is: ROUND } }),
    from: angle({
      title: 'Comes from',
      min: 0,
      max: 360,
      default: 90,
      more: 'turned counter-clockwise; 90° is the top, 270° the floor',
      shownWhen: { dial: 'shape', is: FADE },
    }),
    clear: length({ title: 'Until', min: 0, max: 1000, wide: true, default: 80, more: 'further from the place, or the side' }),
    soft: length({ title: 'Softness', min: 1, max: 1000, wide: true, default: 120, more: 'darkens more gently' }),
    depth: share({ title: 'Depth', default: 0.7, more: 'darker' }),
  },
  ...ON_GREYS,
  summary: ({ shape, depth }) => `${shape}, ${Math.round(100 * depth)} %`,
  *apply(input, { shape, middle, from, clear, soft, depth }, at, kernels) {
    const { region } = input;
    const { pxPerMm, size } = at;
    const { x: cx, y: cy } = pointOn(middle, {}, size);
    const [ux, uy] = [cosDeg(from), -sinDeg(from)];
    // How far the sheet's farthest corner lies towards the side.
    const reach = Math.max(0, ux * size.width) + Math.max(0, uy * size.height);
    const out = kernels.arena.plane(sizeOf(region));
    // From a side, dark begins at the side and ends after `clear` and the softness.
    const shading: Shading =
      shape === ROUND
        ? { round: true, x: cx, y: cy, clear, soft, depth }
        : { round: false, x: ux, y: uy, clear: clear + soft - reach, soft, depth };
    kernels.shaded(shading, region, pxPerMm, out);
    yield;
    kernels.multiply(input.tone, out, out);
    return { ...input, tone: out };
  },
});
