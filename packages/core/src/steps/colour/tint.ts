import { LUMA } from '../../raster/convert';
import { ONE, times, type Rgb } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { defineStep } from '../declare';
import { colour } from '../dials';
import { toneTable } from '../tone/table';

/** Red, green and blue of each tone. */
const tintTables = remembering(4, String, (rgb: Rgb): Int16Array[] => {
  const luma = (0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2]) / ONE;
  return rgb.map((channel) => {
    const c = channel / ONE;
    return toneTable((tone) => (tone <= luma ? (luma > 0 ? (c * tone) / luma : 0) : c + ((1 - c) * (tone - luma)) / (1 - luma)));
  });
});

/** Premultiplied colours of tones and their coverage. */
const toned = (tone: Int16Array, coverage: Int16Array, tables: readonly Int16Array[], out: Int16Array): void => {
  for (let i = 0; i < tone.length; i++) {
    const alpha = coverage[i] as number;
    for (let c = 0; c < 3; c++) out[4 * i + c] = times((tables[c] as Int16Array)[tone[i] as number] as number, alpha);
    out[4 * i + 3] = alpha;
  }
};

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
    toned(tone, coverage, tables, data);
    return { ...input, data };
  },
});
