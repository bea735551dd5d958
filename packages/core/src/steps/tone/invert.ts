import { defineStep } from '../declare';
import { toneTable } from './table';

/** out = 1 − in. */
export const invert = defineStep({
  kind: 'invert',
  version: 1,
  title: 'Invert',
  family: 'tone',
  purpose: 'Dark becomes light and light dark.',
  words: 'negative reverse lights and darks',
  dials: {},
  takes: 'tone',
  gives: 'tone',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  apply: { table: () => toneTable((tone) => 1 - tone) },
});
