import { keyOf } from '../../nodes/key';
import { rendered, type Node } from '../../nodes/node';
import { planeOf, type Plane } from '../../nodes/plane-nodes';
import { crop } from '../../raster/region';
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

/** A bend the other way: what it moves to a place comes back to about where it was. */
export const opposite = (bend: BendNodes): BendNodes => ({ ...bend, mostMm: -bend.mostMm });
