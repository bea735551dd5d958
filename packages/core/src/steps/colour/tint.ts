import { LUMA } from '../../raster/convert';
import { ONE, type Rgb } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { defineStep } from '../declare';
import { colour } from '../../fields/dials';
import { toneTable } from '../tone/table';

/** Red, green and blue of each tone. */
const tintTables = remembering(4, String, (rgb: Rgb): readonly [Int16Array, Int16Array, Int16Array] => {
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
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  pointwise: true,
  *apply(input, { ink }, at, kernels) {
    const rgb = at.colourOf(ink);
    const tables = tintTables(rgb);
    const pixels = input.data.length / 4;
    const tone = kernels.arena.plane(pixels);
    const coverage = kernels.arena.plane(pixels);
    kernels.grey(input.data, LUMA, tone, coverage);
    yield;
    const data = kernels.arena.plane(input.data.length);
    kernels.toned(tone, coverage, tables, data);
    return { ...input, data };
  },
});
