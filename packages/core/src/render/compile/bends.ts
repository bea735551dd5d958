import { keyOf } from '../../nodes/key';
import { rendered, wantOnce, type Node } from '../../nodes/node';
import { planeOf, type Plane } from '../../nodes/plane-nodes';
import { crop, grow } from '../../raster/region';
import { ONE, sizeOf } from '../../raster/raster';
import { blankPlane, isSolid } from '../../raster/uniform';
import { movedRaster, readThrough } from '../../raster/ways';
import { defineStep, type AnyStep, type Bend } from '../../steps/declare';
import { stepNode, type BendNodes, type StepCall } from '../step-node';

/** What the parts of a bend have in common: they are no steps of their own. */
const PART = {
  version: 1,
  title: 'Bend',
  family: 'warp',
  purpose: '',
  words: '',
  dials: {},
  amount: 'none',
  draft: { behaviour: 'same' },
} as const;

/** The ways of a bend along one axis. */
const waysStep = (axis: 'x' | 'y', bend: Bend): AnyStep =>
  defineStep({
    ...PART,
    kind: `bend-${axis}`,
    takes: 'any',
    gives: 'tone',
    reach: () => bend.reach,
    locality: 'grid',
    coarse: () => bend.coarse,
    *apply(input, _, at, kernels) {
      const region = at.wanted;
      const tone = bend.ways(axis, at, region, kernels);
      yield;
      return { kind: 'tone' as const, region, tone, coverage: null };
    },
  });

/** The picture moved by a bend. */
const movedStep = (mostMm: number): AnyStep =>
  defineStep({
    ...PART,
    kind: 'bend-picture',
    takes: 'any',
    gives: 'same',
    reach: () => 0,
    reads: (_, region, { pxPerMm, box }) => readThrough(region, { x: mostMm * pxPerMm, y: mostMm * pxPerMm }, box, 'nothing'),
    spreads: () => mostMm,
    locality: 'local',
    *apply(input, _, at, kernels) {
      yield;
      if (!at.bend) return input;
      const here = (plane: Int16Array): Int16Array => crop(plane, input.region, at.wanted, kernels.arena);
      return movedRaster(input, { ...at.bend, x: here(at.bend.x), y: here(at.bend.y) }, at.box, 'nothing', at.wanted, kernels);
    },
  });

/** Ways of which only so much is left as a mask says. */
const weakened = (ways: Plane, weights: Plane | null): Plane => {
  if (!weights) return ways;
  return planeOf(keyOf('bend masked', null, [ways, weights]), [ways, weights], 0, undefined, function* (region, work) {
    const { tone } = yield* rendered(ways, region, work);
    const { tone: mask } = yield* rendered(weights, region, work);
    if (isSolid(mask)) return tone;
    const out = work.kernels.arena.plane(tone.length);
    work.kernels.multiply(mask, tone, out);
    return out;
  });
};

/** Makes a call of a part of the step. */
type Calls = (declaration: AnyStep, params: Readonly<Record<string, unknown>>) => StepCall;

/** Ways of a bend where a mask shows, instead of others; each as a share of its own farthest, given as one of `mostMm`. */
const replaced = (ways: Plane, share: number, others: Plane, otherShare: number, mask: Plane): Plane =>
  planeOf(keyOf('bend zone', [share, otherShare], [ways, others, mask]), [ways, others, mask], 0, undefined, function* (region, work) {
    const { tone: one } = yield* rendered(ways, region, work);
    const { tone: two } = yield* rendered(others, region, work);
    const { tone: weights } = yield* rendered(mask, region, work);
    const out = work.kernels.arena.plane(one.length);
    for (let i = 0; i < out.length; i++) {
      const from = (one[i] as number) * share;
      out[i] = Math.round(from + ((two[i] as number) * otherShare - from) * ((weights[i] as number) / ONE));
    }
    return out;
  });

/** No ways anywhere. */
const STILL: Plane = planeOf(keyOf('bend still', null, []), [], 0, 'never', function* (region) {
  yield;
  return blankPlane(sizeOf(region));
});

/** A bend, or none, where a mask shows. */
export interface BendZone {
  readonly bend: Bend | null;
  readonly mask: Plane;
}

/** The ways of a bend by its input, with other ones in its zones, weakened by its masks; null where nothing moves. */
export const bendNodes = (
  bend: Bend | null,
  zones: readonly BendZone[],
  input: Node,
  weights: Plane | null,
  callOf: Calls,
): BendNodes | null => {
  const mostMm = Math.max(bend?.mostMm ?? 0, ...zones.map((zone) => zone.bend?.mostMm ?? 0));
  if (mostMm === 0) return null;
  const of = (each: Bend | null, axis: 'x' | 'y'): Plane =>
    each ? (stepNode(input, callOf(waysStep(axis, each), { name: each.name, most: each.mostMm })) as Plane) : STILL;
  const share = (each: Bend | null): number => (each?.mostMm ?? 0) / mostMm;
  const ways = (axis: 'x' | 'y'): Plane => {
    const first = { plane: of(bend, axis), share: share(bend) };
    const whole = zones.reduce(
      (before, zone) => ({ plane: replaced(before.plane, before.share, of(zone.bend, axis), share(zone.bend), zone.mask), share: 1 }),
      first,
    );
    return weakened(whole.plane, weights);
  };
  return { x: ways('x'), y: ways('y'), mostMm };
};

/** The input moved by a bend. */
export const bentPicture = (input: Node, bend: BendNodes, callOf: Calls): Node =>
  stepNode(input, { ...callOf(movedStep(Math.abs(bend.mostMm)), {}), bend });

/** The bend that brings back what a bend moved: at q it leads to the p whose way leads to q. */
export const inverseBend = (bend: BendNodes, pxPerMm: number): BendNodes => {
  const { x, y, mostMm } = bend;
  const most = Math.round(mostMm * pxPerMm * 256);
  const reach = Math.ceil(mostMm * pxPerMm) + 2;
  const of = (axis: 'x' | 'y'): Plane => ({
    key: keyOf('bend inverse', { axis, most }, [x, y]),
    kind: 'tone',
    want(region, wants, work) {
      for (const ways of [x, y]) wantOnce(ways, grow(region, reach), wants, work);
    },
    *render(region, work) {
      const wide = grow(region, reach);
      const ways = { x: (yield* rendered(x, wide, work)).tone, y: (yield* rendered(y, wide, work)).tone };
      const tone = work.kernels.arena.plane(sizeOf(region));
      work.kernels.inverseWays(ways[axis], { ...ways, across: most, down: most }, wide, region, tone);
      return { kind: 'tone', region, tone, coverage: null };
    },
  });
  return { x: of('x'), y: of('y'), mostMm: -mostMm };
};
