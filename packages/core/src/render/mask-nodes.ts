import { cleaned, speckReach } from '../masks/specks';
import { edged, edgeReach, type EdgeDials } from '../masks/edge';
import { outlineContour, type OutlineDials } from '../masks/outline';
import { picked } from '../masks/pick';
import { freedColours, freedReach, softEdgeReach, softEdges } from '../masks/soft-edges';
import { paintStrokes } from '../masks/strokes';
import { componentsOf } from '../raster/components';
import { HALF, sizeOf, type Region } from '../raster/raster';
import { crop, grow, tilesOf } from '../raster/region';
import { blankPlane, isBlank, uniformValue } from '../raster/uniform';
import type { PickMask, Stroke } from '../sheet/model';
import type { Motion } from '../sheet/moving';
import { Fill } from '../type/scanline';
import { keyOf } from './key';
import { rendered, wantOnce, type Node } from './node';
import { planeOf, type Plane } from './plane-nodes';
import { readInTiles, READ_TILE } from './statistics-node';

/** Strokes that are kept together, so that one more only paints what is new. */
const KEPT_STROKES = 8;

/** Painted strokes. */
export const paintedNode = (strokes: readonly Stroke[], motion: Motion, pxPerMm: number): Plane => {
  const before = Math.floor(Math.max(0, strokes.length - 1) / KEPT_STROKES) * KEPT_STROKES;
  const under = before > 0 ? paintedNode(strokes.slice(0, before), motion, pxPerMm) : null;
  const late = strokes.slice(before);
  return planeOf(
    keyOf('painted', { late, motion, pxPerMm }, under ? [under] : []),
    under ? [under] : [],
    0,
    'dear',
    function* (region, work) {
      const before = under ? (yield* rendered(under, region, work)).tone : blankPlane(sizeOf(region));
      return yield* paintStrokes(before, region, late, motion, pxPerMm, work.kernels.arena);
    },
  );
};

/** Inside an outline. */
export const outlinePlane = (dials: OutlineDials, motion: Motion, pxPerMm: number): Plane => {
  let fill: Fill | null = null;
  return planeOf(keyOf('outline', { ...pickedDials(dials), motion, pxPerMm }, []), [], 0, 'dear', function* (region, { kernels }) {
    fill ??= new Fill([outlineContour(dials, motion, pxPerMm)]);
    yield;
    return fill.coverage(region, kernels.arena) ?? blankPlane(sizeOf(region));
  });
};

const pickedDials = ({ outline, points, rough, seed }: OutlineDials): OutlineDials => ({ outline, points, rough, seed });

/** An outline with the soft edges of a picture in a band along it. */
export const softEdgeNode = (picture: Node<'colour'>, rough: Plane, widened: Plane | null, bandMm: number, pxPerMm: number): Plane => {
  const reach = softEdgeReach(bandMm, pxPerMm);
  const inputs = widened ? [picture, rough, widened] : [picture, rough];
  return planeOf(keyOf('soft edges', { bandMm, pxPerMm }, inputs), inputs, reach, 'dear', function* (_, work, wide) {
    const seen = yield* rendered(picture, wide, work);
    const { tone } = yield* rendered(rough, wide, work);
    const more = widened ? (yield* rendered(widened, wide, work)).tone : null;
    yield;
    return softEdges(seen, tone, more, bandMm, pxPerMm);
  });
};

/** A picture in the subject's own colours, where it was cut out with soft edges. */
export const freedNode = (picture: Node<'colour'>, coverage: Plane, bandMm: number, pxPerMm: number): Node<'colour'> => {
  const reach = freedReach(bandMm, pxPerMm);
  return {
    key: keyOf('freed', { bandMm, pxPerMm }, [picture, coverage]),
    kind: 'colour',
    keeping: 'dear',
    want(region, wants, work) {
      for (const input of [picture, coverage]) wantOnce(input, grow(region, reach), wants, work);
    },
    *render(region, work) {
      const wide = grow(region, reach);
      const seen = yield* rendered(picture, wide, work);
      const { tone } = yield* rendered(coverage, wide, work);
      yield;
      const freed = freedColours(seen, tone, bandMm, pxPerMm);
      return { kind: 'colour', region, data: crop(freed.data, wide, region, work.kernels.arena, 4) };
    },
  };
};

/** Where a picture's colours are near some samples. */
export const pickedNode = (picture: Node<'colour'>, mask: PickMask): Plane => {
  const { samples, tolerance, softness } = mask;
  const colours = samples.map(({ colour }) => colour);
  return planeOf(keyOf('picked', { colours, tolerance, softness }, [picture]), [picture], 0, 'dear', function* (region, work) {
    const seen = yield* rendered(picture, region, work);
    yield;
    return picked(seen, mask);
  });
};

/** What of a plane hangs together with some places, looked at on a coarse rendering of the whole sheet. */
export const connectedNode = (
  plane: Plane,
  coarse: { readonly plane: Plane; readonly region: Region; readonly pxPerMm: number },
  places: readonly { readonly x: number; readonly y: number }[],
  pxPerMm: number,
): Plane => {
  const inputs = [plane];
  const { region: whole } = coarse;
  let reached: Uint8Array | null = null;
  const key = keyOf('connected', { places: places.map(({ x, y }) => [x, y]), pxPerMm }, [plane, coarse.plane]);
  const node = planeOf(key, inputs, 0, 'dear', function* (region, work) {
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

/** Pixels that hang together with some places, and those beside them, so that fine edges are not cut along the coarse ones. */
const reachedFrom = (
  set: Uint8Array,
  { width, height }: Region,
  places: readonly { readonly x: number; readonly y: number }[],
  pxPerMm: number,
): Uint8Array => {
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

/** Removes specks and fills holes whose boxes are no larger than the given sizes, mm. */
export const cleanedNode = (plane: Plane, specksMm: number, holesMm: number, pxPerMm: number): Plane => {
  const [specks, holes] = [specksMm * pxPerMm, holesMm * pxPerMm];
  const reach = speckReach(specks) + speckReach(holes);
  if (reach === 0) return plane;
  return planeOf(keyOf('cleaned', { specks, holes }, [plane]), [plane], reach, 'dear', function* (_, work, wide) {
    const { tone } = yield* rendered(plane, wide, work);
    yield;
    return uniformValue(tone) === null ? cleaned(tone, wide, specks, holes, work.kernels) : tone;
  });
};

/** A plane with its edge grown and feathered. */
export const edgedNode = (plane: Plane, dials: EdgeDials, pxPerMm: number): Plane => {
  const reach = edgeReach(dials, pxPerMm);
  if (reach === 0) return plane;
  return planeOf(keyOf('edged', { dials, pxPerMm }, [plane]), [plane], reach, 'dear', function* (_, work, wide) {
    const { tone } = yield* rendered(plane, wide, work);
    yield;
    return edged(tone, wide, dials, pxPerMm, work.kernels);
  });
};
