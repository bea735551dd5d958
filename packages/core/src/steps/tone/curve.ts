import { defineStep } from '../declare';
import { curve as curveDial } from '../../fields/dials';
import { throughPoints } from './interpolation';
import { toneTable } from './table';

const STRAIGHT = [
  [0, 0],
  [1, 1],
] as const;

/** A tone curve by monotone cubic interpolation through its handles. */
export const curve = defineStep({
  kind: 'curve',
  version: 1,
  title: 'Curve',
  family: 'tone',
  purpose: 'Any tone to any other, by a curve.',
  words: 'contrast s-curve tones',
  dials: {
    points: curveDial({
      title: 'Curve',
      domain: 'tone',
      default: STRAIGHT,
      more: 'lighter',
      presets: [
        { name: 'straight', points: STRAIGHT },
        {
          name: 'steep',
          points: [
            [0, 0],
            [0.3, 0.12],
            [0.7, 0.9],
            [1, 1],
          ],
        },
        {
          name: 'open shade',
          points: [
            [0, 0],
            [0.25, 0.4],
            [1, 1],
          ],
        },
        {
          name: 'held light',
          points: [
            [0, 0],
            [0.7, 0.62],
            [1, 0.93],
          ],
        },
      ],
    }),
  },
  takes: 'tone',
  gives: 'tone',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  summary: ({ points }) => `${points.length} handles`,
  draft: { behaviour: 'same' },
  apply: { table: ({ points }) => toneTable(throughPoints(points)) },
});
