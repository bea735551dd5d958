import { ONE, type Raster, type Region } from '../raster/raster';
import { isSolid, uniformPlane } from '../raster/uniform';
import { keyOf } from './key';
import { rendered, wantOnce, type Node, type Work } from './node';

/** from + (to − from) · share · mask, of two nodes of one kind; all of `to` is that node itself. */
export const mixNode = (from: Node, to: Node, share: number, mask: Node<'tone'> | null): Node =>
  share === ONE && !mask ? to : mixture(from, to, share, mask);

const mixture = (from: Node, to: Node, share: number, mask: Node<'tone'> | null): Node => ({
  key: keyOf('mix', share, mask ? [from, to, mask] : [from, to]),
  kind: to.kind,
  ...(to.colour ? { colour: to.colour } : {}),
  want(region, wants, work) {
    for (const node of mask ? [from, to, mask] : [from, to]) wantOnce(node, region, wants, work);
  },
  *render(region, work) {
    const weights = mask ? (yield* rendered(mask, region, work)).tone : null;
    if (share === ONE && weights && isSolid(weights)) return yield* rendered(to, region, work);
    // What was treated first: it may read the other beyond the region, which is then cut from what it read.
    const second = yield* rendered(to, region, work);
    const first = yield* rendered(from, region, work);
    return mixed(first, second, share, weights, region, work);
  },
});

const mixed = (first: Raster, second: Raster, share: number, weights: Int16Array | null, region: Region, { kernels }: Work): Raster => {
  const planes = (a: Int16Array, b: Int16Array, channels: 1 | 4): Int16Array => {
    const out = kernels.arena.plane(a.length);
    kernels.mix(a, b, channels, share, weights, out);
    return out;
  };
  if (first.kind === 'colour' && second.kind === 'colour') return { ...second, data: planes(first.data, second.data, 4) };
  if (first.kind === 'ink' && second.kind === 'ink') return { ...second, coverage: planes(first.coverage, second.coverage, 1) };
  if (first.kind === 'tone' && second.kind === 'tone') {
    const full = uniformPlane(second.tone.length, ONE);
    const coverage = first.coverage === second.coverage ? first.coverage : planes(first.coverage ?? full, second.coverage ?? full, 1);
    return { kind: 'tone', region, tone: planes(first.tone, second.tone, 1), coverage };
  }
  throw new Error(`a ${first.kind} raster cannot be mixed with a ${second.kind} raster`);
};
