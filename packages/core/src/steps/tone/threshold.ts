import { defineStep } from '../declare';
import { share } from '../dials';
import { toneTable } from './table';

/** out = clamp((in − cut) / softness + ½); without softness, white from the cut up. */
export const threshold = defineStep({
  kind: 'threshold',
  version: 1,
  title: 'Black and white',
  family: 'tone',
  purpose: 'A threshold: darker becomes black, lighter white, with as soft a passage as wanted.',
  words: 'threshold bitmap photocopy hard contrast',
  dials: {
    cut: share({ title: 'Cut', default: 0.5, more: 'more becomes black' }),
    softness: share({ title: 'Softness', default: 0.05, more: 'a longer passage from black to white' }),
  },
  takes: 'tone',
  gives: 'tone',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  summary: ({ cut, softness }) => `at ${(100 * cut).toFixed(0)} %, ${softness > 0 ? `soft ${(100 * softness).toFixed(0)} %` : 'hard'}`,
  apply: {
    table: ({ cut, softness }) =>
      toneTable((tone) => (softness > 0 ? Math.max(0, Math.min(1, (tone - cut) / softness + 0.5)) : tone >= cut ? 1 : 0)),
  },
});
