import type { Plane } from '../nodes/plane-nodes';
import { rendered, type Rendering, type Work } from '../nodes/node';
import { DITHER_SIDE, DITHER_TILE } from '../raster/dither';
import { ONE, sizeOf, type Region } from '../raster/raster';
import { uniformValue } from '../raster/uniform';
import { inBlocks, putBlock, VIEW_TILE } from '../render/regions';

/** True where every value is all or nothing. */
const isWholePlane = (plane: Int16Array): boolean => {
  for (let i = 0; i < plane.length; i++) if (((plane[i] as number) & (ONE - 1)) !== 0) return false;
  return true;
};

/** Puts a plane's values among those of `count` planes, as bytes: 0 bare, 255 solid, between them by the print's own dither. */
const putBytes = (plane: Int16Array, { x, y, width, height }: Region, out: Uint8Array, at: number, count: number): void => {
  if (uniformValue(plane) === 0) return;
  if (isWholePlane(plane)) {
    // 0 stays, and 1 in the bit of ONE becomes 255.
    for (let i = 0, to = at; i < plane.length; i++, to += count) out[to] = -((plane[i] as number) >> 14);
    return;
  }
  for (let row = 0, i = 0; row < height; row++) {
    const line = ((y + row) & (DITHER_SIDE - 1)) * DITHER_SIDE;
    for (let column = 0; column < width; column++, i++) {
      const value = plane[i] as number;
      const dither = DITHER_TILE[line + ((x + column) & (DITHER_SIDE - 1))] as number;
      out[i * count + at] = (value * 255 + dither) >> 14;
    }
  }
};

/** Coverage of several planes over a region, one byte each, those of a pixel side by side; one that is null prints nothing. */
export function* renderPlates(planes: readonly (Plane | null)[], region: Region, work: Work): Rendering<Uint8Array<ArrayBuffer>> {
  const count = planes.length;
  const out = new Uint8Array(sizeOf(region) * count);
  yield* inBlocks(region, VIEW_TILE, work, function* (block, inside) {
    const part = new Uint8Array(sizeOf(block) * count);
    for (const [at, plane] of planes.entries()) {
      if (plane) putBytes((yield* rendered(plane, block, inside)).tone, block, part, at, count);
    }
    putBlock<Uint8Array>(part, block, out, region, count);
  });
  return out;
}
