import type { Arena } from '../raster/arena';
import { ONE, sizeOf, type Region } from '../raster/raster';
import type { Contour } from './outline';

/** Lines on which each row of pixels is looked at; between the ends of a span the coverage is exact to 1/256 px. */
const LINES = 16;
/** Rows whose edges are kept together. */
const BLOCK = 32;

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
    const { width } = region;
    if (!this.meets(region)) return null;
    const out = arena.plane(sizeOf(region)).fill(0);
    const steps = new Int32Array(width + 2);
    const near: number[] = [];
    const before: number[] = [];
    const crossings = new Float64Array(4096);
    let any = false;
    for (let row = 0; row < region.height; row++) {
      const y = region.y + row;
      near.length = 0;
      before.length = 0;
      for (const edge of this.blocks.get(Math.floor(y / BLOCK)) ?? []) {
        if ((this.first[edge] as number) >= (y + 1) * LINES || (this.last[edge] as number) < y * LINES) continue;
        // What crosses on the left only counts; what crosses on the right says nothing of the region.
        if ((this.most[edge] as number) <= region.x) before.push(edge);
        else if ((this.least[edge] as number) < region.x + width) near.push(edge);
      }
      if (near.length === 0 && before.length === 0) continue;
      steps.fill(0);
      for (let line = y * LINES; line < (y + 1) * LINES; line++) {
        const winding = this.windingOf(line, before);
        const count = this.crossingsOf(line, near, region.x, width, crossings);
        if (winding === 0 && count === 0) continue;
        any = true;
        if (winding !== 0) steps[0] = (steps[0] as number) + 256;
        this.addSpans(crossings, count, steps, winding);
      }
      let sum = 0;
      for (let x = 0, o = row * width; x < width; x++, o++) {
        sum += steps[x] as number;
        out[o] = sum * (ONE / (LINES * 256));
      }
    }
    return any ? out : null;
  }

  /** True where an edge may cover something of a region. */
  private meets({ x, y, width, height }: Region): boolean {
    if (this.right <= x || this.left >= x + width) return false;
    for (let block = Math.floor(y / BLOCK); block * BLOCK < y + height; block++) if (this.blocks.has(block)) return true;
    return false;
  }

  /** Where edges cross a line, in order: 2 · (1/256 px from the region's left, within it) + 1 where they wind downwards. */
  private crossingsOf(line: number, near: readonly number[], left: number, width: number, out: Float64Array): number {
    const y = (line + 0.5) / LINES;
    let count = 0;
    for (const edge of near) {
      if (line < (this.first[edge] as number) || line > (this.last[edge] as number) || count === out.length) continue;
      const x = (this.x0[edge] as number) + (y - (this.y0[edge] as number)) * (this.slope[edge] as number);
      const at = Math.max(0, Math.min(width * 256, Math.floor(x * 256 + 0.5) - left * 256));
      const packed = 2 * at + ((this.turn[edge] as number) > 0 ? 1 : 0);
      let place = count++;
      while (place > 0 && (out[place - 1] as number) > packed) {
        out[place] = out[place - 1] as number;
        place--;
      }
      out[place] = packed;
    }
    return count;
  }

  /** How often the edges on the left of a region wind round it on a line. */
  private windingOf(line: number, before: readonly number[]): number {
    let winding = 0;
    for (const edge of before) {
      if (line >= (this.first[edge] as number) && line <= (this.last[edge] as number)) winding += this.turn[edge] as number;
    }
    return winding;
  }

  /** Adds each span's coverage as changes from pixel to pixel, from a winding at the left on. */
  private addSpans(crossings: Float64Array, count: number, steps: Int32Array, from: number): void {
    let winding = from;
    for (let i = 0; i < count; i++) {
      const packed = crossings[i] as number;
      const before = winding;
      winding += packed & 1 ? 1 : -1;
      if (before !== 0 && winding !== 0) continue;
      const at = packed >> 1;
      const pixel = at >> 8;
      const into = at & 255;
      const sign = winding !== 0 ? 1 : -1;
      steps[pixel] = (steps[pixel] as number) + sign * (256 - into);
      steps[pixel + 1] = (steps[pixel + 1] as number) + sign * into;
    }
  }
}
