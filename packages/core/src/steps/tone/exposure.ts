import { power } from '../../units/exact';
import { remembering } from '../../units/remember';
import { defineStep, ON_COLOURS } from '../declare';
import { number } from '../../fields/dials';
import { gainTable } from './gain-table';

const exposed = remembering(4, String, (stops: number): Int16Array => gainTable(power(2, stops)));

/** Light · 2^stops, sRGB decoded and encoded again (IEC 61966-2-1). */
export const exposure = defineStep({
  kind: 'exposure',
  version: 1,
  title: 'Exposure',
  family: 'tone',
  purpose: 'More or less light, as if the shutter had stayed open longer.',
  words: 'brighter darker light stops photograph',
  dials: { stops: number({ title: 'Stops', unit: 'EV', min: -6, max: 6, step: 0.1, default: 0, more: 'lighter' }) },
  ...ON_COLOURS,
  summary: ({ stops }) => `${stops > 0 ? '+' : ''}${Number(stops.toFixed(2))} EV`,
  *apply(input, { stops }, _, kernels) {
    const table = exposed(stops);
    yield;
    const data = kernels.arena.plane(input.data.length);
    kernels.channels(input.data, table, table, table, data);
    return { ...input, data };
  },
});
