import { stepOfKind } from '../catalogue/steps';
import type { Kernels } from '../raster/kernels';
import { ONE, sizeOf, type Raster, type Region } from '../raster/raster';
import { tilesOf } from '../raster/region';
import { blankPlane, isBlank } from '../raster/uniform';
import type { Graph } from '../render/compile/graph';
import { rendered, scoped, type Rendering, type Work } from '../nodes/node';
import { coveragePlane, multiplied, complementOf } from '../nodes/plane-nodes';
import { wholeRegion } from '../render/scale';
import { READ_TILE } from '../nodes/statistics-node';
import type { ColourRef, Pass, Sheet } from '../sheet/model';

/** Shares of the sheet, 0 … 1, read at the graph's scale. */
export interface CoverageShares {
  /** What each pass prints by itself, by its id; what it removes is negative. Of one that prints by plates, each plate's too. */
  readonly passes: Readonly<Record<string, number>>;
  /** What of each ink is left in the finished print, by the ink's id. */
  readonly inks: Readonly<Record<string, number>>;
}

/** Coverage of each ink, and of everything together, ink or colour. */
interface Planes {
  readonly inks: Map<string, Int16Array>;
  all: Int16Array;
}

/** Coverage of a raster's pixel, 0 … 1. */
export const coverageAt = (raster: Raster, i: number): number => {
  if (raster.kind === 'colour') return (raster.data[4 * i + 3] as number) / ONE;
  if (raster.kind === 'ink') return (raster.coverage[i] as number) / ONE;
  if (raster.kind === 'index') return (raster.palette[4 * (raster.entries[i] as number) + 3] as number) / ONE;
  return raster.coverage ? (raster.coverage[i] as number) / ONE : 1;
};

/** The ink of the sheet that a dial names; null for a colour. */
const inkNamed = (ref: ColourRef | null | undefined, sheet: Sheet): string | null =>
  ref ? ('ink' in ref ? ref.ink : null) : (sheet.inks[0]?.id ?? null);

/** The name of a plate's share among those of the passes. */
export const plateName = (passId: string, plate: number): string => `${passId}/plate ${plate}`;

/** The ink that a pass prints with, or null where it prints colours. */
export const inkOfPass = (pass: Pass, sheet: Sheet): string | null => {
  const idOf = (ref: ColourRef | null | undefined): string | null => inkNamed(ref, sheet);
  const on = pass.steps.filter((step) => step.on);
  const last = on.filter((step) => stepOfKind(step.kind)?.ink).at(-1);
  // Whatever gives colours after the ink was laid leaves no ink to speak of.
  const since = last ? on.slice(on.indexOf(last) + 1) : on;
  if (since.some((step) => stepOfKind(step.kind)?.gives === 'colour')) return null;
  if (last) return idOf(last.params['ink'] as ColourRef | null);
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

/** Sums of working values over the pieces read so far, by name. */
class Sums {
  readonly totals: Record<string, number> = {};

  add(name: string, amount: number): void {
    this.totals[name] = (this.totals[name] ?? 0) + amount;
  }

  shares(pixels: number): Record<string, number> {
    return Object.fromEntries(Object.entries(this.totals).map(([name, total]) => [name, total / ONE / pixels]));
  }
}

/** What a pass covers when it is laid at its strength, as many times over as it is: 1 − (1 − coverage · strength)ⁿ. */
const alphaOf = (pass: Pass, coverage: Int16Array, kernels: Kernels): Int16Array => {
  const { strength, times = 1 } = pass.lay;
  const clear = complementOf(coverage, Math.floor(strength * ONE + 0.5), kernels);
  let left = clear;
  for (let n = 1; n < times; n++) left = multiplied(left, clear, kernels);
  return complementOf(left, ONE, kernels);
};

/** v + w of planes that together make no more than ONE but for their rounding. */
const added = (one: Int16Array, two: Int16Array, { arena }: Kernels): Int16Array => {
  if (isBlank(one)) return two;
  if (isBlank(two)) return one;
  const out = arena.plane(one.length);
  for (let i = 0; i < out.length; i++) out[i] = Math.min(ONE, (one[i] as number) + (two[i] as number));
  return out;
};

/** Lays a pass's planes on those beneath; one that keeps takes only from its own inks. */
const lay = (planes: Planes, own: Planes['inks'], alpha: Int16Array, keeps: boolean, kernels: Kernels): void => {
  if (isBlank(alpha)) return;
  const clear = complementOf(alpha, ONE, kernels);
  for (const [id, plane] of planes.inks) {
    if (!keeps || own.has(id)) planes.inks.set(id, multiplied(plane, clear, kernels));
  }
  for (const [id, plane] of own) planes.inks.set(id, added(planes.inks.get(id) ?? blankPlane(plane.length), plane, kernels));
};

/** Everything covered after a pass: what is left of it, or what is added to it. */
const coveredAfter = (all: Int16Array, alpha: Int16Array, knocks: boolean, kernels: Kernels): Int16Array => {
  const clear = complementOf(alpha, ONE, kernels);
  if (knocks) return multiplied(all, clear, kernels);
  return complementOf(multiplied(complementOf(all, ONE, kernels), clear, kernels), ONE, kernels);
};

/** The planes of passes over a piece; what each pass prints is added to the sums. */
function* planesOf(list: readonly Pass[], sheet: Sheet, graph: Graph, region: Region, work: Work, sums: Sums): Rendering<Planes> {
  const { kernels } = work;
  const planes: Planes = { inks: new Map(), all: blankPlane(sizeOf(region)) };
  for (const pass of list) {
    const node = graph.printed.get(pass.id);
    if (!node || pass.source.kind === 'overall') continue;
    const alpha = alphaOf(pass, coveragePlane(yield* rendered(node, region, work), kernels), kernels);
    const knocks = pass.lay.mode === 'knock-out';
    sums.add(pass.id, knocks ? -kernels.dot(alpha, planes.all) / ONE : kernels.sum(alpha));
    yield;
    const grouped = pass.source.kind === 'group' ? yield* planesOf(pass.source.passes, sheet, graph, region, work, sums) : null;
    const own = grouped?.inks ?? new Map<string, Int16Array>();
    const ink = grouped ? null : inkOfPass(pass, sheet);
    if (ink !== null) own.set(ink, alpha);
    for (const [i, plate] of (graph.plates.get(pass.id) ?? []).entries()) {
      // What the pass covers at all, its masks and wear taken out, covers its plates.
      const dots = multiplied(coveragePlane(yield* rendered(plate.node, region, work), kernels), alpha, kernels);
      sums.add(plateName(pass.id, i), kernels.sum(dots));
      const id = inkNamed(plate.ink, sheet);
      if (id !== null && !own.has(id)) own.set(id, dots);
    }
    if (!pass.on) continue;
    lay(planes, knocks ? new Map<string, Int16Array>() : own, alpha, KEEPS.has(pass.lay.mode), kernels);
    planes.all = coveredAfter(planes.all, alpha, knocks, kernels);
  }
  return planes;
}

/**
 * Ink planes by the lays: normal covers the other inks (· (1 − α)), multiply and its like keep them, knock out removes
 * all (· (1 − k)); a group's planes are made by themselves and laid down together. An overall pass treats colours, no
 * inks, and is left out. Read piece by piece.
 */
export function* inkShares(sheet: Sheet, graph: Graph, work: Work): Rendering<CoverageShares> {
  const whole = wholeRegion(graph.scale);
  const [passes, inks] = [new Sums(), new Sums()];
  for (const { id } of sheet.inks) inks.add(id, 0);
  for (const tile of tilesOf(whole, READ_TILE)) {
    yield* scoped(work, function* (inside) {
      const planes = yield* planesOf(sheet.passes, sheet, graph, tile, inside, passes);
      for (const [id, plane] of planes.inks) if (id in inks.totals) inks.add(id, inside.kernels.sum(plane));
    });
  }
  return { passes: passes.shares(sizeOf(whole)), inks: inks.shares(sizeOf(whole)) };
}
