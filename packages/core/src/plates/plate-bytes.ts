import type { Plane } from '../nodes/plane-nodes';
import { rendered, scoped, type Rendering, type Work } from '../nodes/node';
import { sizeOf, type Region } from '../raster/raster';
import { uniformValue } from '../raster/uniform';
import { inBlocks, VIEW_TILE } from '../render/regions';

/** Coverage of several planes over a region, one byte each, those of a pixel side by side; one that is null prints nothing. */
export const renderPlates = (planes: readonly (Plane | null)[], region: Region, work: Work): Rendering<Uint8Array<ArrayBuffer>> =>
  scoped(work, function* (around) {
    const count = planes.length;
    const { arena } = work.kernels;
    const whole = arena.bytes(sizeOf(region) * count).fill(0);
    yield* inBlocks(region, VIEW_TILE, around, function* (block, inside) {
      for (const [at, plane] of planes.entries()) {
        if (!plane) continue;
        const { tone } = yield* rendered(plane, block, inside);
        if (uniformValue(tone) !== 0) inside.kernels.plateBytes(tone, block, whole, region, at, count);
      }
    });
    return whole.slice();
  });
