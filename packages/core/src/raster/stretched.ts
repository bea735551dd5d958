import type { Kernels, Ways } from './kernels';
import { ONE, sizeOf, type Region } from './raster';
import { bandsOf, paste } from './region';
import { movedRaster, type Movable } from './ways';

/** Where a pixel is taken from: the way from it, px, across and down, into the first two places. */
export type WayFrom = (x: number, y: number, way: Float64Array) => void;

/** Places that are looked at within each pixel, each way. */
export interface Samples {
  readonly across: number;
  readonly down: number;
}

/** Ways are in whole 64ths of a pixel, so that they are the same whatever is rendered together. */
const FINE = 64;
/** One way of ONE is 4 × ONE 256ths of a pixel: 1 is a 64th. */
const PER_WAY = (256 / FINE) * ONE;
/** Side of the blocks that are moved as a whole first, so that what is left of their ways fits. */
const BLOCK = 64;
const MOST = 32_000;

const clamped = (way: number): number => (way < -MOST ? -MOST : way > MOST ? MOST : way);

/** Places across a block that say where it comes from, and how much further than these it may, as a share of their hull and in pixels. */
const SAMPLES = 4;
const MARGIN = 8;

/** True where nothing of a block comes from within a box. */
const liesOutside = (block: Region, wayFrom: WayFrom, box: Region): boolean => {
  const way = new Float64Array(2);
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < (SAMPLES + 1) ** 2; i++) {
    const x = block.x + ((i % (SAMPLES + 1)) / SAMPLES) * block.width;
    const y = block.y + (Math.floor(i / (SAMPLES + 1)) / SAMPLES) * block.height;
    wayFrom(x, y, way);
    const [fx, fy] = [x + (way[0] as number), y + (way[1] as number)];
    [left, top, right, bottom] = [Math.min(left, fx), Math.min(top, fy), Math.max(right, fx), Math.max(bottom, fy)];
  }
  const [across, down] = [(right - left) / SAMPLES + MARGIN, (bottom - top) / SAMPLES + MARGIN];
  return right + across < box.x || bottom + down < box.y || left - across > box.x + box.width || top - down > box.y + box.height;
};

/** What a block is where it has nothing. */
const BARE = new Int16Array(4 * BLOCK * BLOCK);

/** The ways of a block's pixels, looked at so far within each, less those of its middle in whole pixels, which it gives. */
const putWays = (
  { x: left, y: top, width, height }: Region,
  u: number,
  v: number,
  wayFrom: WayFrom,
  x: Int16Array,
  y: Int16Array,
): readonly [number, number] => {
  const way = new Float64Array(2);
  wayFrom(left + width / 2, top + height / 2, way);
  const [bx, by] = [Math.round(way[0] as number), Math.round(way[1] as number)];
  const offX = Math.round((u - 0.5) * FINE) - bx * FINE;
  const offY = Math.round((v - 0.5) * FINE) - by * FINE;
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      wayFrom(left + column + u, top + row + v, way);
      x[i] = clamped(Math.floor((way[0] as number) * FINE + 0.5) + offX);
      y[i] = clamped(Math.floor((way[1] as number) * FINE + 0.5) + offY);
    }
  }
  return [bx, by];
};

const add = (plane: Int16Array, sum: Int32Array): void => {
  for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] as number) + (plane[i] as number);
};

const meanOf = (sum: Int32Array, count: number): Int16Array => {
  const out = new Int16Array(sum.length);
  const half = count >> 1;
  for (let i = 0; i < out.length; i++) out[i] = Math.floor(((sum[i] as number) + half) / count);
  return out;
};

/** A raster whose pixels come from elsewhere, however far away; each is the mean of several places within it. Nothing lies beyond its box. */
export function* stretchedRaster(
  raster: Movable,
  wayFrom: WayFrom,
  samples: Samples,
  box: Region,
  region: Region,
  kernels: Kernels,
): Generator<void, Movable, void> {
  const { arena } = kernels;
  const channels = raster.kind === 'colour' ? 4 : 1;
  const planesOf = (each: Movable): readonly Int16Array[] =>
    each.kind === 'colour' ? [each.data] : each.kind === 'ink' ? [each.coverage] : each.coverage ? [each.tone, each.coverage] : [each.tone];
  const out = planesOf(raster).map(() => arena.plane(channels * sizeOf(region)));
  const [x, y] = [new Int16Array(BLOCK * BLOCK), new Int16Array(BLOCK * BLOCK)];
  const looks = samples.across * samples.down;
  for (const band of bandsOf(region, BLOCK)) {
    for (let left = band.x; left < band.x + band.width; left += BLOCK) {
      const block = { ...band, x: left, width: Math.min(BLOCK, band.x + band.width - left) };
      if (liesOutside(block, wayFrom, box)) {
        for (const plane of out) paste(BARE, block, plane, region, channels);
        continue;
      }
      const mark = arena.mark();
      const sums = looks === 1 ? [] : out.map(() => new Int32Array(channels * sizeOf(block)));
      for (let sample = 0; sample < looks; sample++) {
        const [u, v] = [((sample % samples.across) + 0.5) / samples.across, (Math.floor(sample / samples.across) + 0.5) / samples.down];
        const [bx, by] = putWays(block, u, v, wayFrom, x, y);
        const count = sizeOf(block);
        const ways: Ways = { x: x.subarray(0, count), y: y.subarray(0, count), across: PER_WAY, down: PER_WAY };
        const moved = movedRaster(raster, ways, box, 'nothing', { ...block, x: block.x + bx, y: block.y + by }, kernels);
        for (const [which, plane] of planesOf(moved).entries()) {
          if (looks === 1) paste(plane, block, out[which] as Int16Array, region, channels);
          else add(plane, sums[which] as Int32Array);
        }
      }
      arena.release(mark);
      if (looks === 1) continue;
      for (const [which, sum] of sums.entries()) paste(meanOf(sum, looks), block, out[which] as Int16Array, region, channels);
    }
    yield;
  }
  const [first, second] = out as [Int16Array, Int16Array?];
  if (raster.kind === 'colour') return { ...raster, region, data: first };
  if (raster.kind === 'ink') return { ...raster, region, coverage: first };
  return { ...raster, region, tone: first, coverage: second ?? null };
}
