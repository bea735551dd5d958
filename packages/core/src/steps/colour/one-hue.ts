import { remembering } from '../../units/remember';
import { defineStep, ON_COLOURS } from '../declare';
import { angle, share } from '../../fields/dials';
import { hueKnots, nearHue } from './hue-knots';

interface HueDials {
  readonly hue: number;
  readonly width: number;
  readonly light: number;
  readonly colour: number;
  readonly turn: number;
}

const knotsFor = remembering(8, JSON.stringify as (dials: HueDials) => string, ({ hue, width, light, colour, turn }) =>
  hueKnots((at) => {
    const near = nearHue(at, hue, width);
    return { colour: 1 + colour * near, turn: turn * near, light: light * near };
  }),
);

/** A family of hues on the circle red 0°, green 120°, blue 240°: its grey, its chroma and its hue, by a cosine about its middle. */
export const oneHue = defineStep({
  kind: 'one-hue',
  version: 1,
  title: 'One hue',
  family: 'colour',
  purpose: 'One family of hues lighter or darker, stronger or weaker, or turned to another.',
  words: 'sky darker skin lighter hue shift replace',
  dials: {
    hue: angle({ title: 'Hue', min: 0, max: 360, default: 215, more: 'from red by yellow, green and blue' }),
    width: angle({ title: 'Family', min: 10, max: 180, default: 60, more: 'more of its neighbours' }),
    light: share({ title: 'Light', min: -1, default: -0.3, more: 'lighter' }),
    colour: share({ title: 'Colour', min: -1, max: 2, default: 0.2, more: 'stronger colour' }),
    turn: angle({ title: 'Turn', min: -180, max: 180, default: 0, more: 'towards the next hue: red to yellow, yellow to green' }),
  },
  ...ON_COLOURS,
  summary: ({ hue, light, turn }) => `${hue.toFixed(0)}°, light ${(100 * light).toFixed(0)} %${turn ? `, turned ${turn.toFixed(0)}°` : ''}`,
  *apply(input, dials, at, kernels) {
    const data = kernels.arena.plane(input.data.length);
    kernels.hued(input.data, knotsFor(dials), 0, data);
    yield;
    return { ...input, data };
  },
});
