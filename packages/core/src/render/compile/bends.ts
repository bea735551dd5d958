import { keyOf } from '../../nodes/key';
import { rendered, type Node } from '../../nodes/node';
import { planeOf, type Plane } from '../../nodes/plane-nodes';
import { crop } from '../../raster/region';
import { isSolid } from '../../raster/uniform';
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
      return { kind: 'tone', region, tone, coverage: null };
    },
  }) as unknown as AnyStep;

/** The picture moved by a bend. */
const movedStep = (mostMm: number): AnyStep =>
  defineStep({
    ...PART,
    kind: 'bend-picture',
    takes: 'any',
    gives: 'same',
    reach: () => 0,
    reads: (_, region, pxPerMm, box) => readThrough(region, { x: mostMm * pxPerMm, y: mostMm * pxPerMm }, box, 'nothing'),
    spreads: () => mostMm,
    locality: 'local',
    *apply(input, _, at, kernels) {
      yield;
      if (!at.bend) return input;
      const here = (plane: Int16Array): Int16Array => crop(plane, input.region, at.wanted, kernels.arena);
      return movedRaster(input, { ...at.bend, x: here(at.bend.x), y: here(at.bend.y) }, at.box, 'nothing', at.wanted, kernels);
    },
  }) as unknown as AnyStep;

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

/** The ways of a bend by its input, weakened by its masks. */
export const bendNodes = (bend: Bend, input: Node, weights: Plane | null, callOf: Calls): BendNodes => {
  const ways = (axis: 'x' | 'y'): Plane =>
    weakened(stepNode(input, callOf(waysStep(axis, bend), { name: bend.name, most: bend.mostMm })) as Plane, weights);
  return { x: ways('x'), y: ways('y'), mostMm: bend.mostMm };
};

/** The input moved by a bend. */
export const bentPicture = (input: Node, bend: BendNodes, callOf: Calls): Node =>
  stepNode(input, { ...callOf(movedStep(bend.mostMm), {}), bend });
