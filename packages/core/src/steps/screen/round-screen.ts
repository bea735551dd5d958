import { choice, frequency, number, point, pointOn, share } from '../../fields/dials';
import type { Ways } from '../../raster/kernels';
import { ONE, sizeOf } from '../../raster/raster';
import { isWhole } from '../../sheet/model';
import { atan2Deg } from '../../units/exact';
import { cellMm } from '../../units/length';
import { CARRIED_DIALS, inkCarried, inkOfTone } from './carried';
import { defineStep } from '../declare';

const RINGS = 'rings';
const RAYS = 'rays';
const SPIRAL = 'a spiral';

/** Pixels between lines from which they begin to be told apart. */
const LEAST_PITCH = 2;

/**
 * Lines about a centre. A place's threshold is its distance from its line's middle, of half the distance between lines, which is spread
 * evenly: t % tone prints t % ink. Rays are as far apart as their share of the circle; a spiral winds out one line a turn for each arm.
 */
export const roundScreen = defineStep({
  kind: 'round-screen',
  version: 1,
  title: 'Round screen',
  family: 'screen',
  purpose: 'Tone becomes rings, rays or a spiral about a place.',
  words: 'concentric circles radial sunburst lines target engraving swirl',
  dials: {
    shape: choice({ title: 'Lines', options: [RINGS, RAYS, SPIRAL], default: RINGS }),
    centre: point({ title: 'Centre', default: null }),
    lpi: frequency({ title: 'Frequency', min: 0.5, max: 120, default: 8, more: 'finer lines', shownWhen: { dial: 'shape', isNot: RAYS } }),
    rays: number({
      title: 'Rays',
      unit: '',
      min: 3,
      max: 720,
      step: 1,
      default: 120,
      more: 'more rays',
      shownWhen: { dial: 'shape', is: RAYS },
    }),
    arms: number({
      title: 'Arms',
      unit: '',
      min: 1,
      max: 12,
      step: 1,
      default: 1,
      more: 'winds out faster',
      shownWhen: { dial: 'shape', is: SPIRAL },
    }),
    hardness: share({ title: 'Hardness', default: 0.9, more: 'crisper edges, up to all or nothing' }),
    ...CARRIED_DIALS,
  },
  takes: 'tone',
  gives: 'ink',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  followsBends: true,
  draft: { behaviour: 'same' },
  summary: ({ shape, lpi, rays }) => (shape === RAYS ? `${rays} rays` : `${shape}, ${lpi} lpi`),
  ink: inkCarried,
  *apply(input, { shape, centre, lpi, rays, arms, hardness, carries, ink }, at, kernels) {
    const { region, tone } = input;
    const { pxPerMm } = at;
    const { x: cx, y: cy } = pointOn(centre, {}, at.size);
    const cell = cellMm(lpi) * pxPerMm;
    const count = Math.round(shape === RAYS ? rays : arms);
    // In a draft too fine a line is its mean tone; in print an edge is at least a pixel wide.
    const amounts = kernels.arena.plane(sizeOf(region));
    kernels.table(tone, inkOfTone(carries), amounts);
    const coverage = kernels.arena.plane(amounts.length);
    const way = wayBy(at.bend);
    const softest = isWhole(at.edges) && !at.draft ? 0 : 0.5 * (1 - hardness);
    for (let row = 0, i = 0; row < region.height; row++) {
      const top = region.y + row + 0.5 - cy * pxPerMm;
      for (let column = 0; column < region.width; column++, i++) {
        const amount = (amounts[i] as number) / ONE;
        if (amount === 0 || amount === 1) {
          coverage[i] = amount * ONE;
          continue;
        }
        const x = region.x + column + 0.5 - cx * pxPerMm + way.x(i);
        const y = top + way.y(i);
        const r = Math.sqrt(x * x + y * y);
        const turn = shape === RINGS ? 0 : (atan2Deg(y, x) * count) / 360;
        const phase = shape === RAYS ? turn : r / cell + turn;
        const pitch = shape === RAYS ? (6.283185307179586 * r) / count : cell;
        const threshold = Math.abs(2 * (phase - Math.floor(phase)) - 1);
        const ink = edged(amount, threshold, Math.max(softest, 1 / Math.max(1, pitch)));
        // Lines nearer to each other than two pixels run together to their mean.
        const seen = Math.max(0, Math.min(1, pitch - LEAST_PITCH));
        coverage[i] = Math.floor((amount + (ink - amount) * seen) * ONE + 0.5);
      }
      if (row % 16 === 15) yield;
    }
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region, coverage, colour: at.colourOf(ink) };
  },
});

/** How far a bend moves a pixel, in pixels; nowhere without one. */
const wayBy = (bend: Ways | null): { readonly x: (i: number) => number; readonly y: (i: number) => number } => {
  if (!bend) return { x: () => 0, y: () => 0 };
  const [across, down] = [bend.across / 256 / ONE, bend.down / 256 / ONE];
  return { x: (i) => (bend.x[i] as number) * across, y: (i) => (bend.y[i] as number) * down };
};

/**
 * Ink at a threshold whose edge is `edge` wide on each side of it, of half a pitch. Near bare and solid the edge is as narrow as the line,
 * so that its mean stays the amount.
 */
const edged = (amount: number, threshold: number, edge: number): number => {
  const half = Math.min(edge, amount, 1 - amount);
  return half === 0 ? Number(threshold < amount) : Math.max(0, Math.min(1, (amount - threshold) / (2 * half) + 0.5));
};
