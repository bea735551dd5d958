import { angle, choice, ramp as rampDial } from '../fields/dials';
import type { SourceDeclaration, SourceOfDials } from './declare';
import type { Arena } from '../raster/arena';
import { boxAffine, boxCoverage } from '../raster/place';
import { rampAt, type RampPoint } from '../raster/ramp';
import { ONE, sizeOf, times, type Region } from '../raster/raster';
import type { Placement } from '../sheet/model';
import { cosDeg, sinDeg } from '../units/exact';
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

const rampColours = (ramp: RampColours, placement: Placement, pxPerMm: number, region: Region, arena: Arena): Int16Array => {
  const table = rampTable(ramp.stops);
  const at = boxAffine(placement, pxPerMm, 2, 2);
  const [cos, sin] = [cosDeg(ramp.angle), sinDeg(ramp.angle)];
  const [w, h] = [placement.width, placement.height];
  // Half the way that the corners of the box lie apart along the ramp.
  const reach = Math.abs(cos) * w + Math.abs(sin) * h;
  const data = arena.plane(4 * sizeOf(region));
  for (let row = 0, o = 0; row < region.height; row++) {
    const y = region.y + row + 0.5;
    for (let column = 0; column < region.width; column++, o += 4) {
      const x = region.x + column + 0.5;
      const u = at.a * x + at.b * y + at.c - 1;
      const v = at.d * x + at.e * y + at.f - 1;
      const along = ramp.form === 'round' ? Math.sqrt(u * u + v * v) : 0.5 + (cos * u * w - sin * v * h) / (2 * reach);
      const i = 4 * Math.floor(Math.max(0, Math.min(1, along)) * RAMP_STEPS + 0.5);
      for (let c = 0; c < 4; c++) data[o + c] = table[i + c] as number;
    }
  }
  return data;
};

/** Colours running into each other across the placed box; beyond its edge the ends hold. */
export const rampNode = (ramp: RampColours, placement: Placement, pxPerMm: number): Node<'colour'> => ({
  key: keyOf('ramp', { ramp, placement, pxPerMm }, []),
  kind: 'colour',
  keeping: 'dear',
  want: () => undefined,
  *render(region, { kernels }) {
    const data = rampColours(ramp, placement, pxPerMm, region, kernels.arena);
    yield;
    const coverage = placement.beyond === 'nothing' ? boxCoverage(placement, pxPerMm, region, kernels.arena) : null;
    if (!coverage) return { kind: 'colour', region, data };
    const covered = kernels.arena.plane(data.length);
    kernels.weigh(data, coverage, covered);
    return { kind: 'colour', region, data: covered };
  },
});

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
