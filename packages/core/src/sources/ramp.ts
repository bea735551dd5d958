import { angle, choice, ramp as rampDial } from '../fields/dials';
import type { SourceDeclaration, SourceOfDials } from './declare';
import { boxAffine, boxCoverage } from '../raster/place';
import { rampAt, type RampPoint } from '../raster/ramp';
import { ONE, sizeOf, times } from '../raster/raster';
import type { Placement } from '../sheet/model';
import { cosDeg, sinDeg } from '../units/exact';
import { once } from '../units/remember';
import { keyOf } from '../nodes/key';
import type { Node } from '../nodes/node';

export interface RampColours {
  readonly form: 'straight' | 'round';
  /** The way it runs, counter-clockwise from left to right; only of a straight one. */
  readonly angle: number;
  readonly stops: readonly RampPoint[];
}

const RAMP_STEPS = 4096;

/** Premultiplied colours along a ramp, RAMP_STEPS + 1 of them, straight between its stops. */
const rampTable = (stops: RampColours['stops']): Int16Array => {
  const table = new Int16Array(4 * (RAMP_STEPS + 1));
  for (let i = 0; i <= RAMP_STEPS; i++) {
    const { colour, strength } = rampAt(stops, i / RAMP_STEPS);
    const alpha = Math.floor(strength * ONE + 0.5);
    colour.forEach((v, c) => (table[4 * i + c] = times(Math.floor(v + 0.5), alpha)));
    table[4 * i + 3] = alpha;
  }
  return table;
};

/** Colours running into each other across the placed box; beyond its edge the ends hold. */
export const rampNode = (ramp: RampColours, placement: Placement, pxPerMm: number): Node<'colour'> => {
  const [cos, sin] = [cosDeg(ramp.angle), sinDeg(ramp.angle)];
  const { width, height } = placement;
  // Half the way that the corners of the box lie apart along the ramp.
  const reach = Math.abs(cos) * width + Math.abs(sin) * height;
  const at = boxAffine(placement, pxPerMm, 2, 2);
  const way = once(() => ({ form: ramp.form, at, cos, sin, width, height, reach, table: rampTable(ramp.stops) }));
  return {
    key: keyOf('ramp', { ramp, placement, pxPerMm }, []),
    kind: 'colour',
    keeping: 'dear',
    want: () => undefined,
    *render(region, { kernels }) {
      const data = kernels.arena.plane(4 * sizeOf(region));
      kernels.ramp(way(), region, data);
      yield;
      const coverage = placement.beyond === 'nothing' ? boxCoverage(placement, pxPerMm, region, kernels.arena) : null;
      if (!coverage) return { kind: 'colour', region, data };
      const covered = kernels.arena.plane(data.length);
      kernels.weigh(data, coverage, covered);
      return { kind: 'colour', region, data: covered };
    },
  };
};

const DIALS = {
  form: choice({ title: 'Form', options: ['straight', 'round'], default: 'straight' }),
  angle: angle({
    title: 'Angle',
    min: 0,
    max: 360,
    default: 270,
    more: 'turned further counter-clockwise',
    shownWhen: { dial: 'form', is: 'straight' },
  }),
  stops: rampDial({
    title: 'Colours',
    default: [
      { at: 0, colour: { srgb: '#1e1c1e' }, strength: 1 },
      { at: 1, colour: { srgb: '#1e1c1e' }, strength: 0 },
    ],
  }),
};

export type RampSource = SourceOfDials<'ramp', typeof DIALS>;
declare module '../sheet/model' {
  interface SourceKinds {
    readonly ramp: RampSource;
  }
}

export const ramp: SourceDeclaration<RampSource> = {
  kind: 'ramp',
  title: 'Ramp',
  purpose: 'Colours running into each other across its box.',
  words: 'gradient fade vignette split fountain',
  dials: DIALS,
  parts: {},
  node: ({ form, angle, stops }, { placement, pxPerMm, colourOf }) =>
    rampNode(
      { form, angle, stops: stops.map(({ at, colour, strength }) => ({ at, colour: colourOf(colour), strength })) },
      placement,
      pxPerMm,
    ),
  inWords: ({ form }) => `${form} ramp`,
};
