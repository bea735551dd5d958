import { choice, number, point, share } from '../../fields/dials';
import type { SheetPoint } from '../../fields/values';
import type { Region } from '../../raster/raster';
import { grow, overlap } from '../../raster/region';
import { stretchedRaster } from '../../raster/stretched';
import type { Placement } from '../../sheet/model';
import { cornersOf } from '../../sheet/placing';
import { cosDeg, sinDeg } from '../../units/exact';
import { remembering } from '../../units/remember';
import { defineStep, type Where } from '../declare';
import { arcMap, cornersMap, flagMap, isConvex, pinchMap, waveMap, type Point, type StretchMap } from './stretch-maps';

const ARC = 'arc';
const WAVE = 'wave';
const FLAG = 'flag';
const PINCH = 'pinch';
const CORNERS = 'four corners';
const SHAPES = [ARC, WAVE, FLAG, PINCH, CORNERS] as const;

interface Params {
  readonly shape: (typeof SHAPES)[number];
  readonly by: number;
  readonly waves: number;
  readonly topLeft: SheetPoint | null;
  readonly topRight: SheetPoint | null;
  readonly bottomRight: SheetPoint | null;
  readonly bottomLeft: SheetPoint | null;
}

/** Less than this does nothing that could be seen. */
const LEAST = 0.001;

/** From a place of the sheet to the box's own frame and back, mm. */
const frameOf = ({ x, y, turn }: Placement) => {
  const [cos, sin] = [cosDeg(turn), sinDeg(turn)];
  return {
    within: (px: number, py: number): Point => ({ x: cos * (px - x) - sin * (py - y), y: sin * (px - x) + cos * (py - y) }),
    onSheet: (bx: number, by: number): Point => ({ x: x + cos * bx + sin * by, y: y - sin * bx + cos * by }),
  };
};

type Corners = Pick<Params, 'topLeft' | 'topRight' | 'bottomRight' | 'bottomLeft'>;

/** Where the corners of a box lie, seen in its frame. */
const movedCorners = ({ topLeft, topRight, bottomRight, bottomLeft }: Corners, placement: Placement): [Point, Point, Point, Point] => {
  const { within } = frameOf(placement);
  const moves = [topLeft, topRight, bottomRight, bottomLeft];
  return cornersOf(placement).map(([x, y], i) => within(x + (moves[i]?.x ?? 0), y + (moves[i]?.y ?? 0))) as [Point, Point, Point, Point];
};

const mapOf = ({ shape, by, waves, ...corners }: Params, placement: Placement): StretchMap | null => {
  const { width, height } = placement;
  if (shape === CORNERS) {
    const at = movedCorners(corners, placement);
    return isConvex(at) ? cornersMap(width, height, at) : null;
  }
  if (Math.abs(by) < LEAST) return null;
  const bent = { width, height, by };
  if (shape === ARC) return arcMap(bent);
  if (shape === PINCH) return pinchMap(bent);
  return shape === WAVE ? waveMap(bent, waves) : flagMap(bent, waves);
};

/** True where corners were dragged across one another: then nothing is stretched. */
export const areCornersCrossed = (params: Params, placement: Placement): boolean =>
  params.shape === CORNERS && !isConvex(movedCorners(params, placement));

/** Places along each side of a box that stand for all of it. */
const ALONG = 48;

/** A stretch on a sheet: from its places to those of the stretched print, and back; mm. */
const stretchOf = remembering(
  8,
  (wanted: { readonly params: Params; readonly placement: Placement }) => JSON.stringify(wanted),
  ({ params, placement }): StretchMap | null => {
    const map = mapOf(params, placement);
    if (!map) return null;
    const { within, onSheet } = frameOf(placement);
    const through = (way: StretchMap['back']) => (x: number, y: number) => {
      const at = within(x, y);
      const there = way(at.x, at.y);
      return onSheet(there.x, there.y);
    };
    return { forward: through(map.forward), back: through(map.back) };
  },
);

/** Farther than anything is placed, px. */
const FAR_PX = 1e6;
const held = (px: number): number => Math.max(-FAR_PX, Math.min(FAR_PX, px));

/** Places over a region, its rim and what is in it. */
const placesOver = ({ x, y, width, height }: Region, count: number): Point[] =>
  Array.from({ length: (count + 1) * (count + 1) }, (_, i) => ({
    x: x + ((i % (count + 1)) / count) * width,
    y: y + (Math.floor(i / (count + 1)) / count) * height,
  }));

/** The hull of where a map brings places over a region, px. */
const hullOf = (region: Region, count: number, map: StretchMap['back'], pxPerMm: number): Region => {
  const points = placesOver(region, count).map(({ x, y }) => map(x / pxPerMm, y / pxPerMm));
  const [xs, ys] = [points.map(({ x }) => held(x * pxPerMm)), points.map(({ y }) => held(y * pxPerMm))];
  const [left, top] = [Math.floor(Math.min(...xs)), Math.floor(Math.min(...ys))];
  return { x: left, y: top, width: Math.ceil(Math.max(...xs)) - left, height: Math.ceil(Math.max(...ys)) - top };
};

/** Places that are looked at across a region; what lies between them may come from as far beyond the rest as a share of it. */
const OVER = 32;
const BETWEEN = 8;
/** Pixels that the filter reads about a place. */
const MARGIN = 8;

/** What of its input a region is made from: within the input's box; a pixel of it where there is nothing. */
const readFrom = ({ back }: StretchMap, region: Region, { pxPerMm, box }: Where): Region => {
  const from = hullOf(region, OVER, back, pxPerMm);
  const wide = grow(from, MARGIN + Math.ceil(Math.max(from.width, from.height) / BETWEEN));
  return overlap(wide, box) ?? { x: box.x, y: box.y, width: 1, height: 1 };
};

/** The box that the stretched print lies in. */
const boxFor = ({ forward }: StretchMap, { pxPerMm, box }: Where): Region => {
  const found = hullOf(box, ALONG, forward, pxPerMm);
  // What lies between the places that were looked at.
  return grow(found, MARGIN + Math.ceil(Math.max(found.width, found.height) / ALONG));
};

const corner = (title: string, unset: readonly [number, number]) =>
  point({ title, arrow: true, inPass: true, unset, default: { x: 0, y: 0 }, shownWhen: { dial: 'shape', is: CORNERS } });

/** Lettering and all else that is placed, bent along an arc or a wave, pinched, or put into perspective by its corners. */
export const stretch = defineStep({
  kind: 'stretch',
  version: 1,
  title: 'Stretch into shape',
  family: 'warp',
  purpose: 'Bends what is placed along an arc or a wave, pinches it, or puts it into perspective.',
  words: 'arc arch curve curved text lettering wave flag pinch bulge perspective distort corners skew warp envelope rainbow',
  dials: {
    shape: choice({ title: 'Shape', options: SHAPES, default: ARC }),
    by: share({
      title: 'By',
      min: -1,
      default: 0.5,
      more: 'bent further; below 0 the other way',
      shownWhen: { dial: 'shape', isNot: CORNERS },
    }),
    waves: number({
      title: 'Waves',
      unit: '',
      min: 0.25,
      max: 6,
      step: 0.25,
      default: 1,
      more: 'more waves along it',
      shownWhen: { dial: 'shape', isNot: [ARC, PINCH, CORNERS] },
    }),
    topLeft: corner('Top left', [0, 0]),
    topRight: corner('Top right', [1, 0]),
    bottomRight: corner('Bottom right', [1, 1]),
    bottomLeft: corner('Bottom left', [0, 1]),
  },
  takes: 'any',
  gives: 'same',
  amount: 'scale',
  scaled: (params, amount) => {
    const less = (move: SheetPoint | null): SheetPoint | null => move && { x: move.x * amount, y: move.y * amount };
    const { topLeft, topRight, bottomRight, bottomLeft } = params;
    return {
      ...params,
      by: params.by * amount,
      topLeft: less(topLeft),
      topRight: less(topRight),
      bottomRight: less(bottomRight),
      bottomLeft: less(bottomLeft),
    };
  },
  reach: () => 0,
  reads: (params, region, at) => {
    const found = stretchOf({ params, placement: at.placement });
    return found ? readFrom(found, region, at) : region;
  },
  printsIn: (params, at) => {
    const found = stretchOf({ params, placement: at.placement });
    return found ? boxFor(found, at) : at.box;
  },
  locality: 'local',
  draft: { behaviour: 'same' },
  summary: ({ shape, by }) => (shape === CORNERS ? shape : `${shape}, ${Math.round(by * 100)} %`),
  *apply(input, params, at, kernels) {
    const found = stretchOf({ params, placement: at.placement });
    if (!found) return input;
    const { pxPerMm } = at;
    const wayFrom = (x: number, y: number, way: Float64Array): void => {
      const from = found.back(x / pxPerMm, y / pxPerMm);
      way[0] = from.x * pxPerMm - x;
      way[1] = from.y * pxPerMm - y;
    };
    return yield* stretchedRaster(input, wayFrom, at.box, at.wanted, kernels);
  },
});
