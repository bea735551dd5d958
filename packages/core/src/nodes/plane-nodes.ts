import { blurred, blurReach } from '../raster/blur';
import { ONE, sizeOf, times, type Raster, type Region } from '../raster/raster';
import { crop, grow } from '../raster/region';
import { blankPlane, isBlank, isSolid, uniformPlane, uniformValue } from '../raster/uniform';
import type { Kernels } from '../raster/kernels';
import type { Join } from '../sheet/model';
import { remembering } from '../units/remember';
import { convertNode, boundsAs } from './convert-node';
import { keyOf } from './key';
import { rendered, wantOnce, type Node, type Rendering, type Work } from './node';

/** Planes of weights: a mask is a tone raster whose tone says how much shows, all covered. */
export type Plane = Node<'tone'>;

/** A plane made from others, each rendered over the region grown by a reach in pixels. */
export const planeOf = (
  key: string,
  inputs: readonly Node[],
  reach: number,
  keeping: Node['keeping'],
  make: (region: Region, work: Work, wide: Region) => Rendering<Int16Array>,
): Plane => ({
  key,
  kind: 'tone',
  ...(keeping ? { keeping } : {}),
  want(region, wants, work) {
    for (const input of inputs) wantOnce(input, grow(region, reach), wants, work);
  },
  *render(region, work) {
    const wide = grow(region, reach);
    const tone = crop(yield* make(region, work, wide), wide, region, work.kernels.arena);
    return { kind: 'tone', region, tone, coverage: null };
  },
});

/** v · w of two planes; neither is copied where the other is nothing or all. */
export const multiplied = (first: Int16Array, second: Int16Array, { arena, multiply }: Kernels): Int16Array => {
  if (isBlank(first) || isSolid(second)) return first;
  if (isBlank(second) || isSolid(first)) return second;
  const out = arena.plane(first.length);
  multiply(first, second, out);
  return out;
};

/** 1 − v · strength of a plane. */
export const complementOf = (plane: Int16Array, strength: number, { arena, complement }: Kernels): Int16Array => {
  const uniform = uniformValue(plane);
  if (uniform !== null) return uniformPlane(plane.length, ONE - times(uniform, strength));
  const out = arena.plane(plane.length);
  complement(plane, strength, out);
  return out;
};

/** Coverage of a raster as a plane. */
export const coveragePlane = (raster: Raster, kernels: Kernels): Int16Array => {
  const pixels = sizeOf(raster.region);
  switch (raster.kind) {
    case 'ink':
      return raster.coverage;
    case 'tone':
      return raster.coverage ?? uniformPlane(pixels, ONE);
    case 'colour': {
      if (isBlank(raster.data)) return blankPlane(pixels);
      const out = kernels.arena.plane(pixels);
      kernels.alphaOf(raster.data, out);
      return out;
    }
    case 'index': {
      const out = kernels.arena.plane(pixels);
      kernels.lookUp(raster.entries, Int16Array.from(raster.palette.filter((_, i) => i % 4 === 3)), 1, out);
      return out;
    }
  }
};

/** Where a node is there: its coverage as weights. */
export const coverageNode = (input: Node): Plane => ({
  ...planeOf(keyOf('coverage', null, [input]), [input], 0, 'never', function* (region, work) {
    return coveragePlane(yield* rendered(input, region, work), work.kernels);
  }),
  readingOf: input,
});

/** What is read of a node: its greys, or how much ink there is. */
export const readNode = (input: Node): Node<'tone'> => (input.kind === 'ink' ? coverageNode(input) : convertNode(input, 'tone'));

/** The light of a node as weights: what is not there counts as white. */
export const lightNode = (input: Node<'tone'>): Plane => ({
  ...planeOf(keyOf('light', null, [input]), [input], 0, 'never', function* (region, work) {
    const { tone, coverage } = yield* rendered(input, region, work);
    if (!coverage || isSolid(coverage)) return tone;
    if (isBlank(coverage)) return uniformPlane(tone.length, ONE);
    const out = work.kernels.arena.plane(tone.length);
    work.kernels.light(tone, coverage, out);
    return out;
  }),
  readingOf: input,
});

/** The product of several planes of weights; those after one that is nothing are not asked. */
export const productNode = (planes: readonly Plane[]): Plane | null => {
  if (planes.length < 2) return planes[0] ?? null;
  return planeOf(keyOf('product', null, planes), planes, 0, undefined, function* (region, work) {
    let product = uniformPlane(sizeOf(region), ONE);
    for (const plane of planes) {
      product = multiplied(product, (yield* rendered(plane, region, work)).tone, work.kernels);
      if (isBlank(product)) break;
    }
    return product;
  });
};

/** A plane blurred by a Gaussian. */
export const softNode = (plane: Plane, sigmaPx: number): Plane =>
  planeOf(keyOf('soft', sigmaPx, [plane]), [plane], blurReach(sigmaPx), undefined, function* (_, work, wide) {
    return blurred((yield* rendered(plane, wide, work)).tone, 1, wide, sigmaPx, work.kernels);
  });

/** What a plane leaves of everything, the plane first weakened to a strength (0 … ONE). */
export const complementNode = (plane: Plane, strength = ONE): Plane =>
  planeOf(keyOf('complement', strength, [plane]), [plane], 0, 'never', function* (region, work) {
    return complementOf((yield* rendered(plane, region, work)).tone, strength, work.kernels);
  });

/** A mask joined to those before it: both v · w, either v + w − v · w, without v · (1 − w). */
export const joinedNode = (before: Plane, mask: Plane, join: Join): Plane =>
  planeOf(keyOf('joined', join, [before, mask]), [before, mask], 0, undefined, function* (region, work) {
    const { kernels } = work;
    const one = (yield* rendered(before, region, work)).tone;
    const two = (yield* rendered(mask, region, work)).tone;
    if (join === 'both') return multiplied(one, two, kernels);
    if (join === 'without') return multiplied(one, complementOf(two, ONE, kernels), kernels);
    if (isBlank(one)) return two;
    if (isBlank(two)) return one;
    const out = kernels.arena.plane(one.length);
    kernels.multiply(one, two, out);
    kernels.combined(one, 1, out, -1, 0, -ONE, out);
    kernels.combined(two, 1, out, 1, 0, 0, out);
    return out;
  });

/** A table of what is left where something is, and where nothing is. */
const leftBy = remembering(8, String, (by: number): Int16Array => {
  const table = new Int16Array(ONE + 1).fill(ONE - by);
  table[0] = ONE;
  return table;
});

/** What a reduction (0 … ONE) leaves of a wear wherever something is at all, faint rims included; all of it elsewhere. */
export const reducedNode = (there: Plane, by: number): Plane =>
  planeOf(keyOf('reduced', by, [there]), [there], 0, 'never', function* (region, work) {
    const { tone } = yield* rendered(there, region, work);
    const uniform = uniformValue(tone);
    if (uniform !== null) return uniformPlane(tone.length, uniform > 0 ? ONE - by : ONE);
    const out = work.kernels.arena.plane(tone.length);
    work.kernels.table(tone, leftBy(by), out);
    return out;
  });

/** What a wear takes at its texture's greys, by a table of ONE + 1 values; nothing where the texture is not. */
export const takenNode = (texture: Node<'tone'>, table: Int16Array, tableKey: unknown): Plane =>
  planeOf(keyOf('taken', tableKey, [texture]), [texture], 0, undefined, function* (region, work) {
    const { kernels } = work;
    const { tone, coverage } = yield* rendered(texture, region, work);
    if (coverage && isBlank(coverage)) return coverage;
    const out = kernels.arena.plane(tone.length);
    kernels.table(tone, table, out);
    return coverage ? multiplied(out, coverage, kernels) : out;
  });

/** The bounds, known or late, of a node of the same kind that is there where another is. */
export const boundsLike = (input: Node): Pick<Node<never>, 'bounds' | 'lateBounds'> =>
  boundsAs(input, input.kind as 'colour', input.colour) as Pick<Node<never>, 'bounds' | 'lateBounds'>;

/** A node's coverage multiplied by a plane, which is not rendered where the node is bare. */
export const maskedNode = (input: Node, mask: Plane): Node => ({
  key: keyOf('masked', null, [input, mask]),
  kind: input.kind,
  ...(input.colour ? { colour: input.colour } : {}),
  ...boundsLike(input),
  want(region, wants, work) {
    wantOnce(input, region, wants, work);
    wantOnce(mask, region, wants, work);
  },
  *render(region, work) {
    const { kernels } = work;
    const raster = yield* rendered(input, region, work);
    if (raster.kind === 'colour') {
      if (isBlank(raster.data)) return raster;
      const { tone: weights } = yield* rendered(mask, region, work);
      if (isSolid(weights)) return raster;
      if (isBlank(weights)) return { ...raster, data: blankPlane(raster.data.length) };
      const data = kernels.arena.plane(raster.data.length);
      kernels.weigh(raster.data, weights, data);
      return { ...raster, data };
    }
    if (raster.kind === 'index') throw new Error('an index plane is masked by its own node');
    const there = coveragePlane(raster, kernels);
    if (isBlank(there)) return raster;
    const coverage = multiplied(there, (yield* rendered(mask, region, work)).tone, kernels);
    return { ...raster, coverage };
  },
});

/** All from a half up, nothing below. */
const cutOf = (plane: Int16Array, { arena, cut }: Kernels): Int16Array => {
  const uniform = uniformValue(plane);
  if (uniform !== null) return uniformPlane(plane.length, 2 * uniform >= ONE ? ONE : 0);
  const out = arena.plane(plane.length);
  cut(plane, out);
  return out;
};

/** Weights cut at one half. */
export const cutPlaneNode = (plane: Plane): Plane =>
  planeOf(keyOf('cut plane', null, [plane]), [plane], 0, 'never', function* (region, work) {
    return cutOf((yield* rendered(plane, region, work)).tone, work.kernels);
  });

/** Coverage cut at one half: every pixel all or nothing, colours kept. */
export const cutNode = (input: Node): Node => ({
  key: keyOf('cut', null, [input]),
  kind: input.kind,
  keeping: 'never',
  ...(input.colour ? { colour: input.colour } : {}),
  ...boundsLike(input),
  want: (region, wants, work) => wantOnce(input, region, wants, work),
  *render(region, work) {
    const { arena, cutColours } = work.kernels;
    const raster = yield* rendered(input, region, work);
    if (raster.kind === 'ink') return { ...raster, coverage: cutOf(raster.coverage, work.kernels) };
    if (raster.kind === 'tone') return { ...raster, coverage: raster.coverage && cutOf(raster.coverage, work.kernels) };
    if (raster.kind === 'index' || isBlank(raster.data)) return raster;
    const data = arena.plane(raster.data.length);
    cutColours(raster.data, ONE / 2, data);
    return { ...raster, data };
  },
});
