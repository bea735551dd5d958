import { remembering } from '../../units/remember';
import { defineStep, ON_COLOURS } from '../declare';
import { choice, share } from '../../fields/dials';
import { hueKnots, nearHue } from './hue-knots';

/** Where skin lies on the hue circle, and how far about (common practice: all complexions lie within about 15° … 45°). */
const SKIN = { middle: 26, width: 40 };
/** What of a gentle change skin keeps. */
const SKIN_SHARE = 0.4;
/** How much less a gentle change does to the strongest colours. */
const GENTLE = 0.85;

const knotsFor = remembering(8, String, ([strength, gentle]: readonly [number, number]) =>
  hueKnots((hue) => {
    const skin = gentle ? 1 - (1 - SKIN_SHARE) * nearHue(hue, SKIN.middle, SKIN.width) : 1;
    return { colour: 1 + strength * skin, turn: 0, light: 0 };
  }),
);

/** C ↦ Y + f · (C − Y), Y the BT.709 luma; gently: f nearer to 1 where the span of the colour is great, and for skin. */
export const saturation = defineStep({
  kind: 'saturation',
  version: 1,
  title: 'Saturation',
  family: 'colour',
  purpose: 'More or less colour, in all alike or gently.',
  words: 'vivid colourful muted desaturate chroma',
  dials: {
    strength: share({ title: 'Colour', min: -1, default: 0.35, more: 'stronger colours; −100 % is grey' }),
    how: choice({ title: 'In', options: ['all alike', 'gently'], default: 'gently' }),
  },
  ...ON_COLOURS,
  summary: ({ strength, how }) => `${(100 * strength).toFixed(0)} %, ${how}`,
  *apply(input, { strength, how }, at, kernels) {
    // Taking colour away is even, so that −100 % is grey in either way.
    const gentle = how === 'gently' && strength > 0;
    const data = kernels.arena.plane(input.data.length);
    kernels.hued(input.data, knotsFor([strength, Number(gentle)]), gentle ? GENTLE : 0, data);
    yield;
    return { ...input, data };
  },
});
