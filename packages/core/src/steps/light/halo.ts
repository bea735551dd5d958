import { ONE, sizeOf } from '../../raster/raster';
import { crop, grow } from '../../raster/region';
import { blankPlane } from '../../raster/uniform';
import { exp, ln } from '../../units/exact';
import { remembering } from '../../units/remember';
import { choice, colour, length, share, toggle } from '../../fields/dials';
import { defineStep, type Covered } from '../declare';
import { toneTable } from '../tone/table';
import { edgeDistance } from './edge-distance';
import { over, under, within } from './laid';

const WHERE = ['outside', 'inside', 'on the edge'] as const;

/** The exponent of a falloff: 0 stays full until the reach, ½ falls straight, 1 hugs the edge. By trial. */
const exponentOf = (falloff: number): number => exp(ln(16) * (falloff - 0.5) * 2 * 0.75);

/** Light at each distance, a share of the reach: (1 − d)^e · strength. Smooth where it ends. */
const lightBy = remembering(
  8,
  (dials: { readonly falloff: number; readonly strength: number }) => JSON.stringify(dials),
  ({ falloff, strength }) => {
    const power = exponentOf(falloff);
    return toneTable((d) => (d >= 1 ? 0 : strength * exp(power * ln(1 - d))));
  },
);

/** Light (or soft ink) about the edges of what prints, by the exact distance to them. */
export const halo = defineStep({
  kind: 'halo',
  version: 1,
  title: 'Halo',
  family: 'light',
  purpose: 'A glow round what prints, inside it, or along its edge.',
  words: 'glow outer inner aura rim light neon outline stroke edge',
  dials: {
    where: choice({ title: 'Where', options: WHERE, default: 'outside' }),
    colour: colour({ title: 'Colour', default: { srgb: '#ffd9a0' } }),
    reach: length({ title: 'Reach', min: 0.1, max: 60, wide: true, default: 6, more: 'glows further' }),
    falloff: share({ title: 'Falloff', default: 0.5, more: 'keeps closer to the edge' }),
    strength: share({ title: 'Strength', default: 0.9, more: 'brighter' }),
    only: toggle({ title: 'The halo alone', default: false }),
  },
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: () => 0,
  reads: ({ reach }, region, { pxPerMm }) => grow(region, Math.ceil(reach * pxPerMm) + 2),
  spreads: ({ reach }) => reach + 0.2,
  locality: 'local',
  draft: { behaviour: 'same' },
  alone: ({ only, colour }) => (only ? colour : null),
  summary: ({ where, reach }) => `${where}, ${Number(reach.toFixed(1))} mm`,
  readsCoverage: ({ only }) => (only ? 'alone' : 'and colours'),
  *apply(input, { where, colour: ref, reach, falloff, strength, only }, at, kernels) {
    const { region: wide, plane: coverage } = at.covered as Covered;
    const { arena } = kernels;
    const region = at.wanted;
    const count = sizeOf(region);
    const table = lightBy({ falloff, strength });
    const mostPx = Math.max(1, reach * at.pxPerMm);
    function* lightTo(way: 'outwards' | 'inwards'): Generator<void, Int16Array, void> {
      const light = arena.plane(count);
      kernels.table(yield* edgeDistance(coverage, wide, mostPx, way, region, kernels), table, light);
      return light;
    }
    const print = input.data;
    const there = crop(coverage, wide, region, arena);
    const glow = at.colourOf(ref);
    if (where === 'outside') {
      // Where all is covered there is no outside.
      if (kernels.extent(there) === 'whole') return under({ print, plane: blankPlane(count), colour: glow, region }, at, kernels);
      const light = yield* lightTo('outwards');
      if (only) kernels.multiply(light, complement(there), light);
      return under({ print, plane: light, colour: glow, region }, at, kernels);
    }
    const inner = yield* lightTo('inwards');
    if (where === 'inside') {
      if (!only) return within({ print, plane: inner, colour: glow, region }, at, kernels);
      kernels.multiply(inner, there, inner);
      return over({ print, plane: inner, colour: glow, region }, at, kernels);
    }
    // Each side of the edge by its own distance: the farther one of both, which is nothing on the other's side.
    const light = yield* lightTo('outwards');
    kernels.lesser(light, inner, light);
    return over({ print, plane: light, colour: glow, region }, at, kernels);

    function complement(plane: Int16Array): Int16Array {
      const out = arena.plane(plane.length);
      kernels.complement(plane, ONE, out);
      return out;
    }
  },
});
