import type { Arena } from '../../raster/arena';
import type { Brightness, Glint } from '../../raster/kernels';
import { ONE, sizeOf } from '../../raster/raster';
import { grow, overlap } from '../../raster/region';
import { blankPlane } from '../../raster/uniform';
import { chanceAt } from '../../units/noise';
import { cosDeg, sinDeg } from '../../units/exact';
import { angle, choice, colour, drawn, length, number, pointOn, seed, share } from '../../fields/dials';
import type { SheetPoint } from '../../fields/values';
import { isWhole, type Size } from '../../sheet/model';
import { pathOf, pointsOf } from '../../units/stroke-path';
import { defineStep, type Coarse } from '../declare';
import { over } from './laid';

const BRIGHTEST = 'the brightest points';
const PLACES = 'places';

/** Breadth of a ray where it begins, of its length, and of the core. By trial. */
const RAY = 0.035;
const CORE = 0.09;
/** Pixels of one brightness are told apart by chance on places so far apart, mm. */
const PLACE_MM = 0.4;

interface Rays {
  readonly turn: number;
  readonly rays: number;
  readonly irregular: number;
  readonly seed: number;
}

/** What is told apart of brightness, mm. */
const GRAIN_MM = 0.4;

/** A glint `reach` px long; its rays are unlike by its number. */
const glintAt = (x: number, y: number, reach: number, number: number, { turn, rays, irregular, seed: first }: Rays): Glint => ({
  x,
  y,
  reach,
  core: CORE * reach,
  breadth: RAY * reach,
  rays: Float64Array.from(
    Array.from({ length: rays }, (_, i) => {
      const at = turn + (360 * i) / rays + irregular * 24 * (chanceAt(number, 2 * i, first) - 0.5);
      return [cosDeg(at), -sinDeg(at), reach * (1 - irregular * 0.75 * chanceAt(number, 2 * i + 1, first))];
    }).flat(),
  ),
});

/** A plane in the arena, where a kernel that is called for it often does not copy it each time. */
const laidOut = (plane: Int16Array, arena: Arena): Int16Array => {
  if (arena.holds(plane)) return plane;
  const out = arena.plane(plane.length);
  out.set(plane);
  return out;
};

/** Sparkles: rays of light from the brightest place of each cell of a grid, or from chosen places. */
export const glints = defineStep({
  kind: 'glints',
  version: 2,
  title: 'Glints',
  family: 'light',
  purpose: 'Sparkles with rays, on the brightest points or where they are put.',
  words: 'sparkle star shine flare twinkle bling highlight rays',
  dials: {
    where: choice({ title: 'On', options: [BRIGHTEST, PLACES], default: BRIGHTEST }),
    places: drawn({ title: 'Places', as: 'places', default: '', shownWhen: { dial: 'where', is: PLACES } }),
    from: share({ title: 'Bright from', default: 0.9, more: 'only the very brightest', shownWhen: { dial: 'where', is: BRIGHTEST } }),
    apart: length({
      title: 'Apart',
      min: 2,
      max: 200,
      wide: true,
      default: 30,
      more: 'fewer of them',
      shownWhen: { dial: 'where', is: BRIGHTEST },
    }),
    size: length({ title: 'Size', min: 0.5, max: 80, wide: true, default: 8, more: 'longer rays' }),
    rays: number({ title: 'Rays', unit: '', min: 4, max: 8, step: 1, default: 4, more: 'more rays' }),
    irregular: share({ title: 'Irregular', default: 0.5, more: 'rays of unlike length and angle', further: true }),
    turn: angle({ title: 'Turn', min: 0, max: 90, default: 12, more: 'turned further counter-clockwise', further: true }),
    strength: share({ title: 'Strength', default: 1, more: 'brighter' }),
    colour: colour({ title: 'Colour', default: { srgb: '#ffffff' } }),
    seed: seed({ title: 'Seed', default: 1, further: true }),
  },
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: () => 0,
  reads: (_, region) => region,
  // One put by itself may lie anywhere.
  spreads: ({ where, size }) => (where === PLACES ? null : size + 1),
  // Brightness is looked for in whole cells, as far about as rays reach.
  coarse: ({ where, apart, size }) => (where === BRIGHTEST ? [{ grain: GRAIN_MM, reach: size + apart + 1 }] : []),
  locality: 'grid',
  draft: { behaviour: 'same' },
  // Version 1 had one place, or the sheet's middle.
  upgrade: ({ where, place, ...params }) => {
    const at = place as SheetPoint | null | undefined;
    const places = at ? pathOf([Math.round(at.x * 100), Math.round(at.y * 100)]) : '';
    return { places, ...params, where: where === 'a place' ? PLACES : where };
  },
  summary: ({ where, rays }) => `${Math.round(rays)} rays, on ${where}`,
  *apply(input, params, at, kernels) {
    const region = at.wanted;
    const { arena } = kernels;
    const { pxPerMm } = at;
    const rays: Rays = { turn: params.turn, rays: Math.round(params.rays), irregular: params.irregular, seed: params.seed };
    const plane = arena.plane(sizeOf(region)).fill(0);
    let isAny = false;
    const put = (glint: Glint): void => {
      if (!overlap(grow({ x: Math.floor(glint.x), y: Math.floor(glint.y), width: 1, height: 1 }, Math.ceil(glint.reach) + 1), region))
        return;
      kernels.glint(glint, plane, region);
      isAny = true;
    };
    const reach = params.size * pxPerMm;
    if (params.where === PLACES) {
      for (const [i, { x, y }] of placesOf(params.places, at.size).entries()) put(glintAt(x * pxPerMm, y * pxPerMm, reach, i, rays));
    } else {
      const { tone: bright, shift } = at.coarse[0] as Coarse;
      const [light, there] = [laidOut(bright.tone, arena), bright.coverage && laidOut(bright.coverage, arena)];
      const side = 2 ** shift;
      const cell = Math.max(2, Math.round((params.apart * pxPerMm) / side));
      const about = grow(region, Math.ceil(reach) + 1);
      const [left, top] = [Math.floor(about.x / side / cell), Math.floor(about.y / side / cell)];
      const of: Brightness = { least: params.from, seed: params.seed, mm: side / pxPerMm, apartMm: PLACE_MM };
      for (let row = top; row * cell * side < about.y + about.height; row++) {
        for (let column = left; column * cell * side < about.x + about.width; column++) {
          const box = { x: column * cell, y: row * cell, width: cell, height: cell };
          const found = kernels.brightest(light, there, bright.region, box, of);
          if (found < 0) continue;
          const size = reach * (0.45 + 0.55 * chanceAt(column, row, params.seed + 5));
          const { x, y, width } = bright.region;
          const [px, py] = [x + (found % width) + 0.5, y + Math.floor(found / width) + 0.5];
          put(glintAt(px * side, py * side, size, column * 8191 + row, rays));
        }
        yield;
      }
    }
    const print = input.data;
    const colour = at.colourOf(params.colour);
    if (!isAny) return over({ print, plane: blankPlane(plane.length), colour, region }, at, kernels);
    kernels.complement(plane, Math.round(params.strength * ONE), plane);
    kernels.complement(plane, ONE, plane);
    if (!isWhole(at.edges) || at.draft) return over({ print, plane, colour, region }, at, kernels);
    // Thin rays would break up as dots: where every pixel is all or nothing they are cut, at a quarter of their light.
    kernels.combined(plane, 2, null, 0, 0, 0, plane);
    return over({ print, plane, colour, region }, { ...at, edges: 'hard' }, kernels);
  },
});

/** Chosen places, mm; the middle of the sheet until one is chosen. */
const placesOf = (text: string, size: Size): readonly SheetPoint[] => {
  const points = pointsOf(text);
  if (points.length === 0) return [pointOn(null, {}, size)];
  return Array.from({ length: points.length / 2 }, (_, i) => ({
    x: (points[2 * i] as number) / 100,
    y: (points[2 * i + 1] as number) / 100,
  }));
};
