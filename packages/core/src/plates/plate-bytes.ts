import type { Plane } from '../nodes/plane-nodes';
import { rendered, scoped, type Rendering, type Work } from '../nodes/node';
import { sizeOf, type Region } from '../raster/raster';
import { uniformValue } from '../raster/uniform';
import { paste } from '../raster/region';
import { inBlocks, VIEW_TILE } from '../render/regions';

/** Coverage of several planes over a region, one byte each, those of a pixel side by side; one that is null prints nothing. */
export const renderPlates = (planes: readonly (Plane | null)[], region: Region, work: Work): Rendering<Uint8Array<ArrayBuffer>> =>
  scoped(work, function* (around) {
    const count = planes.length;
    const { arena } = work.kernels;
    // Put together in the arena: blocks' rows are copied there without a view of each.
    const whole = arena.bytes(sizeOf(region) * count);
    yield* inBlocks(region, VIEW_TILE, around, function* (block, inside) {
      const part = arena.bytes(sizeOf(block) * count).fill(0);
      for (const [at, plane] of planes.entries()) {
        if (!plane) continue;
        const { tone } = yield* rendered(plane, block, inside);
        if (uniformValue(tone) !== 0) inside.kernels.plateBytes(tone, block, part, at, count);
      }
      paste(part, block, whole, region, count);
    });
    return whole.slice();
  });
