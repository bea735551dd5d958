import { choice, length, point, share } from '../../fields/dials';
import type { SheetPoint } from '../../fields/values';
import type { Kernels, Ways } from '../../raster/kernels';
import { ONE, sizeOf, type Region, type ToneRaster } from '../../raster/raster';
import { crop, grow, hull, overlap } from '../../raster/region';
import { keptWithin, movedRaster, readThrough } from '../../raster/ways';
import { defineStep } from '../declare';
import { mapDials, mapSummary, mapWish } from '../map';
import { meanTone } from '../statistics';
import { shaded } from './shaded';

const ARROW = 'along an arrow';
const SLOPE = 'down its slopes';

export interface Way {
  readonly way: typeof ARROW | typeof SLOPE;
  readonly arrow: SheetPoint | null;
  readonly reach: number;
  readonly soft: number;
}

/** Half the distance that slopes are compared over, mm: a map softened by σ has nothing finer. */
const slopeMm = ({ soft }: Way): number => Math.max(0.2, soft);

/** The farthest that anything moves, mm, across and down. */
const mostOf = (params: Way): SheetPoint =>
  params.way === ARROW ? { x: Math.abs(params.arrow?.x ?? 0), y: Math.abs(params.arrow?.y ?? 0) } : { x: params.reach, y: params.reach };

/** Pixels about a region that are compared to find its slopes. */
const slopePx = (params: Way, pxPerMm: number): number => (params.way === SLOPE ? Math.max(1, Math.round(slopeMm(params) * pxPerMm)) : 0);

/** Light above its mean over a region. */
const aboveMean = (light: Int16Array, from: Region, mean: number, region: Region, { arena, combined }: Kernels): Int16Array => {
  const out = new Int16Array(sizeOf(region));
  combined(crop(light, from, region, arena), 1, null, 0, -mean, -ONE, out);
  return out;
};

/** How much lighter the map becomes along one axis, over twice `px` pixels. */
const slopes = (light: Int16Array, from: Region, region: Region, dx: number, dy: number, { arena, combined }: Kernels): Int16Array => {
  const out = new Int16Array(sizeOf(region));
  const ahead = crop(light, from, { ...region, x: region.x + dx, y: region.y + dy }, arena);
  const behind = crop(light, from, { ...region, x: region.x - dx, y: region.y - dy }, arena);
  combined(ahead, 2, behind, -2, 0, -ONE, out);
  return out;
};

/** The ways of a map over a region, of what lies there; its mean is no way. */
export const waysOfMap = (params: Way, map: ToneRaster, mean: number, region: Region, pxPerMm: number, kernels: Kernels): Ways => {
  const along = (mm: number): number => -Math.round(mm * pxPerMm * 256);
  if (params.way === ARROW) {
    const light = aboveMean(map.tone, map.region, mean, region, kernels);
    return { x: light, y: light, across: along(params.arrow?.x ?? 0), down: along(params.arrow?.y ?? 0) };
  }
  const px = slopePx(params, pxPerMm);
  return {
    x: slopes(map.tone, map.region, region, px, 0, kernels),
    y: slopes(map.tone, map.region, region, 0, px, kernels),
    across: along(params.reach),
    down: along(params.reach),
  };
};

/** The pixels of its map that a region's ways are found from. */
export const mapRead = (params: Way, region: Region, pxPerMm: number): Region => grow(region, slopePx(params, pxPerMm));

/**
 * out(p) = in(p − arrow · (m(p) − mean)), or in(p − reach · 2 Δm(p)) with Δm the map's difference over twice its softness, each within ± 1.
 * Then the map's light is laid in: darker than its mean shades, lighter lights.
 */
export const displace = defineStep({
  kind: 'displace',
  version: 1,
  title: 'Displace',
  family: 'warp',
  purpose: 'The print flows over the light and dark of a map.',
  words: 'displacement map liquid ripple melt wave warp distort folds cloth water lettering drip',
  dials: {
    ...mapDials('ripple tank'),
    soft: length({ title: 'Softness of the map', min: 0, max: 30, wide: true, default: 1.5, more: 'flows rather than tears' }),
    way: choice({ title: 'Moves', options: [ARROW, SLOPE], default: ARROW }),
    arrow: point({ title: 'Arrow', arrow: true, default: { x: 4, y: 3 }, shownWhen: { dial: 'way', is: ARROW } }),
    reach: length({
      title: 'Reach',
      min: 0,
      max: 60,
      wide: true,
      default: 5,
      more: 'moves further',
      shownWhen: { dial: 'way', is: SLOPE },
    }),
    shade: share({ title: 'Light and shade', default: 0, more: 'the map’s light lies over the print' }),
    beyond: choice({ title: 'Beyond the edge', options: ['nothing', 'hold', 'repeat', 'mirror'], default: 'nothing' }),
  },
  takes: 'any',
  gives: 'same',
  amount: 'scale',
  scaled: (params, amount) => ({
    ...params,
    arrow: params.arrow && { x: params.arrow.x * amount, y: params.arrow.y * amount },
    reach: params.reach * amount,
    shade: params.shade * amount,
  }),
  reach: () => 0,
  reads: (params, region, { pxPerMm, box }) => {
    const { x, y } = mostOf(params);
    const wanted = params.beyond === 'nothing' ? region : overlap(region, box);
    const about = mapRead(params, region, pxPerMm);
    return wanted ? hull(about, readThrough(wanted, { x: x * pxPerMm, y: y * pxPerMm }, box, params.beyond)) : about;
  },
  // What is drawn in from beyond the edge fills the box, and no more.
  spreads: (params) => (params.beyond === 'nothing' ? Math.max(...Object.values(mostOf(params))) : 0),
  locality: 'local',
  draft: { behaviour: 'same' },
  readsMap: (params) => {
    const wish = mapWish(params);
    return wish && { ...wish, softMm: params.soft, tones: 'coarse' };
  },
  summary: (params) => `${mapSummary(params)}, ${params.way}`,
  *apply(input, params, at, kernels) {
    const region = at.wanted;
    const { map, mapTones, pxPerMm } = at;
    if (!map || !mapTones) return movedRaster(input, null, at.box, params.beyond, region, kernels);
    const mean = Math.round(meanTone(mapTones) * ONE);
    const ways = waysOfMap(params, map, mean, region, pxPerMm, kernels);
    yield;
    const all = movedRaster(input, ways, at.box, params.beyond, region, kernels);
    const moved = params.beyond === 'nothing' ? all : keptWithin(all, at.box, kernels);
    yield;
    if (params.shade === 0) return moved;
    return shaded(moved, aboveMean(map.tone, map.region, mean, region, kernels), params.shade, kernels);
  },
});
