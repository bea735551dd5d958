import { power } from '../../units/exact';
import { defineStep, ON_GREYS } from '../declare';
import { share, toggle } from '../../fields/dials';
import { foundCut } from './threshold';
import { toneTable } from './table';

/** At full strength a tone an eighth of the way from the middle is all but black or white. */
const STEEPEST = 0.94;
const LEAST_MIDDLE = 0.02;

/**
 * Steeper about a middle m by a power p: m · (t / m)^p below, 1 − (1 − m) · ((1 − t) / (1 − m))^p above, so that the ends stay and
 * the slope in the middle is p.
 */
const contrastTable = (strength: number, middle: number): Int16Array => {
  const p = 1 / (1 - STEEPEST * strength);
  const m = Math.max(LEAST_MIDDLE, Math.min(1 - LEAST_MIDDLE, middle));
  return toneTable((t) => (t <= m ? m * power(t / m, p) : 1 - (1 - m) * power((1 - t) / (1 - m), p)));
};

export const contrast = defineStep({
  kind: 'contrast',
  version: 1,
  title: 'Contrast',
  family: 'tone',
  purpose: 'Steeper about a middle, until large whites and blacks remain with a little grey between.',
  words: 'contrast punch graphic black and white hard poster',
  dials: {
    strength: share({ title: 'Strength', default: 0.5, more: 'more of the picture goes to black or white' }),
    auto: toggle({ title: 'Find the middle', default: true }),
    middle: share({ title: 'Middle', default: 0.5, more: 'more becomes black', shownWhen: { dial: 'auto', is: false } }),
  },
  ...ON_GREYS,
  summary: ({ strength, auto, middle }) =>
    `${(100 * strength).toFixed(0)} % about ${auto ? 'the middle found' : `${(100 * middle).toFixed(0)} %`}`,
  wantsStatistics: ({ auto }) => auto,
  found: { while: 'auto', find: (_, statistics) => ({ middle: foundCut(statistics) }) },
  apply: {
    table: ({ strength, auto, middle }, { statistics }) => contrastTable(strength, auto && statistics ? foundCut(statistics) : middle),
  },
});
