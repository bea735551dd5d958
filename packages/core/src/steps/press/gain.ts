import { remembering } from '../../units/remember';
import { defineStep, ON_GREYS } from '../declare';
import { choice, curve, share, toggle, type CurvePoint } from '../../fields/dials';
import { throughPoints } from '../tone/interpolation';
import { toneTable } from '../tone/table';
import { filled } from '../../units/filled';

export interface GainDials {
  readonly by: 'the middle' | 'measured patches';
  readonly middle: number;
  readonly measured: readonly CurvePoint[];
  readonly compensate: boolean;
}

const STEPS = 1024;

/** The ink that prints for an ink asked for, both 0 … 1. The parabola a + 4 · g · a · (1 − a) is a common model (common practice). */
const printedInk = ({ by, middle, measured }: Omit<GainDials, 'compensate'>): ((ink: number) => number) =>
  by === 'the middle' ? (a) => Math.max(0, Math.min(1, a + 4 * middle * a * (1 - a))) : throughPoints(measured);

/** The least ink to be asked for so that at least this much prints. */
const inkToAsk = (printed: (ink: number) => number): ((ink: number) => number) => {
  const prints = filled(new Float64Array(STEPS + 1), (i) => printed(i / STEPS));
  for (let i = 1; i <= STEPS; i++) prints[i] = Math.max(prints[i] as number, prints[i - 1] as number);
  return (wanted) => {
    const i = prints.findIndex((ink) => ink >= wanted);
    if (i <= 0) return i < 0 ? 1 : 0;
    const [from, to] = [prints[i - 1] as number, prints[i] as number];
    return (i - 1 + (to > from ? (wanted - from) / (to - from) : 1)) / STEPS;
  };
};

/** What the step makes of an ink: the gain, or what has to be asked for instead. */
export const gainedInk = (dials: GainDials): ((ink: number) => number) => {
  const printed = printedInk(dials);
  return dials.compensate ? inkToAsk(printed) : printed;
};

const tableFor = remembering(6, JSON.stringify as (dials: GainDials) => string, (dials) => {
  const ink = gainedInk(dials);
  return toneTable((tone) => 1 - ink(1 - tone));
});

/** Tone value increase: printed less asked ink, ISO 12647-1. Before a screen, or on a picture, ink is 1 − tone. */
export const gain = defineStep({
  kind: 'gain',
  version: 1,
  title: 'Gain',
  family: 'press',
  purpose: 'Dots print larger than they were made: the gain of a press, or its compensation.',
  words: 'dot gain tone value increase compensation darker press curve',
  dials: {
    by: choice({ title: 'Known by', options: ['the middle', 'measured patches'], default: 'the middle' }),
    middle: share({
      title: 'Gain at 50 %',
      max: 0.4,
      default: 0.18,
      more: 'middle tones print darker',
      shownWhen: { dial: 'by', is: 'the middle' },
    }),
    measured: curve({
      title: 'Printed ink',
      domain: 'tone',
      default: [
        [0, 0],
        [0.25, 0.39],
        [0.5, 0.68],
        [0.75, 0.88],
        [1, 1],
      ],
      more: 'more ink prints',
      presets: [
        {
          name: 'none',
          points: [
            [0, 0],
            [1, 1],
          ],
        },
        {
          name: 'newspaper',
          points: [
            [0, 0],
            [0.25, 0.45],
            [0.5, 0.76],
            [0.75, 0.93],
            [1, 1],
          ],
        },
      ],
      shownWhen: { dial: 'by', is: 'measured patches' },
    }),
    compensate: toggle({ title: 'Compensate', default: false, more: 'less ink is asked for, so that the tone meant prints' }),
  },
  ...ON_GREYS,
  summary: (dials) => `${dials.compensate ? 'compensated, ' : ''}50 % prints ${(100 * printedInk(dials)(0.5)).toFixed(0)} %`,
  apply: { table: (dials) => tableFor(dials) },
});
