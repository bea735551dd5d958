import { stepOfKind } from '../catalogue/steps';
import { ONE, sizeOf, type Raster } from '../raster/raster';
import type { Graph } from '../render/compile';
import { rendered, type Rendering, type Work } from '../render/node';
import { wholeRegion } from '../render/scale';
import type { ColourRef, Pass, Sheet } from '../sheet/model';

/** Shares of the sheet, 0 … 1, read at the graph's scale. */
export interface CoverageShares {
  /** What each pass prints by itself, by its id. */
  readonly passes: Readonly<Record<string, number>>;
  /** What of each ink is left in the finished print, by the ink's id. */
  readonly inks: Readonly<Record<string, number>>;
}

type Planes = Map<string, Float32Array>;

const coverageAt = (raster: Raster, i: number): number => {
  if (raster.kind === 'colour') return (raster.data[4 * i + 3] as number) / ONE;
  if (raster.kind === 'ink') return (raster.coverage[i] as number) / ONE;
  return raster.coverage ? (raster.coverage[i] as number) / ONE : 1;
};

const mean = (plane: Float32Array): number => plane.reduce((sum, v) => sum + v, 0) / plane.length;

/** The ink that a pass prints with, or null where it prints colours. */
export const inkOfPass = (pass: Pass, sheet: Sheet): string | null => {
  const idOf = (ref: ColourRef | null | undefined): string | null => (ref ? ('ink' in ref ? ref.ink : null) : (sheet.inks[0]?.id ?? null));
  const last = pass.steps.filter((step) => step.on && stepOfKind(step.kind)?.gives === 'ink').at(-1);
  if (last) return idOf(last.params['ink'] as ColourRef | null);
  return pass.source.kind === 'flat' ? idOf(pass.source.colour) : null;
};

/**
 * Ink planes by the lays: normal covers the other inks (· (1 − α)), multiply keeps them; a group's planes are made by
 * themselves and laid down together.
 */
export function* inkShares(sheet: Sheet, graph: Graph, work: Work): Rendering<CoverageShares> {
  const region = wholeRegion(graph.scale);
  const count = sizeOf(region);
  const passes: Record<string, number> = {};

  function* planesOf(list: readonly Pass[]): Rendering<Planes> {
    const planes: Planes = new Map();
    for (const pass of list) {
      const node = graph.passes.get(pass.id);
      if (!node || pass.source.kind === 'overall') continue;
      const raster = yield* rendered(node, region, work);
      const alpha = Float32Array.from({ length: count }, (_, i) => coverageAt(raster, i) * pass.lay.strength);
      passes[pass.id] = mean(alpha);
      const own: Planes = pass.source.kind === 'group' ? yield* planesOf(pass.source.passes) : new Map<string, Float32Array>();
      const ink = pass.source.kind === 'group' ? null : inkOfPass(pass, sheet);
      if (ink !== null) own.set(ink, alpha);
      if (pass.on) lay(planes, own, alpha, pass.lay.mode === 'multiply');
    }
    return planes;
  }

  const lay = (planes: Planes, own: Planes, alpha: Float32Array, keeps: boolean): void => {
    for (const [id, plane] of planes) {
      if (!keeps || own.has(id)) plane.forEach((v, i) => (plane[i] = v * (1 - (alpha[i] as number))));
    }
    for (const [id, plane] of own) {
      const under = planes.get(id);
      planes.set(id, under ? under.map((v, i) => v + (plane[i] as number)) : plane.slice());
    }
  };

  const final = yield* planesOf(sheet.passes);
  const inks = Object.fromEntries(sheet.inks.map(({ id }) => [id, final.has(id) ? mean(final.get(id) as Float32Array) : 0]));
  return { passes, inks };
}
