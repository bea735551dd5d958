import type { Kernels, Ways } from './kernels';
import { ONE, sizeOf, type Region } from './raster';
import { bandsOf, paste } from './region';
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

const clamped = (way: number): number => (way < -MOST ? -MOST : way > MOST ? MOST : way);

/** A raster whose pixels come from elsewhere, however far away; each is the mean of `samples` × `samples` places within it. Nothing lies beyond its box. */
export function* stretchedRaster(
  raster: Movable,
  wayFrom: WayFrom,
  samples: number,
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
  const way = new Float64Array(2);
  for (const band of bandsOf(region, BLOCK)) {
    for (let left = band.x; left < band.x + band.width; left += BLOCK) {
      const block = { ...band, x: left, width: Math.min(BLOCK, band.x + band.width - left) };
      const mark = arena.mark();
      const sums = out.map(() => new Int32Array(channels * sizeOf(block)));
      for (let sample = 0; sample < samples * samples; sample++) {
        const [u, v] = [((sample % samples) + 0.5) / samples, (Math.floor(sample / samples) + 0.5) / samples];
        const [offX, offY] = [Math.round((u - 0.5) * FINE), Math.round((v - 0.5) * FINE)];
        wayFrom(block.x + block.width / 2, block.y + block.height / 2, way);
        const [bx, by] = [Math.round(way[0] as number), Math.round(way[1] as number)];
        for (let row = 0, i = 0; row < block.height; row++) {
          for (let column = 0; column < block.width; column++, i++) {
            wayFrom(block.x + column + u, block.y + row + v, way);
            x[i] = clamped(Math.floor((way[0] as number) * FINE + 0.5) - bx * FINE + offX);
            y[i] = clamped(Math.floor((way[1] as number) * FINE + 0.5) - by * FINE + offY);
          }
        }
        const count = sizeOf(block);
        const ways: Ways = { x: x.subarray(0, count), y: y.subarray(0, count), across: PER_WAY, down: PER_WAY };
        const moved = movedRaster(raster, ways, box, 'nothing', { ...block, x: block.x + bx, y: block.y + by }, kernels);
        for (const [which, plane] of planesOf(moved).entries()) {
          const sum = sums[which] as Int32Array;
          for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] as number) + (plane[i] as number);
        }
      }
      arena.release(mark);
      const half = (samples * samples) >> 1;
      for (const [which, sum] of sums.entries()) {
        const mean = Int16Array.from(sum, (v) => Math.floor((v + half) / (samples * samples)));
        paste(mean, block, out[which] as Int16Array, region, channels);
      }
    }
    yield;
  }
  const [first, second] = out as [Int16Array, Int16Array?];
  if (raster.kind === 'colour') return { ...raster, region, data: first };
  if (raster.kind === 'ink') return { ...raster, region, coverage: first };
  return { ...raster, region, tone: first, coverage: second ?? null };
}
