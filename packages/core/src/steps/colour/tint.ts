import { ONE, type Rgb } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { defineStep, ON_COLOURS } from '../declare';
import { colour } from '../../fields/dials';
import { toneTable } from '../tone/table';
import { inToneColours, type ToneColours } from './by-tone';

/** Red, green and blue of each tone. */
const tintTables = remembering(4, String, (rgb: Rgb): ToneColours => {
  const luma = (0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2]) / ONE;
  const tableOf = (channel: number): Int16Array => {
    const c = channel / ONE;
    return toneTable((tone) => (tone <= luma ? (luma > 0 ? (c * tone) / luma : 0) : c + ((1 - c) * (tone - luma)) / (1 - luma)));
  };
  return [tableOf(rgb[0]), tableOf(rgb[1]), tableOf(rgb[2])];
});

/** Every tone keeps its lightness (BT.709 luma) and takes the ink's hue: black, the ink at its own luma, white. */
export const tint = defineStep({
  kind: 'tint',
  version: 1,
  title: 'Tint',
  family: 'colour',
  purpose: 'All tones in shades of one ink, each as light as it was.',
  words: 'monochrome sepia wash colourise',
  dials: { ink: colour({ title: 'Ink', default: null }) },
  ...ON_COLOURS,
  *apply(input, { ink }, at, kernels) {
    return yield* inToneColours(input, tintTables(at.colourOf(ink)), kernels);
  },
});
