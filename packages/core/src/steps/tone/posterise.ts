import { power } from '../../units/exact';
import { decoded, encoded } from '../../units/srgb';
import { defineStep, ON_GREYS } from '../declare';
import { choice, number, share } from '../../fields/dials';
import { toneTable } from './table';

/** CIE 1976 lightness, 0 … 1, of an encoded grey, and back. CIE 15:2004, 8.2.1. */
const lightness = (tone: number): number => {
  const y = decoded(tone);
  return y > 216 / 24389 ? 1.16 * power(y, 1 / 3) - 0.16 : (24389 / 27 / 100) * y;
};
const toneOf = (l: number): number => encoded(l > 0.08 ? power((l + 0.16) / 1.16, 3) : (2700 / 24389) * l);

const same = (v: number): number => v;
/** The scales that steps are even on: to the eye, or in the tone's own percent. */
const SPACING = { 'by eye': [lightness, toneOf], evenly: [same, same] } as const;
type Spacing = keyof typeof SPACING;

/** Steps at k / (count − 1) of the scale, each a band of 1 / count; `softness` is the passage's share of a band. */
const posteriseTable = (count: number, spacing: Spacing, softness: number): Int16Array => {
  const [scale, back] = SPACING[spacing];
  return toneTable((tone) => {
    const place = scale(tone) * count;
    const cut = Math.max(1, Math.min(count - 1, Math.floor(place + 0.5)));
    const past = softness > 0 ? Math.max(0, Math.min(1, (place - cut) / softness + 0.5)) : place >= cut ? 1 : 0;
    return back((cut - 1 + past) / (count - 1));
  });
};

export const posterise = defineStep({
  kind: 'posterise',
  version: 1,
  title: 'Posterise',
  family: 'tone',
  purpose: 'A few flat tones instead of many.',
  words: 'posterize flat tones bands cutout stencil levels poster simplify',
  dials: {
    steps: number({ title: 'Steps', unit: 'tones', min: 2, max: 12, step: 1, default: 4, more: 'more tones' }),
    spacing: choice({ title: 'Spaced', options: ['by eye', 'evenly'], default: 'by eye' }),
    softness: share({ title: 'Softness', default: 0.08, more: 'softer passages between tones' }),
  },
  ...ON_GREYS,
  summary: ({ steps, spacing }) => `${Math.round(steps)} tones, ${spacing}`,
  apply: { table: ({ steps, spacing, softness }) => posteriseTable(Math.round(steps), spacing, softness) },
});
