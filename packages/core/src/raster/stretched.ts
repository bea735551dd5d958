import type { Kernels, Ways } from './kernels';
import { ONE, sizeOf, type Region } from './raster';
import { overlap, paste } from './region';
import { movedRaster, type Movable } from './ways';

/** Where a pixel is taken from: the way from it, px, across and down, into the first two places. */
export type WayFrom = (x: number, y: number, way: Float64Array) => void;

/** Ways are in whole 64ths of a pixel, so that they are the same whatever is rendered together. */
const FINE = 64;
/** One way of ONE is 4 × ONE 256ths of a pixel: 1 is a 64th. */
const PER_WAY = (256 / FINE) * ONE;
/** Side of the blocks that are moved as a whole first, so that what is left of their ways fits. */
const BLOCK = 64;
const MOST = 32_000;

/** Places across a block that say where it comes from, and how much further than these it may, as a share of their hull and in pixels. */
const PLACES = 4;
const MARGIN = 8;
/** Most samples a pixel takes along each axis where what it shows gets smaller. */
const MOST_LOOKS = 3;

/** Where a block comes from: the hull of it, and in how many places each of its pixels is looked at, across and down. */
interface Origin {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly across: number;
  readonly down: number;
}

const originOf = (block: Region, wayFrom: WayFrom): Origin => {
  const way = new Float64Array(2);
  const count = PLACES + 1;
  const [xs, ys] = [new Float64Array(count * count), new Float64Array(count * count)];
  for (let i = 0; i < xs.length; i++) {
    const x = block.x + ((i % count) / PLACES) * block.width;
    const y = block.y + (Math.floor(i / count) / PLACES) * block.height;
    wayFrom(x, y, way);
    xs[i] = x + (way[0] as number);
    ys[i] = y + (way[1] as number);
  }
  // How far apart neighbours come from, of how far apart they are.
  const apart = (i: number, j: number): number =>
    Math.sqrt(((xs[j] as number) - (xs[i] as number)) ** 2 + ((ys[j] as number) - (ys[i] as number)) ** 2);
  let [across, down] = [0, 0];
  for (let i = 0; i < xs.length; i++) {
    if (i % count < PLACES) across = Math.max(across, (apart(i, i + 1) * PLACES) / block.width);
    if (i + count < xs.length) down = Math.max(down, (apart(i, i + count) * PLACES) / block.height);
  }
  const looks = (by: number): number => Math.max(1, Math.min(MOST_LOOKS, Math.ceil(by - 0.25)));
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const [wide, high] = [(right - left) / PLACES + MARGIN, (bottom - top) / PLACES + MARGIN];
  return { left: left - wide, top: top - high, right: right + wide, bottom: bottom + high, across: looks(across), down: looks(down) };
};

/** True where nothing comes from within a box. */
const liesOutside = ({ left, top, right, bottom }: Origin, box: Region): boolean =>
  right < box.x || bottom < box.y || left > box.x + box.width || top > box.y + box.height;

/** What a block is where it has nothing. */
const BARE = new Int16Array(4 * BLOCK * BLOCK);

/** The ways of a block's pixels, looked at so far within each, less those of its middle in whole pixels, which it gives; null where these are too far from one another. */
const putWays = (
  { x: left, y: top, width, height }: Region,
  u: number,
  v: number,
  wayFrom: WayFrom,
  x: Int16Array,
  y: Int16Array,
): readonly [number, number] | null => {
  const way = new Float64Array(2);
  wayFrom(left + (width >> 1) + u, top + (height >> 1) + v, way);
  const [bx, by] = [Math.round(way[0] as number), Math.round(way[1] as number)];
  const offX = Math.round((u - 0.5) * FINE) - bx * FINE;
  const offY = Math.round((v - 0.5) * FINE) - by * FINE;
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      wayFrom(left + column + u, top + row + v, way);
      const across = Math.floor((way[0] as number) * FINE + 0.5) + offX;
      const down = Math.floor((way[1] as number) * FINE + 0.5) + offY;
      if (across > MOST || across < -MOST || down > MOST || down < -MOST) return null;
      x[i] = across;
      y[i] = down;
    }
  }
  return [bx, by];
};

/** A block in quarters; one of a pixel or two across in halves. */
const partsOf = ({ x, y, width, height }: Region): Region[] => {
  const [w, h] = [Math.max(1, width >> 1), Math.max(1, height >> 1)];
  return [x, x + w].flatMap((left) =>
    [y, y + h].flatMap((top): Region[] => {
      const part = overlap(
        { x: left, y: top, width: left === x ? w : width - w, height: top === y ? h : height - h },
        { x, y, width, height },
      );
      return part ? [part] : [];
    }),
  );
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

/** Blocks of a grid over all sheets that a region touches, row by row. */
const blocksOf = ({ x, y, width, height }: Region): Region[][] => {
  const from = (at: number): number => Math.floor(at / BLOCK) * BLOCK;
  const rows: Region[][] = [];
  for (let top = from(y); top < y + height; top += BLOCK) {
    const row: Region[] = [];
    for (let left = from(x); left < x + width; left += BLOCK) row.push({ x: left, y: top, width: BLOCK, height: BLOCK });
    rows.push(row);
  }
  return rows;
};

/** A raster whose pixels come from elsewhere, however far away; each is the mean of several places within it where what is there gets smaller. Nothing lies beyond its box. */
export function* stretchedRaster(
  raster: Movable,
  wayFrom: WayFrom,
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
  for (const band of blocksOf(region)) {
    for (const whole of band) {
      const block = overlap(whole, region) as Region;
      // Of the whole block, so that the same is done whatever is rendered together.
      const origin = originOf(whole, wayFrom);
      if (liesOutside(origin, box)) {
        for (const plane of out) paste(BARE, block, plane, region, channels);
        continue;
      }
      const { across, down } = origin;
      const move = (part: Region): void => {
        const mark = arena.mark();
        const looks = across * down;
        const sums = looks === 1 ? [] : out.map(() => new Int32Array(channels * sizeOf(part)));
        for (let look = 0; look < looks; look++) {
          const [u, v] = [((look % across) + 0.5) / across, (Math.floor(look / across) + 0.5) / down];
          const by = putWays(part, u, v, wayFrom, x, y);
          // Where a map jumps, each side is moved by itself.
          if (!by) return partsOf(part).forEach(move);
          const count = sizeOf(part);
          const ways: Ways = { x: x.subarray(0, count), y: y.subarray(0, count), across: PER_WAY, down: PER_WAY };
          const moved = movedRaster(raster, ways, box, 'nothing', { ...part, x: part.x + by[0], y: part.y + by[1] }, kernels);
          for (const [which, plane] of planesOf(moved).entries()) {
            if (looks === 1) paste(plane, part, out[which] as Int16Array, region, channels);
            else add(plane, sums[which] as Int32Array);
          }
        }
        arena.release(mark);
        for (const [which, sum] of sums.entries()) paste(meanOf(sum, looks), part, out[which] as Int16Array, region, channels);
      };
      move(block);
    }
    yield;
  }
  const [first, second] = out as [Int16Array, Int16Array?];
  if (raster.kind === 'colour') return { ...raster, region, data: first };
  if (raster.kind === 'ink') return { ...raster, region, coverage: first };
  return { ...raster, region, tone: first, coverage: second ?? null };
}
