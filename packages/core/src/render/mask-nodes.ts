import { cleaned, speckReach } from '../masks/specks';
import { edged, edgeReach, type EdgeDials } from '../masks/edge';
import { outlineContour, type OutlineDials } from '../masks/outline';
import { picked } from '../masks/pick';
import { freedColours, freedReach, softEdgeReach, softEdges } from '../masks/soft-edges';
import { paintStrokes } from '../masks/strokes';
import { componentsOf } from '../raster/components';
import { blankPlane } from '../raster/blank';
import { HALF, ONE, sizeOf, times, type Region } from '../raster/raster';
import { crop, grow } from '../raster/region';
import type { Join, PickMask, Stroke } from '../sheet/model';
import type { Motion } from '../sheet/moving';
import { Fill } from '../type/scanline';
import { remembering } from '../units/remember';
import { keyOf } from './key';
import { rendered, wantOnce, type Node, type Rendering, type Work } from './node';

/** Planes of weights: a mask is a tone raster whose tone says how much shows, all covered. */
export type Plane = Node<'tone'>;

/** A plane made from others, each rendered over the region grown by a reach in pixels. */
export const planeOf = (
  key: string,
  inputs: readonly Node[],
  reach: number,
  kept: boolean,
  make: (region: Region, work: Work, wide: Region) => Rendering<Int16Array>,
): Plane => ({
  key,
  kind: 'tone',
  kept,
  want(region, wants, work) {
    for (const input of inputs) wantOnce(input, grow(region, reach), wants, work);
  },
  *render(region, work) {
    const wide = grow(region, reach);
    return { kind: 'tone', region, tone: crop(yield* make(region, work, wide), wide, region), coverage: null };
  },
});

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
    true,
    function* (region, work) {
      if (!under && late.length === 0) return blankPlane(sizeOf(region));
      const plane = under ? (yield* rendered(under, region, work)).tone.slice() : new Int16Array(sizeOf(region));
      yield* paintStrokes(plane, region, late, motion, pxPerMm);
      return plane;
    },
  );
};

/** Inside an outline. */
export const outlinePlane = (dials: OutlineDials, motion: Motion, pxPerMm: number): Plane => {
  let fill: Fill | null = null;
  return planeOf(keyOf('outline', { ...pickedDials(dials), motion, pxPerMm }, []), [], 0, true, function* (region) {
    fill ??= new Fill([outlineContour(dials, motion, pxPerMm)]);
    yield;
    return fill.coverage(region) ?? blankPlane(sizeOf(region));
  });
};

const pickedDials = ({ outline, points, rough, seed }: OutlineDials): OutlineDials => ({ outline, points, rough, seed });

/** An outline with the soft edges of a picture in a band along it. */
export const softEdgeNode = (picture: Node<'colour'>, rough: Plane, widened: Plane | null, bandMm: number, pxPerMm: number): Plane => {
  const reach = softEdgeReach(bandMm, pxPerMm);
  const inputs = widened ? [picture, rough, widened] : [picture, rough];
  return planeOf(keyOf('soft edges', { bandMm, pxPerMm }, inputs), inputs, reach, true, function* (_, work, wide) {
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
    kept: true,
    want(region, wants, work) {
      for (const input of [picture, coverage]) wantOnce(input, grow(region, reach), wants, work);
    },
    *render(region, work) {
      const wide = grow(region, reach);
      const seen = yield* rendered(picture, wide, work);
      const { tone } = yield* rendered(coverage, wide, work);
      yield;
      const freed = freedColours(seen, tone, bandMm, pxPerMm);
      return { kind: 'colour', region, data: crop(freed.data, wide, region, 4) };
    },
  };
};

/** Where a picture's colours are near some samples. */
export const pickedNode = (picture: Node<'colour'>, mask: PickMask): Plane => {
  const { samples, tolerance, softness } = mask;
  const colours = samples.map(({ colour }) => colour);
  return planeOf(keyOf('picked', { colours, tolerance, softness }, [picture]), [picture], 0, true, function* (region, work) {
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
  const node = planeOf(key, inputs, 0, true, function* (region, work) {
    const { tone } = yield* rendered(plane, region, work);
    reached ??= reachedFrom((yield* rendered(coarse.plane, whole, work)).tone, whole, places, coarse.pxPerMm);
    const out = new Int16Array(tone.length);
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
      wantOnce(coarse.plane, whole, wants, work);
    },
  };
};

/** Pixels that hang together with some places, and those beside them, so that fine edges are not cut along the coarse ones. */
const reachedFrom = (
  plane: Int16Array,
  { width, height }: Region,
  places: readonly { readonly x: number; readonly y: number }[],
  pxPerMm: number,
): Uint8Array => {
  const { labels, count } = componentsOf(
    Uint8Array.from(plane, (v) => (v >= HALF ? 1 : 0)),
    width,
    height,
    8,
  );
  const wanted = new Uint8Array(count + 1);
  for (const { x, y } of places) {
    const [px, py] = [Math.floor(x * pxPerMm), Math.floor(y * pxPerMm)];
    if (px >= 0 && py >= 0 && px < width && py < height) wanted[labels[py * width + px] as number] = 1;
  }
  wanted[0] = 0;
  const out = new Uint8Array(plane.length);
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

/** A plane without specks and holes up to so many mm. */
export const cleanedNode = (plane: Plane, specksMm: number, holesMm: number, pxPerMm: number): Plane => {
  const [specks, holes] = [specksMm * pxPerMm, holesMm * pxPerMm];
  const reach = speckReach(specks) + speckReach(holes);
  if (reach === 0) return plane;
  return planeOf(keyOf('cleaned', { specks, holes }, [plane]), [plane], reach, true, function* (_, work, wide) {
    const { tone } = yield* rendered(plane, wide, work);
    yield;
    return cleaned(tone, wide, specks, holes);
  });
};

/** A plane with its edge grown and feathered. */
export const edgedNode = (plane: Plane, dials: EdgeDials, pxPerMm: number): Plane => {
  const reach = edgeReach(dials, pxPerMm);
  if (reach === 0) return plane;
  return planeOf(keyOf('edged', { dials, pxPerMm }, [plane]), [plane], reach, true, function* (_, work, wide) {
    const { tone } = yield* rendered(plane, wide, work);
    yield;
    return edged(tone, wide, dials, pxPerMm, work.kernels);
  });
};

const JOINS: Readonly<Record<Join, (before: number, mask: number) => number>> = {
  both: times,
  either: (before, mask) => before + mask - times(before, mask),
  without: (before, mask) => times(before, ONE - mask),
};

const joinPlanes = (before: Int16Array, mask: Int16Array, join: Join): Int16Array => {
  const out = new Int16Array(before.length);
  const rule = JOINS[join];
  for (let i = 0; i < out.length; i++) out[i] = rule(before[i] as number, mask[i] as number);
  return out;
};

/** A mask joined to those before it. */
export const joinedNode = (before: Plane, mask: Plane, join: Join): Plane =>
  planeOf(keyOf('joined', join, [before, mask]), [before, mask], 0, false, function* (region, work) {
    const one = yield* rendered(before, region, work);
    const two = yield* rendered(mask, region, work);
    return joinPlanes(one.tone, two.tone, join);
  });

/** What is left after a share of each value was taken, by working value. */
const restTable = remembering(8, String, (strength: number) => Int16Array.from({ length: ONE + 1 }, (_, v) => ONE - times(v, strength)));

/** What a plane leaves of everything, the plane first weakened to a strength (0 … ONE). */
export const restNode = (plane: Plane, strength = ONE): Plane =>
  planeOf(keyOf('rest', strength, [plane]), [plane], 0, false, function* (region, work) {
    const { tone } = yield* rendered(plane, region, work);
    const out = new Int16Array(tone.length);
    work.kernels.table(tone, restTable(strength), out);
    return out;
  });

/** What an ease (0 … ONE) leaves of a wear wherever something is at all, faint rims included; all of it elsewhere. */
export const easedNode = (there: Plane, ease: number): Plane =>
  planeOf(keyOf('eased', ease, [there]), [there], 0, false, function* (region, work) {
    const { tone } = yield* rendered(there, region, work);
    const out = new Int16Array(tone.length);
    for (let i = 0; i < out.length; i++) out[i] = (tone[i] as number) > 0 ? ONE - ease : ONE;
    return out;
  });

/** What a wear takes at its texture's greys, by a table of ONE + 1 values; nothing where the texture is not. */
export const takenNode = (texture: Node<'tone'>, table: Int16Array, tableKey: unknown): Plane =>
  planeOf(keyOf('taken', tableKey, [texture]), [texture], 0, true, function* (region, work) {
    const { tone, coverage } = yield* rendered(texture, region, work);
    const out = new Int16Array(tone.length);
    work.kernels.table(tone, table, out);
    if (coverage) for (let i = 0; i < out.length; i++) out[i] = times(out[i] as number, coverage[i] as number);
    return out;
  });
