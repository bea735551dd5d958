import { ONE, sizeOf, type ColourRaster, type Region } from '../raster/raster';
import { tilesOf } from '../raster/region';
import type { TileName } from '../raster/source-tiles';
import { rendered, wantOnce, Wants, type Node, type Rendering, type Work } from './node';

/** Side of the tiles that views render. */
export const VIEW_TILE = 512;

/** The source tiles that rendering a region of a node needs, and those of statistics not known yet. */
export const plan = (node: Node, region: Region, work: Pick<Work, 'statistics'>): TileName[] => {
  const wants = new Wants();
  wantOnce(node, region, wants, work);
  return [...wants.tiles.values()];
};

/** Unpremultiplied RGBA8 of a region of a node: of the print, the bytes that table, file and tests compare. */
export function* renderBytes(node: Node<'colour'>, region: Region, work: Work): Rendering<Uint8Array<ArrayBuffer>> {
  const { data } = yield* rendered(node, region, work);
  const bytes = new Uint8Array(4 * sizeOf(region));
  work.kernels.rim(data, region, bytes);
  return bytes;
}

/**
 * RGBA8 of a region at 1/2^halvings of a node's scale, the mean of the encoded premultiplied values it covers.
 * `region` is in the node's own pixels; its corner must lie on the reduced grid. Rendered in view tiles.
 */
export function* renderReduced(node: Node<'colour'>, region: Region, halvings: number, work: Work): Rendering<Uint8Array<ArrayBuffer>> {
  if (halvings === 0) return yield* renderBytes(node, region, work);
  const side = 2 ** halvings;
  const small = reducedRegion(region, halvings);
  const data = new Int16Array(4 * sizeOf(small));
  for (const tile of tilesOf(region, Math.max(VIEW_TILE, side))) {
    const full: ColourRaster = yield* rendered(node, tile, work);
    const part = reducedRegion(tile, halvings);
    const reduced = new Int16Array(4 * sizeOf(part));
    work.kernels.reduce(full.data, 4, tile.width, tile.height, halvings, reduced);
    for (let row = 0; row < part.height; row++) {
      const to = ((part.y + row - small.y) * small.width + part.x - small.x) * 4;
      data.set(reduced.subarray(row * part.width * 4, (row + 1) * part.width * 4), to);
    }
    yield;
  }
  const bytes = new Uint8Array(data.length);
  roundToBytes(data, bytes);
  return bytes;
}

/** The region on the grid reduced by 2^halvings. */
export const reducedRegion = (region: Region, halvings: number): Region => {
  const side = 2 ** halvings;
  const x = Math.floor(region.x / side);
  const y = Math.floor(region.y / side);
  return {
    x,
    y,
    width: Math.ceil((region.x + region.width) / side) - x,
    height: Math.ceil((region.y + region.height) / side) - y,
  };
};

/** A mean of many dithered values is rounded to the nearest 8-bit one, not dithered again. */
const roundToBytes = (data: Int16Array, bytes: Uint8Array): void => {
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3] as number;
    for (let c = 0; c < 3; c++) {
      bytes[i + c] = alpha > 0 ? Math.min(255, Math.floor(((data[i + c] as number) * 255) / alpha + 0.5)) : 0;
    }
    bytes[i + 3] = Math.floor((alpha * 255) / ONE + 0.5);
  }
};
