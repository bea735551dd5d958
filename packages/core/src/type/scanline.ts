import type { Arena } from '../raster/arena';
import { ONE, sizeOf, type Region } from '../raster/raster';
import type { Contour } from './outline';

/** Lines on which each row of pixels is looked at; between the ends of a span the coverage is exact to 1/256 px. */
const LINES = 16;
/** Parts of a pixel that the ends of a span are told to, and how many bits they are. */
const SHARES = 256;
const SHARE_BITS = 8;
/** Rows whose edges are kept together. */
const BLOCK = 4;
/** Rows that are covered at a go. */
const ROWS = 64;

/** The lines of one row of pixels of a region, and where edges cross them. */
class RowOfLines {
  /** How often what lies on the left of the region winds round it, a line. */
  private readonly windings = new Int32Array(LINES);
  /** How many crossings each line has, and where, in order: 2 · (1/256 px from the left) + 1 where they wind downwards. */
  private readonly counts = new Int32Array(LINES);
  private crossings = new Int32Array(0);
  /** Crossings that a line has room for. */
  private room = 0;
  /** Changes of coverage from pixel to pixel. */
  private readonly steps: Int32Array;

  constructor(readonly width: number) {
    this.steps = new Int32Array(width + 2);
  }

  /** A new row, which up to so many edges cross. */
  begin(edges: number): void {
    this.windings.fill(0);
    this.counts.fill(0);
    if (edges <= this.room) return;
    this.room = edges;
    this.crossings = new Int32Array(LINES * edges);
  }

  wind(line: number, turn: number): void {
    this.windings[line] = (this.windings[line] as number) + turn;
  }

  /** Lines `first` to `last` of those from `top` on are crossed at x0 + (y − y0) · slope, `left` of which lies on the left of the region. */
  cross(first: number, last: number, top: number, x0: number, y0: number, slope: number, left: number, turn: number): void {
    const { counts, crossings, room } = this;
    const most = this.width * SHARES;
    const down = turn > 0 ? 1 : 0;
    for (let line = first; line <= last; line++) {
      const share = Math.floor((x0 + ((line + 0.5) / LINES - y0) * slope) * SHARES + 0.5) - left * SHARES;
      const packed = ((share < 0 ? 0 : share > most ? most : share) << 1) | down;
      const start = (line - top) * room;
      const count = counts[line - top] as number;
      let place = start + count;
      counts[line - top] = count + 1;
      while (place > start && (crossings[place - 1] as number) > packed) {
        crossings[place] = crossings[place - 1] as number;
        place--;
      }
      crossings[place] = packed;
    }
  }

  /** Writes the row's coverage over nothing, from an index on; false where nothing is covered. */
  cover(out: Int16Array, start: number): boolean {
    const { steps, width, windings, counts, crossings, room } = this;
    let [from, to] = [width + 1, -1];
    for (let line = 0; line < LINES; line++) {
      let winding = windings[line] as number;
      const first = line * room;
      const end = first + (counts[line] as number);
      if (winding === 0 && end === first) continue;
      if (winding !== 0) {
        steps[0] = (steps[0] as number) + SHARES;
        [from, to] = [0, Math.max(0, to)];
      }
      for (let i = first; i < end; i++) {
        const packed = crossings[i] as number;
        const before = winding;
        winding += packed & 1 ? 1 : -1;
        if (before !== 0 && winding !== 0) continue;
        const at = packed >> 1;
        const pixel = at >> SHARE_BITS;
        const into = at & (SHARES - 1);
        if (winding !== 0) {
          steps[pixel] = (steps[pixel] as number) + SHARES - into;
          steps[pixel + 1] = (steps[pixel + 1] as number) + into;
        } else {
          steps[pixel] = (steps[pixel] as number) - SHARES + into;
          steps[pixel + 1] = (steps[pixel + 1] as number) - into;
        }
        if (pixel < from) from = pixel;
        if (pixel + 1 > to) to = pixel + 1;
      }
    }
    if (from > width) return false;
    let sum = 0;
    for (let x = from; x <= to; x++) {
      sum += steps[x] as number;
      steps[x] = 0;
      if (x < width) out[start + x] = sum * (ONE / (LINES * SHARES));
    }
    if (sum !== 0) out.fill(sum * (ONE / (LINES * SHARES)), start + Math.min(to + 1, width), start + width);
    return true;
  }
}

/**
 * A filled outline, non-zero winding: what overlaps unites. Coverage is a count of 1/256 px on 16 lines a row, in whole
 * numbers, each from absolute positions, so that any tiling gives the same bits. Horizontal edges are exact to 1/32 px.
 */
export class Fill {
  private readonly x0: Float64Array;
  private readonly y0: Float64Array;
  private readonly slope: Float64Array;
  private readonly first: Int32Array;
  private readonly last: Int32Array;
  private readonly turn: Int8Array;
  /** Least and greatest x of each edge. */
  private readonly least: Float64Array;
  private readonly most: Float64Array;
  private readonly blocks = new Map<number, number[]>();
  /** Least and greatest x of its edges. */
  private left = Infinity;
  private right = -Infinity;

  constructor(contours: readonly Contour[]) {
    const count = contours.reduce((sum, contour) => sum + contour.length / 2, 0);
    this.x0 = new Float64Array(count);
    this.y0 = new Float64Array(count);
    this.slope = new Float64Array(count);
    this.first = new Int32Array(count);
    this.last = new Int32Array(count);
    this.turn = new Int8Array(count);
    this.least = new Float64Array(count);
    this.most = new Float64Array(count);
    let edge = 0;
    for (const contour of contours) {
      for (let i = 0; i < contour.length; i += 2) {
        const next = (i + 2) % contour.length;
        const ax = contour[i] as number;
        const ay = contour[i + 1] as number;
        const bx = contour[next] as number;
        const by = contour[next + 1] as number;
        const [x0, y0, x1, y1] = ay < by ? [ax, ay, bx, by] : [bx, by, ax, ay];
        const first = Math.ceil(y0 * LINES - 0.5);
        const last = Math.ceil(y1 * LINES - 0.5) - 1;
        if (last < first) continue;
        this.x0[edge] = x0;
        this.y0[edge] = y0;
        this.slope[edge] = (x1 - x0) / (y1 - y0);
        this.first[edge] = first;
        this.last[edge] = last;
        this.turn[edge] = ay < by ? 1 : -1;
        this.least[edge] = Math.min(x0, x1);
        this.most[edge] = Math.max(x0, x1);
        this.left = Math.min(this.left, x0, x1);
        this.right = Math.max(this.right, x0, x1);
        const bottom = Math.floor(last / LINES / BLOCK);
        for (let block = Math.floor(first / LINES / BLOCK); block <= bottom; block++) {
          const held = this.blocks.get(block);
          if (held) held.push(edge);
          else this.blocks.set(block, [edge]);
        }
        edge++;
      }
    }
  }

  /** Coverage of a region, 0 … ONE; null where nothing of it is covered. */
  coverage(region: Region, arena: Arena): Int16Array | null {
    const covering = this.covering(region, arena);
    for (;;) {
      const step = covering.next();
      if (step.done) return step.value;
    }
  }

  /** The same, some rows at a go. */
  *covering(region: Region, arena: Arena): Generator<void, Int16Array | null> {
    if (!this.meets(region)) return null;
    const { width } = region;
    const out = arena.plane(sizeOf(region)).fill(0);
    const lines = new RowOfLines(width);
    let any = false;
    for (let row = 0; row < region.height; row++) {
      const edges = this.blocks.get(Math.floor((region.y + row) / BLOCK));
      if (!edges) continue;
      lines.begin(edges.length);
      for (const edge of edges) this.cross(edge, region.x, (region.y + row) * LINES, lines);
      if (lines.cover(out, row * width)) any = true;
      if (row % ROWS === ROWS - 1) yield;
    }
    return any ? out : null;
  }

  /** True where an edge may cover something of a region. */
  private meets({ x, y, width, height }: Region): boolean {
    if (this.right <= x || this.left >= x + width) return false;
    for (let block = Math.floor(y / BLOCK); block * BLOCK < y + height; block++) if (this.blocks.has(block)) return true;
    return false;
  }

  /** Puts where an edge crosses the lines of a row, from `top` on, on them. */
  private cross(edge: number, left: number, top: number, lines: RowOfLines): void {
    const first = Math.max(this.first[edge] as number, top);
    const last = Math.min(this.last[edge] as number, top + LINES - 1);
    if (first > last) return;
    const turn = this.turn[edge] as number;
    // What crosses on the left only counts; what crosses on the right says nothing of the region.
    if ((this.most[edge] as number) <= left) {
      for (let line = first; line <= last; line++) lines.wind(line - top, turn);
    } else if ((this.least[edge] as number) < left + lines.width) {
      const [x0, y0, slope] = [this.x0[edge] as number, this.y0[edge] as number, this.slope[edge] as number];
      lines.cross(first, last, top, x0, y0, slope, left, turn);
    }
  }
}
