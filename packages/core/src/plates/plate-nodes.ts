/**
 * The plates of a sheet: the coverage of each ink in the finished print, as nodes of the print's own graph. A normal lay
 * covers the other inks (· (1 − α)), multiply and its like keep them, knock out removes all (· (1 − k)); a group's plates
 * are made by themselves and laid down together, worn as it is. An overall pass treats colours, no inks: only its wear
 * reaches the plates.
 */
import { stepOfKind } from '../catalogue/steps';
import { edgedNode } from '../masks/mask-nodes';
import { keyOf } from '../nodes/key';
import { rendered, type Node } from '../nodes/node';
import { complementNode, coverageNode, cutPlaneNode, joinedNode, planeOf, productNode, type Plane } from '../nodes/plane-nodes';
import { labOfHex } from '../raster/colour';
import { ONE, shareOf, sizeOf } from '../raster/raster';
import { blankPlane, isBlank, isSolid } from '../raster/uniform';
import { wearName, type Graph } from '../render/compile/graph';
import { isWhole, type ColourRef, type Pass, type Sheet, type Step } from '../sheet/model';

/** Planes of the inks so far, and of everything covered, ink or colour; null where nothing is. */
interface Planes {
  readonly inks: ReadonlyMap<string, Plane>;
  readonly all: Plane | null;
}

const NOTHING: Planes = { inks: new Map(), all: null };

/** What is known of a sheet's plates. */
export interface SheetPlates {
  /** What is left of each ink in the finished print, by the ink's id; inks that print nothing are not there. */
  readonly inks: ReadonlyMap<string, Plane>;
  /** Everything covered, ink or colour; null for a bare sheet. */
  readonly all: Plane | null;
  /** What each pass covers by itself where it is laid, by its id; of one that prints by plates, each plate's too. */
  readonly passes: ReadonlyMap<string, Plane>;
  /** Of each pass that knocks out, what there was to be removed. */
  readonly removed: ReadonlyMap<string, Plane>;
}

/** The ink of the sheet that a dial names; null for a colour. */
export const inkNamed = (ref: ColourRef | null | undefined, sheet: Sheet): string | null =>
  ref ? ('ink' in ref ? ref.ink : null) : (sheet.inks[0]?.id ?? null);

/** The name of a plate's share among those of the passes. */
export const plateName = (passId: string, plate: number): string => `${passId}/plate ${plate}`;

/** What all that a step gives is printed in: one ink or colour (null: the sheet's first ink); undefined where it does not say. */
const printedIn = (step: Step): ColourRef | null | undefined => {
  const declaration = stepOfKind(step.kind);
  if (declaration?.ink) return step.params['ink'] as ColourRef | null;
  const isEverywhere = step.amount === 1 && step.masks.length === 0 && step.zones.length === 0;
  return (isEverywhere ? declaration?.alone?.(step.params) : null) ?? undefined;
};

/** The ink that a pass prints with, or null where it prints colours. */
export const inkOfPass = (pass: Pass, sheet: Sheet): string | null => {
  const idOf = (ref: ColourRef | null | undefined): string | null => inkNamed(ref, sheet);
  const on = pass.steps.filter((step) => step.on);
  const last = on.filter((step) => printedIn(step) !== undefined).at(-1);
  // Whatever gives colours after the ink was laid leaves no ink to speak of.
  const since = last ? on.slice(on.indexOf(last) + 1) : on;
  if (since.some((step) => stepOfKind(step.kind)?.gives === 'colour')) return null;
  if (last) return idOf(printedIn(last));
  const { source } = pass;
  switch (source.kind) {
    case 'flat':
    case 'frame':
      return idOf(source.colour);
    case 'shape':
    case 'type':
      if (source.border === 0) return idOf(source.colour);
      if (!source.filled) return idOf(source.borderColour);
      return idOf(source.colour) === idOf(source.borderColour) ? idOf(source.colour) : null;
    default:
      return null;
  }
};

/** Lays that leave the other inks where they are. */
const KEEPS = new Set(['multiply', 'darken', 'add-ink', 'color-burn']);
export const isKeeping = (mode: string): boolean => KEEPS.has(mode);

/** v + w of two planes that together make no more than ONE but for their rounding. */
const addedNode = (one: Plane, two: Plane): Plane =>
  planeOf(keyOf('added', null, [one, two]), [one, two], 0, 'never', function* (region, work) {
    const before = (yield* rendered(one, region, work)).tone;
    const more = (yield* rendered(two, region, work)).tone;
    if (isBlank(before)) return more;
    if (isBlank(more)) return before;
    const out = work.kernels.arena.plane(before.length);
    work.kernels.combined(before, 1, more, 1, 0, 0, out);
    return out;
  });

/** A part of a whole, as it is left where the whole is: part · left / whole, nothing where there was none. */
const leftNode = (part: Plane, whole: Plane, left: Plane): Plane =>
  planeOf(keyOf('left of', null, [part, whole, left]), [part, whole, left], 0, 'never', function* (region, work) {
    const of = (yield* rendered(part, region, work)).tone;
    const remains = (yield* rendered(left, region, work)).tone;
    if (isBlank(of) || isSolid(remains)) return of;
    if (isBlank(remains)) return blankPlane(sizeOf(region));
    const from = (yield* rendered(whole, region, work)).tone;
    const out = work.kernels.arena.plane(of.length);
    for (let i = 0; i < out.length; i++) {
      const all = from[i] as number;
      out[i] = all === 0 ? 0 : Math.min(ONE, Math.floor(((of[i] as number) * (remains[i] as number)) / all + 0.5));
    }
    return out;
  });

const both = (one: Plane, two: Plane): Plane => productNode([one, two]) as Plane;

/** What a pass covers when it is laid at its strength, as many times over as it is: 1 − (1 − coverage · strength)ⁿ. */
const alphaOf = (pass: Pass, coverage: Plane): Plane => {
  const { strength, times = 1 } = pass.lay;
  if (strength === 1 && times === 1) return coverage;
  const clear = complementNode(coverage, shareOf(strength));
  let left = clear;
  for (let n = 1; n < times; n++) left = both(left, clear);
  return complementNode(left);
};

const eachInk = (inks: Planes['inks'], change: (plane: Plane, id: string) => Plane): Planes['inks'] =>
  new Map([...inks].map(([id, plane]) => [id, change(plane, id)]));

/** Lays a pass's inks on those beneath; one that keeps takes only from its own. */
const laid = (planes: Planes, own: Planes['inks'], alpha: Plane, keeps: boolean): Planes => {
  const clear = complementNode(alpha);
  const inks = new Map(eachInk(planes.inks, (plane, id) => (keeps && !own.has(id) ? plane : both(plane, clear))));
  for (const [id, plane] of own) {
    const before = inks.get(id);
    inks.set(id, before ? addedNode(before, plane) : plane);
  }
  return { inks, all: planes.all ? joinedNode(planes.all, alpha, 'either') : alpha };
};

const without = ({ inks, all }: Planes, taken: Plane): Planes => {
  const left = complementNode(taken);
  return { inks: eachInk(inks, (plane) => both(plane, left)), all: all && both(all, left) };
};

/** The plates of a sheet whose graph was compiled at some scale. */
export const sheetPlates = (sheet: Sheet, graph: Graph): SheetPlates => {
  const passes = new Map<string, Plane>();
  const removed = new Map<string, Plane>();

  /** Inks that a pass prints with, by what it covers. */
  const ownInks = (pass: Pass, printed: Node, alpha: Plane): Planes['inks'] => {
    const plates = graph.plates.get(pass.id) ?? [];
    const own = new Map<string, Plane>();
    for (const [i, plate] of plates.entries()) {
      // What the pass covers at all, its masks and wear taken out, covers its plates.
      const dots = both(coverageNode(plate.node), alpha);
      passes.set(plateName(pass.id, i), dots);
      const id = inkNamed(plate.ink, sheet);
      if (id !== null && !own.has(id)) own.set(id, dots);
    }
    const ink = inkOfPass(pass, sheet);
    if (ink !== null) own.set(ink, alpha);
    if (pass.source.kind !== 'group' || ink !== null || plates.length > 0) return own;
    const group = planesOf(pass.source.passes);
    // Steps that turn a group into something else leave no inks to speak of.
    if (pass.steps.some((step) => step.on) || !group.all) return own;
    const [whole, left] = [group.all, alphaOf(pass, coverageNode(printed))];
    return eachInk(group.inks, (plane) => leftNode(plane, whole, left));
  };

  const after = (beneath: Planes, pass: Pass): Planes => {
    const printed = graph.printed.get(pass.id);
    if (!printed) return beneath;
    if (pass.source.kind === 'overall') {
      if (!pass.on) return beneath;
      const taken = pass.wear.flatMap((wear) => graph.wears.get(wearName(pass.id, wear.id))?.taken ?? []);
      return taken.reduce(without, beneath);
    }
    const alpha = alphaOf(pass, coverageNode(printed));
    passes.set(pass.id, alpha);
    const own = ownInks(pass, printed, alpha);
    if (pass.lay.mode === 'knock-out') {
      if (beneath.all) removed.set(pass.id, beneath.all);
      return pass.on ? without(beneath, alpha) : beneath;
    }
    if (!pass.on) return beneath;
    return laid(beneath, own, alpha, isKeeping(pass.lay.mode));
  };

  const planesOf = (list: readonly Pass[]): Planes => list.reduce(after, NOTHING);

  const { inks, all } = planesOf(sheet.passes);
  return { inks, all, passes, removed };
};

/** How a film or plate is made of the inks. */
export interface PlateMaking {
  /** How far a lighter ink spreads beneath a darker one that it borders on, mm; 0 for none. */
  readonly trap: number;
  /** How far a white beneath everything stays back from its edge, mm. */
  readonly choke: number;
}

/** The name of the white that is laid beneath everything on a dark garment, where an ink's id stands otherwise. */
export const UNDERBASE = 'underbase';

/**
 * One plate to be printed from: an ink's, or the underbase; of a sheet whose edges are whole, each pixel all or nothing.
 * Null where it prints nothing.
 */
export const plateOf = (sheet: Sheet, graph: Graph, plates: SheetPlates, ink: string, { trap, choke }: PlateMaking): Plane | null => {
  const { pxPerMm } = graph.scale;
  const whole = (plane: Plane): Plane => (isWhole(sheet.edges) ? cutPlaneNode(plane) : plane);
  if (ink === UNDERBASE) return plates.all && whole(edgedNode(whole(plates.all), { grow: -choke, feather: 0 }, pxPerMm));
  const own = plates.inks.get(ink);
  if (!own) return null;
  const lightOf = (id: string): number => labOfHex(sheet.inks.find((each) => each.id === id)?.colour ?? '#000000').l;
  const darker = trap > 0 ? [...plates.inks].filter(([id]) => id !== ink && lightOf(id) < lightOf(ink)).map(([, plane]) => plane) : [];
  if (darker.length === 0) return whole(own);
  const beneath = darker.reduce((one, two) => joinedNode(one, two, 'either'));
  const spread = edgedNode(whole(own), { grow: trap, feather: 0 }, pxPerMm);
  return whole(joinedNode(own, both(spread, beneath), 'either'));
};
