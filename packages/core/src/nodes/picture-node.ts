import { LUMA } from '../raster/convert';
import type { Kernels, SourcePatch } from '../raster/kernels';
import { boxBounds, boxCoverage, insidePicture, patchArea, samplingOf, type Sampling } from '../raster/place';
import { sizeOf, type Region } from '../raster/raster';
import { sourcePatch, tilesOfPatch, type PatchArea } from '../raster/source-patch';
import type { SourceInfo, TileName } from '../raster/source-tiles';
import { blankPlane } from '../raster/uniform';
import type { Placement } from '../sheet/model';
import { remembering } from '../units/remember';
import { keyOf } from './key';
import type { Bounds, Node, Rendering, Wants, Work } from './node';
import { sampled, sampledBlocks } from './sampling';
import { withinBounds } from './within-bounds';

/** A way from a picture's own pixels to greys: `name` says which. */
export interface GreyWay {
  readonly name: unknown;
  readonly run: (rgba: Int16Array, tone: Int16Array, coverage: Int16Array, kernels: Kernels) => void;
}

const BY_LUMA: GreyWay = {
  name: 'luma',
  run: (rgba, tone, coverage, kernels) => {
    kernels.grey(rgba, LUMA, tone, coverage);
  },
};

/** A picture as placed at one scale. */
interface Placed {
  readonly info: SourceInfo;
  readonly placement: Placement;
  readonly pxPerMm: number;
  readonly sampling: Sampling;
}

/** Tiles of regions asked for lately. */
const wantedTiles = remembering(
  512,
  ({ key, region }: { key: string; region: Region; placed: Placed }) => `${key}@${region.x},${region.y},${region.width},${region.height}`,
  ({ region, placed: { info, placement, sampling } }): TileName[] =>
    sampledBlocks(sampling, region).flatMap((block) => tilesOfPatch(info, patchArea(sampling, block), placement.beyond)),
);

/** Coverage of a picture's box over a region; null where it covers all of it. */
const coverageOf = ({ info, placement, pxPerMm, sampling }: Placed, region: Region, { kernels }: Work): Int16Array | null =>
  placement.beyond !== 'nothing' || insidePicture(info, patchArea(sampling, region))
    ? null
    : boxCoverage(placement, pxPerMm, region, kernels.arena);

const boundsOf = <K extends 'colour' | 'tone'>({ placement, pxPerMm }: Placed, bare: Bounds<K>['bare']): { bounds?: Bounds<K> } =>
  placement.beyond === 'nothing' ? { bounds: { box: boxBounds(placement, pxPerMm), bare } } : {};

const patchOf = ({ info, placement }: Placed, area: PatchArea, work: Work): Rendering<SourcePatch> =>
  sourcePatch(info, area, placement.beyond, work.tile, work.kernels);

/** A patch's greys, in place of its colours. */
const greyPatch = (patch: SourcePatch, way: GreyWay, kernels: Kernels): SourcePatch => {
  if (patch.channels === 1) return patch;
  const data = kernels.arena.plane(patch.width * patch.height);
  const mark = kernels.arena.mark();
  way.run(patch.data, data, kernels.arena.plane(data.length), kernels);
  kernels.arena.release(mark);
  return { ...patch, channels: 1, data };
};

/** A picture without alpha, placed, its greys taken at its own pixels. */
const toneNode = (placed: Placed, way: GreyWay): Node<'tone'> => {
  const { info, placement, pxPerMm } = placed;
  const key = keyOf('picture tone', { sha256: info.sha256, placement, pxPerMm, way: way.name }, []);
  return withinBounds<'tone'>({
    key,
    kind: 'tone',
    keeping: 'dear',
    ...boundsOf<'tone'>(placed, (region) => {
      const none = blankPlane(sizeOf(region));
      return { kind: 'tone', region, tone: none, coverage: none };
    }),
    coverage: (region, work) => coverageOf(placed, region, work),
    want(region: Region, wants: Wants) {
      for (const tile of wantedTiles({ key, region, placed })) wants.tile(tile);
    },
    *render(region, work) {
      const coverage = coverageOf(placed, region, work);
      const tone = yield* sampled(placed.sampling, region, 1, work, function* (area) {
        const patch = yield* patchOf(placed, area, work);
        return greyPatch(patch, way, work.kernels);
      });
      return { kind: 'tone', region, tone, coverage };
    },
  });
};

/** A picture placed on the sheet, and its greys where they can be taken at its own pixels. */
export interface PictureNode extends Node<'colour'> {
  /** The picture's greys by some other way; null where it is better sampled first: where it is reduced, or has alpha. */
  readonly greyBy: (way: GreyWay) => Node<'tone'> | null;
}

export const isPicture = (node: Node): node is PictureNode => 'greyBy' in node;

export const pictureNode = (info: SourceInfo, placement: Placement, pxPerMm: number): PictureNode => {
  const placed: Placed = { info, placement, pxPerMm, sampling: samplingOf(info, placement, pxPerMm) };
  const key = keyOf('picture', { sha256: info.sha256, placement, pxPerMm }, []);
  const { affine } = placed.sampling;
  // Source pixels an output pixel.
  const perPixel = Math.abs(affine.a * affine.e - affine.b * affine.d);
  const node = withinBounds<'colour'>({
    key,
    kind: 'colour',
    keeping: 'dear',
    ...boundsOf<'colour'>(placed, (region) => ({ kind: 'colour', region, data: blankPlane(4 * sizeOf(region)) })),
    ...(info.channels === 4 ? {} : { asTone: () => toneNode(placed, BY_LUMA) }),
    want(region, wants) {
      for (const tile of wantedTiles({ key, region, placed })) wants.tile(tile);
    },
    *render(region, work) {
      const { kernels } = work;
      const coverage = coverageOf(placed, region, work);
      const channels = info.channels === 1 ? 1 : 4;
      const sampledData = yield* sampled(placed.sampling, region, channels, work, (area) => patchOf(placed, area, work));
      const data = channels === 4 ? sampledData : kernels.arena.plane(4 * sizeOf(region));
      if (channels === 1) kernels.paintTones(sampledData, null, data);
      if (!coverage) return { kind: 'colour', region, data };
      const covered = kernels.arena.plane(data.length);
      kernels.weigh(data, coverage, covered);
      return { kind: 'colour', region, data: covered };
    },
  });
  return { ...node, greyBy: (way) => (info.channels === 3 && perPixel < 1 ? toneNode(placed, way) : null) };
};
