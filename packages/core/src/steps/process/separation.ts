import { defineStep } from '../declare';
import { separationCubes, type Separation } from './separate';

/** One ink's tones of a picture in colour: a plate before it is screened. A part of `process-screen`, and no step of its own. */
export const separation = defineStep({
  kind: 'separation',
  version: 1,
  title: 'Separation',
  family: 'screen',
  purpose: 'One ink’s tones of a picture in colour.',
  words: '',
  dials: {},
  takes: 'colour',
  gives: 'tone',
  amount: 'none',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  *apply(input, params, { draft }, kernels) {
    const { inks, black, colour, plate } = params as unknown as Separation & { readonly colour: number; readonly plate: number };
    const count = input.data.length / 4;
    const [tone, coverage] = [kernels.arena.plane(count), kernels.arena.plane(count)];
    yield;
    kernels.cube(input.data, separationCubes({ inks, black, colour, draft })[plate] as Int16Array, tone, coverage);
    return { kind: 'tone', region: input.region, tone, coverage };
  },
});
