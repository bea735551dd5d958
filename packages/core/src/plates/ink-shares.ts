import { stepOfKind } from '../catalogue/steps';
import { ONE, sizeOf, type Raster } from '../raster/raster';
import type { Graph } from '../render/compile';
import { rendered, type Rendering, type Work } from '../render/node';
import { wholeRegion } from '../render/scale';
import type { ColourRef, Pass, Sheet } from '../sheet/model';

/** Shares of the sheet, 0 … 1, read at the graph's scale. */
export interface CoverageShares {
  /** What each pass prints by itself, by its id; what it removes is negative. */
  readonly passes: Readonly<Record<string, number>>;
  /** What of each ink is left in the finished print, by the ink's id. */
  readonly inks: Readonly<Record<string, number>>;
}

/** Coverage of each ink, and of everything together, ink or colour. */
interface Planes {
  readonly inks: Map<string, Float32Array>;
  readonly all: Float32Array;
}

/** Coverage of a raster's pixel, 0 … 1. */
export const coverageAt = (raster: Raster, i: number): number => {
  if (raster.kind === 'colour') return (raster.data[4 * i + 3] as number) / ONE;
  if (raster.kind === 'ink') return (raster.coverage[i] as number) / ONE;
  return raster.coverage ? (raster.coverage[i] as number) / ONE : 1;
};

const mean = (plane: Float32Array): number => plane.reduce((sum, v) => sum + v, 0) / plane.length;

/** The ink that a pass prints with, or null where it prints colours. */
export const inkOfPass = (pass: Pass, sheet: Sheet): string | null => {
  const idOf = (ref: ColourRef | null | undefined): string | null => (ref ? ('ink' in ref ? ref.ink : null) : (sheet.inks[0]?.id ?? null));
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
const KEEPS = new Set(['multiply', 'darken', 'linear-burn', 'color-burn']);

/**
 * Ink planes by the lays: normal covers the other inks (· (1 − α)), multiply and its like keep them, knock out removes
 * all (· (1 − k)); a group's planes are made by themselves and laid down together. An overall pass treats colours, no
 * inks, and is left out.
 */
export function* inkShares(sheet: Sheet, graph: Graph, work: Work): Rendering<CoverageShares> {
  const region = wholeRegion(graph.scale);
  const count = sizeOf(region);
  const passes: Record<string, number> = {};

  function* planesOf(list: readonly Pass[]): Rendering<Planes> {
    const planes: Planes = { inks: new Map(), all: new Float32Array(count) };
    for (const pass of list) {
      const node = graph.printed.get(pass.id);
      if (!node || pass.source.kind === 'overall') continue;
      const raster = yield* rendered(node, region, work);
      const { strength, times = 1, mode } = pass.lay;
      // Laid several times, each covers what the ones before it left.
      const alpha = Float32Array.from({ length: count }, (_, i) => {
        const clear = 1 - coverageAt(raster, i) * strength;
        let left = clear;
        for (let n = 1; n < times; n++) left *= clear;
        return 1 - left;
      });
      const knocks = mode === 'knock-out';
      passes[pass.id] = knocks ? -mean(alpha.map((v, i) => v * (planes.all[i] as number))) : mean(alpha);
      const grouped = pass.source.kind === 'group' ? yield* planesOf(pass.source.passes) : null;
      const own = grouped?.inks ?? new Map<string, Float32Array>();
      const ink = grouped ? null : inkOfPass(pass, sheet);
      if (ink !== null) own.set(ink, alpha);
      if (!pass.on) continue;
      lay(planes, knocks ? new Map<string, Float32Array>() : own, alpha, KEEPS.has(mode));
      planes.all.forEach((v, i) => (planes.all[i] = knocks ? v * (1 - (alpha[i] as number)) : v + (alpha[i] as number) * (1 - v)));
    }
    return planes;
  }

  const lay = (planes: Planes, own: Planes['inks'], alpha: Float32Array, keeps: boolean): void => {
    for (const [id, plane] of planes.inks) {
      if (!keeps || own.has(id)) plane.forEach((v, i) => (plane[i] = v * (1 - (alpha[i] as number))));
    }
    for (const [id, plane] of own) {
      const under = planes.inks.get(id);
      planes.inks.set(id, under ? under.map((v, i) => v + (plane[i] as number)) : plane.slice());
    }
  };

  const final = yield* planesOf(sheet.passes);
  const inks = Object.fromEntries(sheet.inks.map(({ id }) => [id, final.inks.has(id) ? mean(final.inks.get(id) as Float32Array) : 0]));
  return { passes, inks };
}
