import { ONE, type ColourRaster } from '../../raster/raster';
import { defineStep } from '../declare';
import { share } from '../../fields/dials';

/** out = coverage · (ink + share · (original − ink)): what is printed stays where it is, its colour goes towards the source's. */
export const colourBack = defineStep({
  kind: 'colour-back',
  version: 1,
  title: 'Colour back',
  family: 'colour',
  purpose: 'Brings the colour of the picture back through the screen.',
  words: 'original colour tinted dots',
  dials: { share: share({ title: 'Colour', default: 0.35, more: 'more of the picture’s own colour in the ink' }) },
  takes: 'colour',
  gives: 'colour',
  amount: 'none',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  readsOriginal: true,
  summary: ({ share: back }) => `${(100 * back).toFixed(0)} %`,
  *apply(input, { share: back }, at, { arena, broughtBack }) {
    const data = arena.plane(input.data.length);
    broughtBack(input.data, (at.original as ColourRaster).data, Math.floor(back * ONE + 0.5), data);
    yield;
    return { ...input, data };
  },
});
