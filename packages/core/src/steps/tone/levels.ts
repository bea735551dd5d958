import { ln, power } from '../../units/exact';
import { defineStep } from '../declare';
import { share, toggle } from '../../fields/dials';
import { toneAtShare, type ToneStatistics } from '../statistics';
import { toneTable } from './table';

/** Least distance of input white from input black. */
const LEAST_SPAN = 1 / 1024;

/** Input black and white with a share of the picture clipped at each end. */
export const automaticLevels = (statistics: ToneStatistics, clip: number): { black: number; white: number } => {
  const black = toneAtShare(statistics, clip);
  const white = toneAtShare(statistics, 1 - clip);
  return white - black >= LEAST_SPAN ? { black, white } : { black: 0, white: 1 };
};

/** out = low + (high − low) · t^p with t the input between black and white, and p such that ½ becomes the midtone. */
export const levels = defineStep({
  kind: 'levels',
  version: 1,
  title: 'Levels',
  family: 'tone',
  purpose: 'Where black and white begin, and how far the print goes towards them.',
  words: 'contrast black point white point blown highlights',
  dials: {
    auto: toggle({ title: 'Find black and white', default: true }),
    clip: share({
      title: 'Clip',
      max: 0.2,
      default: 0.003,
      more: 'more of each end goes solid',
      shownWhen: { dial: 'auto', is: true },
    }),
    black: share({
      title: 'Input black',
      max: 0.99,
      default: 0,
      more: 'more becomes black',
      shownWhen: { dial: 'auto', is: false },
    }),
    white: share({
      title: 'Input white',
      min: 0.01,
      default: 1,
      more: 'less becomes white',
      shownWhen: { dial: 'auto', is: false },
    }),
    midtone: share({ title: 'Midtone', min: 0.05, max: 0.95, default: 0.5, more: 'lighter middle' }),
    outBlack: share({ title: 'Output black', default: 0, more: 'blacks let paper through' }),
    outWhite: share({ title: 'Output white', default: 1, more: 'whiter whites; less keeps dots in blown light' }),
  },
  takes: 'tone',
  gives: 'tone',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  summary: ({ auto, black, white, outBlack, outWhite }) => {
    const figure = (v: number): string => (100 * v).toFixed(0);
    return `${auto ? 'found' : `${figure(black)}–${figure(white)}`} to ${figure(outBlack)}–${figure(outWhite)} %`;
  },
  wantsStatistics: ({ auto }) => auto,
  found: { while: 'auto', find: ({ clip }, statistics) => automaticLevels(statistics, clip) },
  apply: {
    table: ({ auto, clip, black, white, midtone, outBlack, outWhite }, { statistics }) => {
      const input = auto && statistics ? automaticLevels(statistics, clip) : { black, white };
      const span = Math.max(LEAST_SPAN, input.white - input.black);
      const exponent = ln(midtone) / ln(0.5);
      return toneTable((tone) => {
        const t = Math.max(0, Math.min(1, (tone - input.black) / span));
        return outBlack + (outWhite - outBlack) * (midtone === 0.5 ? t : power(t, exponent));
      });
    },
  },
});
