import { pass, toggle } from '../../fields/dials';
import { defineStep, ON_GREYS } from '../declare';
import { toneAtShare, type ToneStatistics } from '../statistics';
import { throughPoints } from './interpolation';
import { toneTable } from './table';

/** Shares of a picture below its dark, middle and light point. */
const POINTS = [0.05, 0.5, 0.95] as const;

/** Least distance between two of them, as tones: a picture of one grey has them all in one place. */
const APART = 1 / 256;

/** The tone below which 5, 50 and 95 % of a picture lie. */
export const tonePoints = (statistics: ToneStatistics): readonly [number, number, number] => {
  const [dark, middle, light] = POINTS.map((share) => toneAtShare(statistics, share)) as [number, number, number];
  const centre = Math.max(2 * APART, Math.min(1 - 2 * APART, middle));
  return [Math.max(APART, Math.min(dark, centre - APART)), centre, Math.min(1 - APART, Math.max(light, centre + APART))];
};

/**
 * A curve that brings the three points of one picture to those of another: monotone through them, and beyond them towards black and
 * white as steeply as between them, until it is there.
 */
export const matchingCurve = (own: ToneStatistics, other: ToneStatistics, endsOnly: boolean): ((tone: number) => number) => {
  const [from, to] = [tonePoints(own), tonePoints(other)];
  const below = Math.max(0, to[0] - (from[0] * (to[1] - to[0])) / (from[1] - from[0]));
  const above = Math.min(1, to[2] + ((1 - from[2]) * (to[2] - to[1])) / (from[2] - from[1]));
  const inner = endsOnly ? [0, 2] : [0, 1, 2];
  return throughPoints([[0, below], ...inner.map((k) => [from[k] as number, to[k] as number] as const), [1, above]]);
};

export const matchTones = defineStep({
  kind: 'match-tones',
  version: 1,
  title: 'Match tones',
  family: 'tone',
  purpose: 'Dark, middle and light points of an earlier pass, so that several elements share one light.',
  words: 'same light brightness collage fit together balance another pass',
  dials: {
    of: pass({ title: 'Those of', default: null }),
    endsOnly: toggle({ title: 'Dark and light points only', default: false, more: 'the middle stays where it falls' }),
  },
  ...ON_GREYS,
  wantsStatistics: ({ of }) => of !== null,
  readsTonesOf: ({ of }) => of,
  summary: ({ of, endsOnly }) =>
    of === null ? 'no pass chosen yet' : endsOnly ? 'dark and light points' : 'dark, middle and light points',
  apply: {
    table: ({ endsOnly }, { statistics, others }) =>
      toneTable(statistics && others && others.total > 0 ? matchingCurve(statistics, others, endsOnly) : (tone) => tone),
  },
});
