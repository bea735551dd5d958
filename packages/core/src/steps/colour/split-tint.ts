import { ONE, type Rgb } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { smoothstep } from '../../units/smooth';
import { defineStep, ON_COLOURS } from '../declare';
import { colour, share } from '../../fields/dials';
import { inToneColours, lumaOf, toneColours, withLuma, type Colour } from './by-tone';

interface Split {
  readonly darks: Rgb;
  readonly lights: Rgb;
  readonly balance: number;
  readonly strength: number;
}

/** How far about the balance the two tints run into each other. */
const PASSAGE = 0.4;

/** A colour without its own lightness: what it adds to a grey. */
const chromaOf = (rgb: Rgb): Colour => {
  const c = rgb.map((v) => v / ONE) as unknown as Colour;
  return c.map((v) => v - lumaOf(c)) as unknown as Colour;
};

const tablesFor = remembering(
  6,
  (split: Split) => JSON.stringify(split),
  ({ darks, lights, balance, strength }) => {
    const [dark, light] = [chromaOf(darks), chromaOf(lights)];
    return toneColours((tone) => {
      const share = smoothstep(balance - PASSAGE, balance + PASSAGE, tone);
      const tinted = [0, 1, 2].map((c) => tone + strength * ((dark[c] as number) * (1 - share) + (light[c] as number) * share));
      return withLuma(tinted as unknown as Colour, tone);
    });
  },
);

/** Each tone keeps its lightness (BT.709 luma); darks take the one hue, lights the other. */
export const splitTint = defineStep({
  kind: 'split-tint',
  version: 1,
  title: 'Split tint',
  family: 'colour',
  purpose: 'One ink’s hue in the darks, another’s in the lights.',
  words: 'split toning sepia selenium two tints vintage photograph',
  dials: {
    darks: colour({ title: 'Darks', default: { srgb: '#1f4a63' } }),
    lights: colour({ title: 'Lights', default: { srgb: '#d99a4a' } }),
    balance: share({ title: 'Balance', default: 0.5, more: 'the tint of the darks reaches further up' }),
    strength: share({ title: 'Strength', default: 0.6, more: 'stronger colour' }),
  },
  ...ON_COLOURS,
  *apply(input, { darks, lights, balance, strength }, at, kernels) {
    const split = { darks: at.colourOf(darks), lights: at.colourOf(lights), balance, strength };
    return yield* inToneColours(input, tablesFor(split), kernels);
  },
});
