import { ONE, sizeOf, type Region } from '../raster/raster';
import { paste, tilesOf } from '../raster/region';
import type { TileName } from '../raster/source-tiles';
import { finish } from './drive';
import type { PrintNode } from './compile/graph';
import { isIndex, paletteBytes, type IndexNode } from './index-nodes';
import { rendered, scoped, wantOnce, Wants, type Leaving, type Node, type PlanWork, type Rendering, type Work } from '../nodes/node';
import { READ_TILE, wantStatistics, type StatisticsNode } from '../nodes/statistics-node';

/** Side of the tiles that views render, and of the blocks that every region is rendered in. */
export const VIEW_TILE = 512;

/** The source tiles that rendering a region of a node needs, and those of statistics not known yet. */
export const plan = (node: Node, region: Region, work: PlanWork): TileName[] => [...finish(wantsOf(node, region, work)).tiles.values()];

/** All that rendering a region of a node wants, but for what may be left. */
export function* wantsOf(node: Node, region: Region, work: PlanWork, leaves: Leaving = {}): Rendering<Wants> {
  const wants = new Wants(leaves);
  for (const block of tilesOf(region, VIEW_TILE)) {
    wantOnce(node, block, wants, work);
    yield;
  }
  return wants;
}

/** The same for a node that is read over a whole region at once. */
export const planWhole = (node: Node, region: Region, work: PlanWork): TileName[] => {
  const wants = new Wants();
  wantOnce(node, region, wants, work);
  return [...wants.tiles.values()];
};

/** The same for a node that is read piece by piece, as readings are. */
export const planPieces = (node: Node, region: Region, work: PlanWork): TileName[] =>
  tilesOf(region, READ_TILE).flatMap((tile) => planWhole(node, tile, work));

/** The same for a node whose statistics are read. */
export const planReading = (statistics: StatisticsNode, work: PlanWork): TileName[] => {
  const wants = new Wants();
  wantStatistics(statistics, wants, work);
  return [...wants.tiles.values()];
};

/** Calls for each block of a region; what a block's rasters take is given back after it. */
export function* inBlocks(
  region: Region,
  side: number,
  work: Work,
  run: (block: Region, inside: Work) => Rendering<void>,
): Rendering<void> {
  for (const block of tilesOf(region, side)) {
    yield* scoped(work, (inside) => run(block, inside));
    yield;
  }
}

/** A node's raster over any region, block by block, outside the arena. */
export function* renderTones(node: Node<'tone'>, region: Region, work: Work): Rendering<Int16Array> {
  const out = new Int16Array(sizeOf(region));
  yield* inBlocks(region, VIEW_TILE, work, function* (block, inside) {
    paste((yield* rendered(node, block, inside)).tone, block, out, region);
  });
  return out;
}

/** Entries of a region of a hard sheet's print. */
export function* renderEntries(node: IndexNode, region: Region, work: Work): Rendering<Uint8Array<ArrayBuffer>> {
  const out = new Uint8Array(sizeOf(region));
  yield* inBlocks(region, VIEW_TILE, work, function* (block, inside) {
    paste((yield* rendered(node, block, inside)).entries, block, out, region);
  });
  return out;
}

/** Unpremultiplied RGBA8 of a region of a node: of the print, the bytes that table, file and tests compare. */
export function* renderBytes(node: PrintNode, region: Region, work: Work): Rendering<Uint8Array<ArrayBuffer>> {
  const bytes = new Uint8Array(4 * sizeOf(region));
  if (isIndex(node)) {
    const entries = yield* renderEntries(node, region, work);
    work.kernels.lookUp(entries, paletteBytes(node.palette), 1, new Uint32Array(bytes.buffer));
    return bytes;
  }
  yield* inBlocks(region, VIEW_TILE, work, function* (block, inside) {
    const { arena, rim } = inside.kernels;
    const { data } = yield* rendered(node, block, inside);
    const part = arena.bytes(4 * sizeOf(block));
    rim(data, block, part);
    paste(part, block, bytes, region, 4);
  });
  return bytes;
}

/** Reads what a block of a print is made of, beside the print itself. */
export type BlockReader = (block: Region, inside: Work) => Rendering<void>;

/**
 * RGBA8 of a region at 1/2^halvings of a node's scale, the mean of the encoded premultiplied values it covers.
 * `region` is in the node's own pixels; its corner must lie on the reduced grid. `read` looks at each block's rasters
 * while they are there.
 */
export function* renderReduced(
  node: PrintNode,
  region: Region,
  halvings: number,
  work: Work,
  read?: BlockReader,
): Rendering<Uint8Array<ArrayBuffer>> {
  if (halvings === 0 && !read) return yield* renderBytes(node, region, work);
  const small = reducedRegion(region, halvings);
  const data = new Int16Array(4 * sizeOf(small));
  const bytes = new Uint8Array(data.length);
  yield* inBlocks(region, Math.max(VIEW_TILE, 2 ** halvings), work, function* (block, inside) {
    const { arena, reduce, reduceIndex, rim } = inside.kernels;
    const full = yield* rendered(node as Node<'colour' | 'index'>, block, inside);
    if (read) yield* read(block, inside);
    const part = reducedRegion(block, halvings);
    if (halvings === 0 && full.kind === 'colour') {
      const whole = arena.bytes(4 * sizeOf(block));
      rim(full.data, block, whole);
      return paste(whole, block, bytes, region, 4);
    }
    const reduced = arena.plane(4 * sizeOf(part));
    if (full.kind === 'index') reduceIndex(full.entries, block.width, block.height, halvings, full.palette, reduced);
    else reduce(full.data, 4, block.width, block.height, halvings, reduced);
    paste(reduced, part, data, small, 4);
  });
  if (halvings > 0 || isIndex(node)) roundToBytes(data, bytes);
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
