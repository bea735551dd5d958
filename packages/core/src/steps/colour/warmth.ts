import { radiatorChromaticity, shiftedKelvin } from '../../units/mired';
import { remembering } from '../../units/remember';
import { defineStep, ON_COLOURS } from '../declare';
import { number } from '../../fields/dials';
import { gainTable } from '../tone/gain-table';
import { throughChannels } from './by-tone';

/** Daylight that a shift is reckoned from, kelvin. */
const DAYLIGHT = 5500;

/** XYZ to linear sRGB, IEC 61966-2-1, Annex (D65). */
const lightOf = (kelvin: number): readonly [number, number, number] => {
  const [x, y] = radiatorChromaticity(kelvin);
  const [X, Z] = [x / y, (1 - x - y) / y];
  return [3.2406 * X - 1.5372 - 0.4986 * Z, -0.9689 * X + 1.8758 + 0.0415 * Z, 0.0557 * X - 0.204 + 1.057 * Z];
};

/** What of the light of each colour a filter of a shift in mired lets through; the luminance of white is kept. */
export const warmthGains = (shift: number): readonly [number, number, number] => {
  const from = lightOf(DAYLIGHT);
  const to = lightOf(shiftedKelvin(DAYLIGHT, shift));
  const [r, g, b] = [0, 1, 2].map((c) => Math.max(0, to[c] as number) / (from[c] as number)) as [number, number, number];
  const luminance = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return [r / luminance, g / luminance, b / luminance];
};

/** What becomes of each encoded value of red, green and blue. */
const warmthTables = remembering(4, String, (shift: number) => warmthGains(shift).map(gainTable) as [Int16Array, Int16Array, Int16Array]);

/** A colour filter on the light: mired shift from 5500 K along the full radiator, in linear sRGB. */
export const warmth = defineStep({
  kind: 'warmth',
  version: 1,
  title: 'Warmth',
  family: 'colour',
  purpose: 'Warmer or colder light, as a filter over the lens would give.',
  words: 'warm cold white balance sunset filter temperature faded',
  dials: { shift: number({ title: 'Shift', unit: 'mired', min: -120, max: 250, step: 1, default: 18, more: 'warmer' }) },
  ...ON_COLOURS,
  summary: ({ shift }) => (shift < 0 ? `colder by ${-shift} mired` : `warmer by ${shift} mired`),
  *apply(input, { shift }, _, kernels) {
    return yield* throughChannels(input, warmthTables(shift), kernels);
  },
});
