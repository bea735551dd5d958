import { remembering } from '../../units/remember';
import { defineStep, type Coarse } from '../declare';
import { liftTable, softCopy, softWish } from '../soft';
import { choice, length, share, toggle } from '../../fields/dials';
import { otsuBin } from '../otsu';
import { TONE_BINS } from '../../raster/kernels';
import type { ToneStatistics } from '../statistics';
import { toneTable } from './table';

/** Half way between the last tone of the darker group and the next one; the middle of an empty picture. */
export const foundCut = (statistics: ToneStatistics): number => (statistics.total > 0 ? (otsuBin(statistics) + 0.5) / TONE_BINS : 0.5);

/** A passage of a softness about nothing: white from there up. */
const passage = (over: number, softness: number): number =>
  softness > 0 ? Math.max(0, Math.min(1, over / softness + 0.5)) : over >= 0 ? 1 : 0;

const oneCut = remembering(8, String, ([cut, softness]: readonly [number, number]) => toneTable((tone) => passage(tone - cut, softness)));
const localCut = remembering(8, String, ([bias, softness]: readonly [number, number]) =>
  liftTable((apart) => passage(apart + bias, softness)),
);

/**
 * out = clamp((in − cut) / softness + ½); without softness, white from the cut up. The cut is one for all, given or found by Otsu's
 * method, or at each place the mean of a window about it (Gaussian, its σ half the window) less a bias.
 */
export const threshold = defineStep({
  kind: 'threshold',
  version: 3,
  title: 'Black and white',
  family: 'tone',
  purpose: 'A threshold: darker becomes black, lighter white, with as soft a passage as wanted.',
  words: 'threshold bitmap photocopy hard contrast otsu automatic uneven light scan local',
  dials: {
    how: choice({ title: 'Cut', options: ['one for all', 'place by place'], default: 'one for all' }),
    auto: toggle({ title: 'Find the cut', default: true, shownWhen: { dial: 'how', is: 'one for all' } }),
    cut: share({ title: 'Cut at', default: 0.5, more: 'more becomes black', shownWhen: { dial: 'auto', is: false } }),
    window: length({
      title: 'Window',
      min: 0.5,
      max: 60,
      wide: true,
      default: 10,
      more: 'larger surroundings decide',
      shownWhen: { dial: 'how', is: 'place by place' },
    }),
    bias: share({
      title: 'Darker by',
      min: -0.3,
      max: 0.3,
      default: 0.06,
      more: 'only what is darker than its surroundings by more',
      shownWhen: { dial: 'how', is: 'place by place' },
    }),
    softness: share({ title: 'Softness', default: 0.05, more: 'a longer passage from black to white' }),
  },
  takes: 'tone',
  gives: 'tone',
  amount: 'mix',
  reach: () => 0,
  locality: 'grid',
  coarse: ({ how, window }) => (how === 'place by place' ? [softWish(window / 2)] : []),
  draft: { behaviour: 'same' },
  summary: ({ how, auto, cut, window, softness }) =>
    `${how === 'place by place' ? `over ${Number(window.toFixed(1))} mm` : `at ${auto ? 'the cut found' : `${(100 * cut).toFixed(0)} %`}`}, ${softness > 0 ? `soft ${(100 * softness).toFixed(0)} %` : 'hard'}`,
  wantsStatistics: ({ how, auto }) => how === 'one for all' && auto,
  found: { while: 'auto', find: (_, statistics) => ({ cut: foundCut(statistics) }) },
  // Version 1 had no cut of its own finding, version 2 none place by place.
  upgrade: (params, from) => ({ how: 'one for all', window: 10, bias: 0.06, ...(from < 2 ? { auto: false } : {}), ...params }),
  *apply(input, { how, auto, cut: given, window, bias, softness }, at, kernels) {
    yield;
    const tone = kernels.arena.plane(input.tone.length);
    if (how === 'one for all') {
      const cut = auto && at.statistics ? foundCut(at.statistics) : given;
      kernels.table(input.tone, oneCut([cut, softness]), tone);
      return { ...input, tone };
    }
    const about = softCopy(at.coarse[0] as Coarse, input.region, (window / 2) * at.pxPerMm, kernels);
    kernels.lifted(null, input.tone, about, localCut([bias, softness]), tone);
    return { ...input, tone };
  },
});
