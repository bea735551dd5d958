import { readFrom, taken, wayBack } from '../../raster/shifted';
import { defineStep } from '../declare';
import { angle, length, share } from '../../fields/dials';

/** A plate out of register: turned and stretched about the gripper corner (top left), then shifted. Catmull–Rom. */
export const misregister = defineStep({
  kind: 'misregister',
  version: 1,
  title: 'Misregister',
  family: 'press',
  purpose: 'The plate lies a little beside its place: shifted, turned, or on paper that stretched.',
  words: 'registration offset glitch shifted plate out of register print error',
  dials: {
    across: length({ title: 'Across', min: -20, max: 20, default: 0.8, more: 'further to the right' }),
    down: length({ title: 'Down', min: -20, max: 20, default: 0.5, more: 'further down' }),
    turn: angle({ title: 'Turn', min: -5, max: 5, default: 0, more: 'turned counter-clockwise about the top left corner' }),
    stretch: share({ title: 'Stretch', min: -0.03, max: 0.03, default: 0, more: 'larger, away from the top left corner' }),
  },
  takes: 'any',
  gives: 'same',
  amount: 'scale',
  scaled: (params, amount) => ({
    across: params.across * amount,
    down: params.down * amount,
    turn: params.turn * amount,
    stretch: params.stretch * amount,
  }),
  reach: () => 0,
  reads: (params, region, { pxPerMm }) => readFrom(wayBack(params, pxPerMm), region),
  locality: 'local',
  draft: { behaviour: 'same' },
  summary: ({ across, down }) => `${Number(across.toFixed(2))}, ${Number(down.toFixed(2))} mm`,
  *apply(input, params, at, kernels) {
    const way = wayBack(params, at.pxPerMm);
    const region = at.wanted;
    yield;
    const moved = (plane: Int16Array, channels: 1 | 4): Int16Array => taken(plane, channels, input.region, way, region, kernels);
    if (input.kind === 'ink') return { ...input, region, coverage: moved(input.coverage, 1) };
    if (input.kind === 'colour') return { ...input, region, data: moved(input.data, 4) };
    if (!input.coverage) return { ...input, region, tone: moved(input.tone, 1) };
    // What is not there lends no tone: it is as light as paper.
    return { ...input, region, tone: moved(input.tone, 1), coverage: moved(input.coverage, 1) };
  },
});
