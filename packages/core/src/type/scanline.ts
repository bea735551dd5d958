import { EDGE_VALUES, FILL_BLOCK, FILL_LINES, type Kernels, type OutlineEdges } from '../raster/kernels';
import { sizeOf, type Region } from '../raster/raster';
import { bandsOf, overlap } from '../raster/region';
import type { Contour } from './outline';

/** Rows that are covered at a go. */
const ROWS = 64;

/** Edges of contours, from each corner to the next; those that no line crosses are left out. */
const edgesOf = (contours: readonly Contour[]): Float64Array => {
  const corners = contours.reduce((sum, contour) => sum + contour.length / 2, 0);
  const edges = new Float64Array(EDGE_VALUES * corners);
  let end = 0;
  for (const contour of contours) {
    for (let i = 0; i < contour.length; i += 2) {
      const next = (i + 2) % contour.length;
      const [ax, ay] = [contour[i] as number, contour[i + 1] as number];
      const [bx, by] = [contour[next] as number, contour[next + 1] as number];
      const [x0, y0, x1, y1] = ay < by ? [ax, ay, bx, by] : [bx, by, ax, ay];
      const first = Math.ceil(y0 * FILL_LINES - 0.5);
      const last = Math.ceil(y1 * FILL_LINES - 0.5) - 1;
      if (last < first) continue;
      const slope = (x1 - x0) / (y1 - y0);
      edges.set([x0, y0, slope, Math.min(x0, x1), Math.max(x0, x1), first, last, ay < by ? 1 : -1], end);
      end += EDGE_VALUES;
    }
  }
  return edges.subarray(0, end);
};

/** The pixels that edges reach over. */
const boxOf = (edges: Float64Array): Region | null => {
  let [left, right, first, last] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let edge = 0; edge < edges.length; edge += EDGE_VALUES) {
    left = Math.min(left, edges[edge + 3] as number);
    right = Math.max(right, edges[edge + 4] as number);
    first = Math.min(first, edges[edge + 5] as number);
    last = Math.max(last, edges[edge + 6] as number);
  }
  if (edges.length === 0) return null;
  const [x, y] = [Math.floor(left), Math.floor(first / FILL_LINES)];
  return { x, y, width: Math.ceil(right) - x, height: Math.floor(last / FILL_LINES) + 1 - y };
};

/** The same with the edges of each block of rows listed. */
const inBlocks = (edges: Float64Array): OutlineEdges => {
  const blockOf = (line: number): number => Math.floor(line / FILL_LINES / FILL_BLOCK);
  let [firstBlock, lastBlock] = [Infinity, -Infinity];
  for (let edge = 0; edge < edges.length; edge += EDGE_VALUES) {
    firstBlock = Math.min(firstBlock, blockOf(edges[edge + 5] as number));
    lastBlock = Math.max(lastBlock, blockOf(edges[edge + 6] as number));
  }
  if (lastBlock < firstBlock) [firstBlock, lastBlock] = [0, -1];
  const starts = new Int32Array(lastBlock - firstBlock + 2);
  const each = (found: (edge: number, block: number) => void): void => {
    for (let edge = 0; edge < edges.length; edge += EDGE_VALUES) {
      const bottom = blockOf(edges[edge + 6] as number);
      for (let block = blockOf(edges[edge + 5] as number); block <= bottom; block++) found(edge / EDGE_VALUES, block - firstBlock);
    }
  };
  each((_, block) => (starts[block + 1] = (starts[block + 1] as number) + 1));
  const most = starts.reduce((so, count) => Math.max(so, count), 0);
  for (let block = 1; block < starts.length; block++) starts[block] = (starts[block] as number) + (starts[block - 1] as number);
  const order = new Int32Array(starts.at(-1) as number);
  const filled = starts.slice();
  each((edge, block) => {
    const at = filled[block] as number;
    order[at] = edge;
    filled[block] = at + 1;
  });
  return { edges, order, starts, firstBlock, most };
};

/**
 * A filled outline, non-zero winding: what overlaps unites. Coverage is a count of 1/256 px on 16 lines a row, in whole
 * numbers, each from absolute positions, so that any tiling gives the same bits. Horizontal edges are exact to 1/32 px.
 */
export class Fill {
  private readonly outline: OutlineEdges;
  /** The pixels that it may cover something of; null for none. */
  readonly box: Region | null;

  constructor(contours: readonly Contour[]) {
    const edges = edgesOf(contours);
    this.outline = inBlocks(edges);
    this.box = boxOf(edges);
  }

  /** Coverage of a region, 0 … ONE; null where nothing of it is covered. */
  coverage(region: Region, kernels: Kernels): Int16Array | null {
    const covering = this.covering(region, kernels);
    for (;;) {
      const step = covering.next();
      if (step.done) return step.value;
    }
  }

  /** The same, some rows at a go. */
  *covering(region: Region, kernels: Kernels): Generator<void, Int16Array | null> {
    if (!this.box || !overlap(this.box, region)) return null;
    const { width } = region;
    const out = kernels.arena.plane(sizeOf(region));
    let any = false;
    for (const band of bandsOf(region, ROWS)) {
      const from = (band.y - region.y) * width;
      if (kernels.fillRows(this.outline, band, out.subarray(from, from + sizeOf(band)))) any = true;
      yield;
    }
    return any ? out : null;
  }
}
