import { exp, ln, power } from '../../units/exact';
import { remembering } from '../../units/remember';
import { decoded, encoded } from '../../units/srgb';
import { defineStep, ON_COLOURS } from '../declare';
import { number, share } from '../../fields/dials';
import { toneTable } from '../tone/table';
import { throughChannels, type ToneColours } from './by-tone';

/** Share of its density that each dye loses in the first year: cyan (which holds red back) goes first. Common practice; the values by trial. */
const LOSS = { cyan: 0.011, magenta: 0.0058, yellow: 0.0036 };
/** Least light of a print: density 2.2. */
const BLACK = 10 ** -2.2;
/** Density in blue that the paper gains in the end, and the years that take it two thirds of the way. */
const STAIN = 0.22;
const STAIN_YEARS = 45;

/** Light r through a dye left with a share of its density: r ↦ r^share, between the print's black and white. */
const faded = (tone: number, left: number, stain: number): number => {
  const light = decoded(tone) * (1 - BLACK) + BLACK;
  const lighter = (power(light, left) - BLACK) / (1 - BLACK);
  return encoded(Math.max(0, lighter) * power(10, -stain));
};

const tablesFor = remembering(
  8,
  ({ years, paper }: { years: number; paper: number }) => `${years} ${paper}`,
  ({ years, paper }): ToneColours => {
    const left = (loss: number): number => exp(years * ln(1 - loss));
    const stain = STAIN * paper * (1 - exp(-years / STAIN_YEARS));
    return [
      toneTable((v) => faded(v, left(LOSS.cyan), 0.12 * stain)),
      toneTable((v) => faded(v, left(LOSS.magenta), 0.4 * stain)),
      toneTable((v) => faded(v, left(LOSS.yellow), stain)),
    ];
  },
);

/** Each dye's density falls by its own share a year; density D of a channel's light r is −log₁₀ r. */
export const fade = defineStep({
  kind: 'fade',
  version: 1,
  title: 'Fade',
  family: 'colour',
  purpose: 'Dyes lose strength one by one with the years, cyan first, and the paper yellows.',
  words: 'old photograph aged faded colours seventies dye vintage years',
  dials: {
    years: number({ title: 'Years', unit: 'years', min: 0, max: 100, step: 1, default: 35, more: 'longer in the light' }),
    paper: share({ title: 'Yellowing', default: 0.5, more: 'the paper goes yellower' }),
  },
  ...ON_COLOURS,
  summary: ({ years }) => `${Math.round(years)} years`,
  *apply(input, params, at, kernels) {
    return yield* throughChannels(input, tablesFor(params), kernels);
  },
});
