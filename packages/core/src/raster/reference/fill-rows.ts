import { EDGE_VALUES, FILL_BLOCK, FILL_LINES, type Kernels, type OutlineEdges } from '../kernels';
import { ONE, type Region } from '../raster';

/** Parts of a pixel that the ends of a span are told to. */
const SHARES = 256;

/** Where the edges of one row's lines are crossed: shares of a pixel from the left of the region, and which way they wind. */
type Crossings = { readonly at: number; readonly turn: number }[][];

/** Crossings of each line of a row within a region, in order, and how often what lies on the left winds round each. */
const crossed = (outline: OutlineEdges, row: number, { x: left, width }: Region): { windings: number[]; crossings: Crossings } => {
  const { edges, order, starts, firstBlock } = outline;
  const windings = new Array<number>(FILL_LINES).fill(0);
  const crossings: Crossings = windings.map(() => []);
  const block = Math.floor(row / FILL_BLOCK) - firstBlock;
  for (let n = starts[block] ?? 0; n < (starts[block + 1] ?? 0); n++) {
    const edge = (order[n] as number) * EDGE_VALUES;
    const [x0, y0, slope, least, most, first, last, turn] = edges.subarray(edge, edge + EDGE_VALUES) as unknown as number[];
    const top = row * FILL_LINES;
    for (let line = Math.max(first as number, top); line <= Math.min(last as number, top + FILL_LINES - 1); line++) {
      if ((most as number) <= left) windings[line - top]! += turn as number;
      else if ((least as number) < left + width) {
        const place = (x0 as number) + ((line + 0.5) / FILL_LINES - (y0 as number)) * (slope as number);
        const share = Math.floor(place * SHARES + 0.5) - left * SHARES;
        crossings[line - top]?.push({ at: Math.max(0, Math.min(width * SHARES, share)), turn: turn as number });
      }
    }
  }
  for (const line of crossings) line.sort((one, two) => one.at - two.at);
  return { windings, crossings };
};

/** Adds the shares of each pixel that lie inside on one line. */
const addSpans = (winding: number, crossings: Crossings[number], sums: Int32Array): void => {
  let inside = winding;
  let from = 0;
  const span = (to: number): void => {
    for (let pixel = Math.floor(from / SHARES); pixel * SHARES < to && pixel < sums.length; pixel++) {
      sums[pixel]! += Math.min(to, (pixel + 1) * SHARES) - Math.max(from, pixel * SHARES);
    }
  };
  for (const { at, turn } of crossings) {
    const before = inside;
    inside += turn;
    if (before === 0) from = at;
    else if (inside === 0) span(at);
  }
  if (inside !== 0) span(sums.length * SHARES);
};

export const fillRows: Kernels['fillRows'] = (outline, region, out) => {
  const { width, height } = region;
  let any = false;
  for (let row = 0; row < height; row++) {
    const sums = new Int32Array(width);
    const { windings, crossings } = crossed(outline, region.y + row, region);
    windings.forEach((winding, line) => addSpans(winding, crossings[line] as Crossings[number], sums));
    if (sums.some((sum) => sum > 0) || windings.some((winding) => winding !== 0)) any = true;
    for (let x = 0; x < width; x++) out[row * width + x] = (sums[x] as number) * (ONE / (FILL_LINES * SHARES));
  }
  return any;
};
