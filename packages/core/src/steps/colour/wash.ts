import { ONE, type Rgb } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { defineStep, ON_COLOURS } from '../declare';
import { choice, colour, share } from '../../fields/dials';
import { toneTable } from '../tone/table';
import { throughChannels, type ToneColours } from './by-tone';

/** What a wash w makes of a channel v. W3C Compositing and Blending Level 1: multiply, screen, exclusion. */
const WASHES = {
  darkening: (v: number, w: number): number => v * w,
  lightening: (v: number, w: number): number => v + w - v * w,
  'both ways': (v: number, w: number): number => v + w - 2 * v * w,
} as const;
type Way = keyof typeof WASHES;

const tablesFor = remembering(
  6,
  ({ rgb, way, strength }: { rgb: Rgb; way: Way; strength: number }) => `${String(rgb)} ${way} ${strength}`,
  ({ rgb, way, strength }): ToneColours => {
    const table = (c: 0 | 1 | 2): Int16Array => toneTable((v) => v + strength * (WASHES[way](v, rgb[c] / ONE) - v));
    return [table(0), table(1), table(2)];
  },
);

export const wash = defineStep({
  kind: 'wash',
  version: 1,
  title: 'Wash',
  family: 'colour',
  purpose: 'One colour over all, as a glaze, a light leak or both.',
  words: 'glaze cast faded vintage exclusion filter',
  dials: {
    colour: colour({ title: 'Colour', default: { srgb: '#23407c' } }),
    way: choice({ title: 'Works', options: ['darkening', 'lightening', 'both ways'], default: 'both ways' }),
    strength: share({ title: 'Strength', default: 0.25, more: 'stronger' }),
  },
  ...ON_COLOURS,
  summary: ({ way, strength }) => `${way}, ${(100 * strength).toFixed(0)} %`,
  *apply(input, { colour: ref, way, strength }, at, kernels) {
    return yield* throughChannels(input, tablesFor({ rgb: at.colourOf(ref), way, strength }), kernels);
  },
});
