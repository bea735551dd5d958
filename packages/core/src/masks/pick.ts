import { length, number, share, toggle } from '../fields/dials';
import * as field from '../fields/fields';
import { HEX } from '../fields/values';
import { convertNode } from '../nodes/convert-node';
import { keyOf } from '../nodes/key';
import { rendered, wantOnce, type Node } from '../nodes/node';
import { planeOf, type Plane } from '../nodes/plane-nodes';
import { READ_TILE, readInTiles } from '../nodes/statistics-node';
import { componentsOf } from '../raster/components';
import { HALF, sizeOf, type Region } from '../raster/raster';
import { tilesOf } from '../raster/region';
import { isBlank } from '../raster/uniform';
import { MOST_EDGE } from '../sheet/model';
import type { CoarsePlane, MaskDeclaration, MaskOf } from './declare';
import { cleanedNode } from './mask-nodes';
import { picked, type PickDials } from './near-colours';

const DIALS = {
  tolerance: number({ title: 'Tolerance', unit: 'ΔE', min: 0, max: 100, step: 0.5, default: 8, more: 'colours farther off count too' }),
  softness: share({ title: 'Softness', default: 0.2, more: 'a longer passage beyond the tolerance' }),
  connected: toggle({ title: 'Only connected areas', default: false }),
  smallest: length({ title: 'Smallest patch', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'larger patches are left out' }),
};
/** A colour picked off the sheet, and where. */
const SAMPLE = field.record({ x: field.number(), y: field.number(), colour: HEX });
const PARTS = { samples: field.list(SAMPLE) };

/**
 * Where the pass's source is near one of the sampled colours: up to a colour difference (CIEDE2000) that counts as the same, with
 * a passage beyond it; where `connected`, only what is connected with the place of a sample.
 */
export type PickMask = MaskOf<'pick', typeof DIALS, typeof PARTS>;
declare module '../sheet/model' {
  interface MaskKinds {
    readonly pick: PickMask;
  }
}

/** Where a picture's colours are near some samples. */
const pickedNode = (picture: Node<'colour'>, { samples, tolerance, softness }: PickDials): Plane => {
  const colours = samples.map(({ colour }) => colour);
  return planeOf(keyOf('picked', { colours, tolerance, softness }, [picture]), [picture], 0, 'dear', function* (region, work) {
    const seen = yield* rendered(picture, region, work);
    yield;
    return picked(seen, { samples, tolerance, softness });
  });
};

type Place = { readonly x: number; readonly y: number };

/** Pixels that are connected with some places, and those beside them, so that fine edges are not cut along the coarse ones. */
const reachedFrom = (set: Uint8Array, { width, height }: Region, places: readonly Place[], pxPerMm: number): Uint8Array => {
  const { labels, count } = componentsOf(set, width, height, 8);
  const wanted = new Uint8Array(count + 1);
  for (const { x, y } of places) {
    const [px, py] = [Math.floor(x * pxPerMm), Math.floor(y * pxPerMm)];
    if (px >= 0 && py >= 0 && px < width && py < height) wanted[labels[py * width + px] as number] = 1;
  }
  wanted[0] = 0;
  const out = new Uint8Array(set.length);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!wanted[labels[i] as number]) continue;
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          if (x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height) out[i + dy * width + dx] = 1;
        }
      }
    }
  }
  return out;
};

/** What of a plane is connected with some places, looked at on a coarse rendering of the whole sheet. */
const connectedNode = (plane: Plane, coarse: CoarsePlane, places: readonly Place[], pxPerMm: number): Plane => {
  const { region: whole } = coarse;
  let reached: Uint8Array | null = null;
  const key = keyOf('connected', { places: places.map(({ x, y }) => [x, y]), pxPerMm }, [plane, coarse.plane]);
  const node = planeOf(key, [plane], 0, 'dear', function* (region, work) {
    const { tone } = yield* rendered(plane, region, work);
    if (isBlank(tone)) return tone;
    if (!reached) {
      const set = new Uint8Array(sizeOf(whole));
      yield* readInTiles(coarse.plane, whole, work, ({ tone: part, region: tile }) => {
        for (let i = 0; i < part.length; i++) {
          const at = (tile.y - whole.y + Math.floor(i / tile.width)) * whole.width + tile.x - whole.x + (i % tile.width);
          set[at] = (part[i] as number) >= HALF ? 1 : 0;
        }
      });
      reached = reachedFrom(set, whole, places, coarse.pxPerMm);
    }
    const out = work.kernels.arena.plane(tone.length);
    for (let row = 0, i = 0; row < region.height; row++) {
      const y = Math.floor(((region.y + row + 0.5) / pxPerMm) * coarse.pxPerMm);
      for (let column = 0; column < region.width; column++, i++) {
        const x = Math.floor(((region.x + column + 0.5) / pxPerMm) * coarse.pxPerMm);
        const inside = x >= 0 && y >= 0 && x < whole.width && y < whole.height;
        out[i] = inside && reached[y * whole.width + x] ? (tone[i] as number) : 0;
      }
    }
    return out;
  });
  return {
    ...node,
    want(region, wants, work) {
      wantOnce(plane, region, wants, work);
      for (const tile of tilesOf(whole, READ_TILE)) wantOnce(coarse.plane, tile, wants, work);
    },
  };
};

export const pick: MaskDeclaration<PickMask> = {
  kind: 'pick',
  title: 'Pick by colour',
  purpose: 'Shows what is near the sampled colours.',
  words: 'by colour select ground background take away remove',
  dials: DIALS,
  parts: PARTS,
  begins: { samples: [] },
  follows: 'sheet',
  plane(mask, { source, coarse, pxPerMm }) {
    if (mask.samples.length === 0 || !source) return null;
    const near = pickedNode(convertNode(source, 'colour'), mask);
    const clean = cleanedNode(near, mask.smallest, 0, pxPerMm);
    // Asked even where it is not wanted: the coarse rendering keeps it for those that want it.
    const whole = coarse(near);
    return mask.connected ? connectedNode(clean, whole, mask.samples, pxPerMm) : clean;
  },
  inWords: ({ samples, tolerance }) =>
    samples.length === 0 ? 'no sample yet' : `${samples.length} ${samples.length === 1 ? 'sample' : 'samples'} ± ${tolerance}`,
};
