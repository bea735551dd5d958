import { ONE, sizeOf, type Region, type ToneRaster } from '../../raster/raster';
import { grow } from '../../raster/region';
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

interface Glint {
  readonly x: number;
  readonly y: number;
  /** Length of its rays, px, and its turn, degrees. */
  readonly reach: number;
  readonly turn: number;
  readonly number: number;
}

interface Shape {
  readonly rays: number;
  readonly irregular: number;
  readonly seed: number;
}

/** What is told apart of brightness, mm. */
const GRAIN_MM = 0.4;

/** Adds a glint's light to a plane, as the greater of both. */
const drawGlint = (
  { x, y, reach, turn, number: which }: Glint,
  { rays, irregular, seed: first }: Shape,
  plane: Int16Array,
  region: Region,
): void => {
  const [left, right] = [Math.max(region.x, Math.floor(x - reach)), Math.min(region.x + region.width - 1, Math.ceil(x + reach))];
  const [top, bottom] = [Math.max(region.y, Math.floor(y - reach)), Math.min(region.y + region.height - 1, Math.ceil(y + reach))];
  const ways = Array.from({ length: rays }, (_, i) => {
    const at = turn + (360 * i) / rays + irregular * 24 * (chanceAt(which, 2 * i, first) - 0.5);
    return { cos: cosDeg(at), sin: -sinDeg(at), reach: reach * (1 - irregular * 0.75 * chanceAt(which, 2 * i + 1, first)) };
  });
  const core = CORE * reach;
  for (let py = top; py <= bottom; py++) {
    for (let px = left; px <= right; px++) {
      const [dx, dy] = [px + 0.5 - x, py + 0.5 - y];
      const near = Math.sqrt(dx * dx + dy * dy) / core;
      let light = near < 1 ? (1 - near * near) * (1 - near * near) : 0;
      for (const { cos, sin, reach: far } of ways) {
        const along = (dx * cos + dy * sin) / far;
        if (along < 0 || along >= 1) continue;
        const broad = RAY * reach * (1 - along) + 0.35;
        const across = Math.abs(dx * sin - dy * cos) / broad;
        if (across < 1) light = Math.max(light, (1 - along) * (1 - across));
      }
      if (light <= 0) continue;
      const i = (py - region.y) * region.width + px - region.x;
      plane[i] = Math.max(plane[i] as number, Math.floor(light * ONE + 0.5));
    }
  }
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
    const shape: Shape = { rays: Math.round(params.rays), irregular: params.irregular, seed: params.seed };
    const plane = arena.plane(sizeOf(region)).fill(0);
    const reach = params.size * pxPerMm;
    if (params.where === PLACES) {
      for (const [i, { x, y }] of placesOf(params.places, at.size).entries())
        drawGlint({ x: x * pxPerMm, y: y * pxPerMm, reach, turn: params.turn, number: i }, shape, plane, region);
    } else {
      const { tone: bright, shift } = at.coarse[0] as Coarse;
      const side = 2 ** shift;
      const cell = Math.max(2, Math.round((params.apart * pxPerMm) / side));
      const about = grow(region, Math.ceil(reach) + 1);
      const [left, top] = [Math.floor(about.x / side / cell), Math.floor(about.y / side / cell)];
      for (let row = top; row * cell * side < about.y + about.height; row++) {
        for (let column = left; column * cell * side < about.x + about.width; column++) {
          const found = brightest(bright, { x: column * cell, y: row * cell, width: cell, height: cell }, params, side / pxPerMm);
          if (!found) continue;
          const size = reach * (0.45 + 0.55 * chanceAt(column, row, params.seed + 5));
          const [x, y] = [found.x * side, found.y * side];
          drawGlint({ x, y, reach: size, turn: params.turn, number: column * 8191 + row }, shape, plane, region);
        }
        yield;
      }
    }
    kernels.complement(plane, Math.round(params.strength * ONE), plane);
    kernels.complement(plane, ONE, plane);
    if (!isWhole(at.edges) || at.draft) return over({ print: input.data, plane, colour: at.colourOf(params.colour), region }, at, kernels);
    // Thin rays would break up as dots: where every pixel is all or nothing they are cut, at a quarter of their light.
    for (let i = 0; i < plane.length; i++) plane[i] = Math.min(ONE, 2 * (plane[i] as number));
    return over({ print: input.data, plane, colour: at.colourOf(params.colour), region }, { ...at, edges: 'hard' }, kernels);
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

/** The middle of the brightest pixel of a cell of the coarse grid, in its pixels, if any is bright enough; what is alike is told apart by chance. */
const brightest = (
  { tone, coverage, region: from }: ToneRaster,
  box: Region,
  { from: least, seed: number }: { readonly from: number; readonly seed: number },
  mm: number,
): { x: number; y: number } | null => {
  let [best, bx, by] = [0, 0, 0];
  for (let y = box.y; y < box.y + box.height; y++) {
    for (let x = box.x; x < box.x + box.width; x++) {
      const i = (y - from.y) * from.width + x - from.x;
      const light = ((tone[i] as number) * (coverage ? (coverage[i] as number) : ONE)) / ONE;
      if (light < least * ONE) continue;
      const score = light + 0.1 * ONE * chanceAt(Math.floor((x * mm) / PLACE_MM), Math.floor((y * mm) / PLACE_MM), number);
      if (score > best) [best, bx, by] = [score, x, y];
    }
  }
  return best > 0 ? { x: bx + 0.5, y: by + 0.5 } : null;
};
