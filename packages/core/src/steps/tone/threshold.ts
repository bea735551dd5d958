import { defineStep } from '../declare';
import { share, toggle } from '../../fields/dials';
import { otsuBin } from '../otsu';
import { TONE_BINS, type ToneStatistics } from '../statistics';
import { toneTable } from './table';

/** Half way between the last tone of the darker group and the next one; the middle of an empty picture. */
export const foundCut = (statistics: ToneStatistics): number => (statistics.total > 0 ? (otsuBin(statistics) + 0.5) / TONE_BINS : 0.5);

/** out = clamp((in − cut) / softness + ½); without softness, white from the cut up. */
export const threshold = defineStep({
  kind: 'threshold',
  version: 2,
  title: 'Black and white',
  family: 'tone',
  purpose: 'A threshold: darker becomes black, lighter white, with as soft a passage as wanted.',
  words: 'threshold bitmap photocopy hard contrast otsu automatic',
  dials: {
    auto: toggle({ title: 'Find the cut', default: true }),
    cut: share({ title: 'Cut', default: 0.5, more: 'more becomes black', shownWhen: { dial: 'auto', is: false } }),
    softness: share({ title: 'Softness', default: 0.05, more: 'a longer passage from black to white' }),
  },
  takes: 'tone',
  gives: 'tone',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  summary: ({ auto, cut, softness }) =>
    `at ${auto ? 'the cut found' : `${(100 * cut).toFixed(0)} %`}, ${softness > 0 ? `soft ${(100 * softness).toFixed(0)} %` : 'hard'}`,
  wantsStatistics: ({ auto }) => auto,
  found: { while: 'auto', find: (_, statistics) => ({ cut: foundCut(statistics) }) },
  // Version 1 had no cut of its own finding.
  upgrade: (params) => ({ auto: false, ...params }),
  apply: {
    table: ({ auto, cut: given, softness }, { statistics }) => {
      const cut = auto && statistics ? foundCut(statistics) : given;
      return toneTable((tone) => (softness > 0 ? Math.max(0, Math.min(1, (tone - cut) / softness + 0.5)) : tone >= cut ? 1 : 0));
    },
  },
});
