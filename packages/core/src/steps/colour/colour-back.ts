import { ONE, type ColourRaster } from '../../raster/raster';
import { defineStep } from '../declare';
import { share } from '../../fields/dials';

/** Each printed colour moved towards the original's by a weight of ONE; premultiplied. */
const bringBack = (printed: Int16Array, original: Int16Array, weight: number, data: Int16Array): void => {
  data.set(printed);
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3] as number;
    const there = original[i + 3] as number;
    if (alpha === 0 || there === 0) continue;
    for (let c = 0; c < 3; c++) {
      const own = data[i + c] as number;
      const wanted = Math.floor(((original[i + c] as number) * alpha) / there + 0.5);
      data[i + c] = Math.max(0, Math.min(alpha, own + Math.floor(((wanted - own) * weight) / ONE + 0.5)));
    }
  }
};

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
  *apply(input, { share: back }, at, { arena }) {
    const data = arena.plane(input.data.length);
    bringBack(input.data, (at.original as ColourRaster).data, Math.floor(back * ONE + 0.5), data);
    yield;
    return { ...input, data };
  },
});
