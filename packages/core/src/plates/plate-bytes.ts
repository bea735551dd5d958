import type { Plane } from '../nodes/plane-nodes';
import { rendered, type Rendering, type Work } from '../nodes/node';
import { DITHER_SIDE, DITHER_TILE } from '../raster/dither';
import { ONE, sizeOf, type Region } from '../raster/raster';
import { uniformValue } from '../raster/uniform';
import { paste } from '../raster/region';
import { inBlocks, VIEW_TILE } from '../render/regions';

/** Two values at once, both nothing or both all, as they stand in memory. */
const [NONE, BOTH] = [0, ONE | (ONE << 16)];

/** A value of a plane as a byte: 0 bare, 255 solid, between them by the print's own dither. */
const byteOf = (value: number, x: number, y: number): number => {
  if (value === 0 || value === ONE) return -(value >> 14) & 255;
  return (value * 255 + (DITHER_TILE[(y & (DITHER_SIDE - 1)) * DITHER_SIDE + (x & (DITHER_SIDE - 1))] as number)) >> 14;
};

/** Puts one plane's values as bytes, two at a time where both are the same all or nothing. */
const putAlone = (plane: Int16Array, { x, y, width }: Region, out: Uint8Array): void => {
  const isAligned = (plane.byteOffset & 3) === 0 && (out.byteOffset & 1) === 0;
  const count = isAligned ? plane.length >> 1 : 0;
  const pairs = new Int32Array(plane.buffer, isAligned ? plane.byteOffset : 0, count);
  const two = new Uint16Array(out.buffer, isAligned ? out.byteOffset : 0, count);
  for (let i = 0; i < count; i++) {
    const pair = pairs[i] as number;
    if (pair === NONE) continue;
    if (pair === BOTH) two[i] = 0xffff;
    else for (let k = 2 * i; k < 2 * i + 2; k++) out[k] = byteOf(plane[k] as number, x + (k % width), y + Math.floor(k / width));
  }
  for (let k = 2 * count; k < plane.length; k++) out[k] = byteOf(plane[k] as number, x + (k % width), y + Math.floor(k / width));
};

/** Puts a plane's values among those of `count` planes. */
const putBytes = (plane: Int16Array, region: Region, out: Uint8Array, at: number, count: number): void => {
  if (uniformValue(plane) === 0) return;
  if (count === 1) return putAlone(plane, region, out);
  const { x, y, width, height } = region;
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) out[i * count + at] = byteOf(plane[i] as number, x + column, y + row);
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
    paste(part, block, out, region, count);
  });
  return out;
}
