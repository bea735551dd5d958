import { convertNode } from '../../nodes/convert-node';

import { pictureNode } from '../../nodes/picture-node';
import { keyOf } from '../../nodes/key';
import { coarseNode, keptInTiles } from '../../nodes/coarse-node';
import { rendered, wantOnce, type Node } from '../../nodes/node';
import { lightNode, planeOf, softNode, type Plane } from '../../nodes/plane-nodes';
import { noisePlane } from '../../raster/noise';
import { blurReach } from '../../raster/blur';
import { coarseRegion, expanded, shiftFor, softened as softTones, SPLINE_REACH } from '../../raster/coarse';
import { ONE, type Region } from '../../raster/raster';
import { grow } from '../../raster/region';
import { uniformPlane } from '../../raster/uniform';
import { chanceAt } from '../../units/noise';
import type { StatisticsNode } from '../../nodes/statistics-node';
import { SURFACE_PIECE, surfaceNode } from '../../nodes/surface-node';
import type { Beyond, Pass, PictureRef, Placement, Size, SurfaceRef } from '../../sheet/model';
import { boxAt } from '../../sheet/placing';
import type { MapWish } from '../../steps/declare';
import { wholeRegion, type Scale } from '../scale';
import { infoFor, referenceTo, type Context } from './context';

/** What maps are found among: of a sheet at one scale. */
interface Found {
  readonly scale: Scale;
  readonly records: { readonly [K in 'passes' | 'beneath']: ReadonlyMap<string, Node> };
}

/** The box of a surface or picture of a size, as the wish has it lie. A made surface goes on by itself. */
const placed = (size: Size, { middle, size: share, turn }: NonNullable<MapWish['lies']>, sheet: Size, beyond: Beyond): Placement => {
  const { x, y } = middle ?? { x: sheet.width / 2, y: sheet.height / 2 };
  return { ...boxAt(x, y, share * size.width, share * size.height), turn, beyond };
};

const surfaceOrPicture = (context: Context, ref: SurfaceRef | PictureRef, wish: MapWish, pass: Pass, pxPerMm: number): Node<'colour'> => {
  const { size: sheet } = context.sheet;
  if ('name' in ref) {
    const { width, height } = SURFACE_PIECE;
    const lies: Placement = wish.lies
      ? placed(SURFACE_PIECE, wish.lies, sheet, 'hold')
      : { ...boxAt(width / 2, height / 2, width, height), beyond: 'mirror' };
    return surfaceNode(ref, lies, pxPerMm);
  }
  const info = infoFor(context, ref, pass);
  const aspect = info.height / info.width;
  if (wish.lies) {
    const width = Math.max(sheet.width, sheet.height / aspect);
    return pictureNode(info, placed({ width, height: width * aspect }, wish.lies, sheet, 'mirror'), pxPerMm);
  }
  const height = sheet.width * aspect;
  return pictureNode(info, { ...boxAt(sheet.width / 2, height / 2, sheet.width, height), beyond: 'mirror' }, pxPerMm);
};

/** Side of the tiles in which a soft map is kept, pixels of its grid. */
const KEPT_SIDE = 128;

/** Standard deviations in pixels of its grid that a soft map has at least. */
const FINENESS = 1.6;

/** A map softened on a coarse grid, which is smooth enough for it. */
const softened = (onGrid: (shift: number) => Plane, sigmaPx: number): Plane => {
  const shift = shiftFor(sigmaPx / FINENESS);
  const coarse = onGrid(shift);
  if (shift === 0) return softNode(coarse, sigmaPx);
  const reach = SPLINE_REACH + blurReach(sigmaPx / 2 ** shift) + 1;
  const from = (region: Region): Region => grow(coarseRegion(region, shift), reach);
  return {
    key: keyOf('soft map', [shift, sigmaPx], [coarse]),
    kind: 'tone',
    want: (region, wants, work) => wantOnce(coarse, from(region), wants, work),
    *render(region, work) {
      const { kernels } = work;
      const { tone } = yield* rendered(coarse, from(region), work);
      const soft = softTones(tone, from(region), shift, sigmaPx, kernels);
      return { kind: 'tone', region, tone: expanded(soft, from(region), shift, region, kernels), coverage: null };
    },
  };
};

/** The light of what a wish names; what is not there is white. */
const lightOf = (context: Context, wish: MapWish, pass: Pass, title: string, { scale, records }: Found): Plane => {
  const { of } = wish;
  const { pxPerMm } = scale;
  const light = (node: Node): Plane => lightNode(convertNode(node, 'tone'));
  // A surface or picture is made on the grid itself; what is printed is brought down to it.
  const onGrid = (shift: number): Plane => {
    if (of !== 'beneath' && !('pass' in of)) {
      const made = light(surfaceOrPicture(context, of, wish, pass, pxPerMm / 2 ** shift));
      // What a step reads of it changes with the step's dials: a draft has the rest of it at hand.
      return shift === 0 && scale.curves === 'never' ? made : keptInTiles(made, KEPT_SIDE);
    }
    const printed =
      of === 'beneath'
        ? (records.beneath.get(pass.id) as Node)
        : (records.passes.get(of.pass) ?? referenceTo(context, of.pass, pass, `reads in “${title}”`));
    return shift === 0 ? light(printed) : coarseNode(light(printed), shift, null);
  };
  const soft = wish.softMm ? softened(onGrid, wish.softMm * pxPerMm) : onGrid(0);
  return wish.grained ? grainedNode(soft, pxPerMm) : soft;
};

/** The map that a step of a pass wishes for; `title` is the step's. */
export const mapNode = (context: Context, wish: MapWish, pass: Pass, title: string): Plane => lightOf(context, wish, pass, title, context);

/** The fine grain of a map, and how far it lifts its light: enough to part what is alike, too little to be seen. */
const GRAIN = { grain: 0.15, seed: 61 };
const GRAINED = 0.03;

/** Light with a fine grain in it: v · (1 − 2g) + g · (1 + noise). */
const grainedNode = (light: Plane, pxPerMm: number): Plane =>
  planeOf(keyOf('grained', pxPerMm, [light]), [light], 0, undefined, function* (region, work) {
    const { kernels } = work;
    const { tone } = yield* rendered(light, region, work);
    // A grain of under a pixel is one of a pixel.
    const grain = noisePlane({ ...GRAIN, grain: Math.max(GRAIN.grain, 2 / pxPerMm) }, { pxPerMm, draft: false }, region, kernels);
    const by = uniformPlane(tone.length, Math.round(GRAINED * ONE));
    const base = kernels.arena.plane(tone.length);
    kernels.multiplyAdd(uniformPlane(tone.length, Math.round((1 - 2 * GRAINED) * ONE)), tone, by, base);
    kernels.multiplyAdd(by, grain, base, base);
    return base;
  });

/** Pieces of a sheet that stand for all of its pixels: SAMPLES × SAMPLES of SAMPLE_PX, one somewhere in each part of it. */
const SAMPLES = 16;
const SAMPLE_PX = 32;

const samplesOf = (whole: Region): Region[] | null => {
  const [across, down] = [whole.width / SAMPLES, whole.height / SAMPLES];
  if (Math.min(across, down) < 1.5 * SAMPLE_PX) return null;
  return Array.from({ length: SAMPLES * SAMPLES }, (_, i) => {
    const [column, row] = [i % SAMPLES, Math.floor(i / SAMPLES)];
    return {
      x: Math.floor(column * across + chanceAt(column, row, 3) * (across - SAMPLE_PX)),
      y: Math.floor(row * down + chanceAt(column, row, 4) * (down - SAMPLE_PX)),
      width: SAMPLE_PX,
      height: SAMPLE_PX,
    };
  });
};

/** Its tones over the whole sheet: from the graph at analysis scale, or from samples of the rendering's own pixels. */
export const mapTonesOf = (context: Context, wish: MapWish, pass: Pass, title: string): StatisticsNode => {
  if (wish.tones === 'pixels') {
    const region = wholeRegion(context.scale);
    const samples = samplesOf(region);
    return { node: mapNode(context, wish, pass, title), region, ...(samples ? { samples } : {}) };
  }
  const whole = context.analysis?.();
  const found: Found = whole ? { scale: whole.scale, records: whole } : context;
  return { node: lightOf(context, wish, pass, title, found), region: wholeRegion(found.scale) };
};
