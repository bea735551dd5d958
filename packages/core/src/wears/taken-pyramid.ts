/**
 * What a wear takes, for drafts. A texture that is averaged before it is cut shows less wear than will print, so it is cut
 * at about the print's pixels, in a frame of its own that neither moves nor turns with the wear; the result is averaged
 * down and then sampled where the wear lies. A quick draft cuts it at not quite twice its own pixels only.
 */
import { filterAxis } from '../raster/filter';
import type { SourcePatch } from '../raster/kernels';
import { boxAffine, boxCoverage, patchArea, type Sampling } from '../raster/place';
import { sizeOf, type Region } from '../raster/raster';
import { paste, tilesOf } from '../raster/region';
import { assembled, tilesAlong, type PatchArea } from '../raster/source-patch';
import type { SourceInfo } from '../raster/source-tiles';
import { boxAt } from '../sheet/placing';
import type { Placement } from '../sheet/model';
import { keyOf } from '../nodes/key';
import { rendered, scoped, wantOnce, type Node } from '../nodes/node';
import { multiplied, type Plane } from '../nodes/plane-nodes';
import { sampled, sampledBlocks } from '../nodes/sampling';
import { convertNode } from '../nodes/convert-node';
import { pictureNode } from '../nodes/picture-node';

/** A texture's frame: its size in pixels, and how many of them lie on a millimetre of the sheet, on the whole. */
export interface TextureFrame {
  readonly width: number;
  readonly height: number;
  readonly perMm: number;
}

/** The texture's own frame at its size on the sheet, sampled at `perMm` pixels a millimetre. */
export const frameOf = (placement: Placement, perMm: number): TextureFrame => ({
  width: Math.max(1, Math.round(placement.width * perMm)),
  height: Math.max(1, Math.round(placement.height * perMm)),
  perMm,
});

/**
 * A frame's pixels for each of the print's, for a draft that is to be trusted: found by trial, the least at which the share
 * that each wear of the demo takes stays within half a percent of the print's.
 */
export const FINE_FRAME = 2 / 3;
/** A frame's pixels for each of the rendering's, for a draft that is to be quick: under two, so that a coarser level of the texture serves. */
export const QUICK_FRAME = 1.8;

/** A texture's greys in its frame. */
export const framedTexture = (info: SourceInfo, { width, height }: TextureFrame, placement: Placement): Node<'tone'> =>
  convertNode(pictureNode(info, { ...boxAt(width / 2, height / 2, width, height), beyond: placement.beyond }, 1), 'tone');

/** Halvings of the frame that leave at least one of its pixels for each pixel of a rendering. */
export const frameHalvings = ({ width, height }: TextureFrame, placement: Placement, pxPerMm: number): number => {
  const perPixel = Math.min(width / (placement.width * pxPerMm), height / (placement.height * pxPerMm));
  let halvings = 0;
  while (2 ** (halvings + 1) <= perPixel) halvings++;
  return halvings;
};

/** Side of the pieces of the averaged plane that are kept, and of the frame's pieces that they are made of. */
const TILE = 256;
const PIECE = 512;

const wide = ({ x, y, width, height }: Region): Region => ({ x: 2 * x, y: 2 * y, width: 2 * width, height: 2 * height });

/** A plane averaged over squares of 2^halvings pixels, each level from the one before it. */
export const averagedNode = (plane: Plane, halvings: number): Plane =>
  halvings === 0 ? plane : halvedNode(averagedNode(plane, halvings - 1), halvings === 1 ? PIECE : TILE);

/** Means of 2 × 2; `piece` is the side of the squares in which the finer plane is rendered, or kept. */
const halvedNode = (plane: Plane, side: number): Plane => ({
  key: keyOf('halved', null, [plane]),
  kind: 'tone',
  keeping: 'shared',
  want(region, wants, work) {
    for (const piece of tilesOf(wide(region), side)) wantOnce(plane, piece, wants, work);
  },
  *render(region, work) {
    const { arena, reduce } = work.kernels;
    const out = arena.plane(sizeOf(region));
    for (const piece of tilesOf(wide(region), side)) {
      yield* scoped(work, function* (inside) {
        const { tone } = yield* rendered(plane, piece, inside);
        const half: Region = { x: piece.x / 2, y: piece.y / 2, width: piece.width / 2, height: piece.height / 2 };
        const small = arena.plane(sizeOf(half));
        reduce(tone, 1, piece.width, piece.height, 1, small);
        paste(small, half, out, region);
      });
    }
    return { kind: 'tone', region, tone: out, coverage: null };
  },
});

/** A plane of a texture's frame, averaged down, laid where the texture lies. */
export const laidPlane = (plane: Plane, frame: TextureFrame, halvings: number, placement: Placement, pxPerMm: number): Plane => {
  const [width, height] = [frame.width / 2 ** halvings, frame.height / 2 ** halvings];
  const sampling: Sampling = {
    level: 0,
    affine: boxAffine(placement, pxPerMm, width, height),
    across: filterAxis(width / (placement.width * pxPerMm)),
    down: filterAxis(height / (placement.height * pxPerMm)),
  };
  const [across, down] = [Math.ceil(width), Math.ceil(height)];
  const { beyond } = placement;
  const tilesOfArea = (area: PatchArea): Region[] =>
    tilesAlong(area.y, area.height, down, beyond, TILE).flatMap((y) =>
      tilesAlong(area.x, area.width, across, beyond, TILE).map((x) => ({
        x: x * TILE,
        y: y * TILE,
        width: Math.min(TILE, across - x * TILE),
        height: Math.min(TILE, down - y * TILE),
      })),
    );
  return {
    key: keyOf('laid plane', { placement, pxPerMm, frame, halvings }, [plane]),
    kind: 'tone',
    want(region, wants, work) {
      for (const block of sampledBlocks(sampling, region)) {
        for (const tile of tilesOfArea(patchArea(sampling, block))) wantOnce(plane, tile, wants, work);
      }
    },
    *render(region, work) {
      const { arena } = work.kernels;
      const tone = yield* sampled(sampling, region, 1, work, function* (area): Generator<void, SourcePatch, void> {
        const data = arena.plane(area.width * area.height);
        yield* scoped(work, function* (inside) {
          const tiles = new Map<string, { readonly width: number; readonly data: Int16Array }>();
          for (const tile of tilesOfArea(area)) {
            const raster = yield* rendered(plane, tile, inside);
            tiles.set(`${tile.x / TILE} ${tile.y / TILE}`, { width: tile.width, data: raster.tone });
          }
          assembled(area, { width: across, height: down, channels: 1 }, beyond, TILE, (x, y) => tiles.get(`${x} ${y}`), data);
        });
        return { x: area.x, y: area.y, width: area.width, height: area.height, channels: 1, data };
      });
      const coverage = beyond === 'nothing' ? boxCoverage(placement, pxPerMm, region, arena) : null;
      return { kind: 'tone', region, tone: coverage ? multiplied(tone, coverage, work.kernels) : tone, coverage: null };
    },
  };
};
