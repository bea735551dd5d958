import { ONE, sizeOf, type Raster } from '../raster/raster';
import { tilesOf } from '../raster/region';
import type { Graph } from '../render/compile/graph';
import { rendered, scoped, type Rendering, type Work } from '../nodes/node';
import { wholeRegion } from '../render/scale';
import { READ_TILE } from '../nodes/statistics-node';
import type { Sheet } from '../sheet/model';
import { sheetPlates } from './plate-nodes';

/** Shares of the sheet, 0 … 1, read at the graph's scale. */
export interface CoverageShares {
  /** What each pass prints by itself, by its id; what it removes is negative. Of one that prints by plates, each plate's too. */
  readonly passes: Readonly<Record<string, number>>;
  /** What of each ink is left in the finished print, by the ink's id. */
  readonly inks: Readonly<Record<string, number>>;
}

/** Coverage of a raster's pixel, 0 … 1. */
export const coverageAt = (raster: Raster, i: number): number => {
  if (raster.kind === 'colour') return (raster.data[4 * i + 3] as number) / ONE;
  if (raster.kind === 'ink') return (raster.coverage[i] as number) / ONE;
  if (raster.kind === 'index') return (raster.palette[4 * (raster.entries[i] as number) + 3] as number) / ONE;
  return raster.coverage ? (raster.coverage[i] as number) / ONE : 1;
};

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

/**
 * Shares of the plates and of each pass, from the nodes of `plate-nodes`. Read piece by piece.
 */
export function* inkShares(sheet: Sheet, graph: Graph, work: Work): Rendering<CoverageShares> {
  const whole = wholeRegion(graph.scale);
  const plates = sheetPlates(sheet, graph);
  const [passes, inks] = [new Sums(), new Sums()];
  for (const { id } of sheet.inks) inks.add(id, 0);
  for (const tile of tilesOf(whole, READ_TILE)) {
    yield* scoped(work, function* (inside) {
      const { kernels } = inside;
      for (const [name, plane] of plates.passes) {
        const alpha = (yield* rendered(plane, tile, inside)).tone;
        const before = plates.removed.get(name);
        passes.add(name, before ? -kernels.dot(alpha, (yield* rendered(before, tile, inside)).tone) / ONE : kernels.sum(alpha));
        yield;
      }
      for (const [id, plane] of plates.inks) {
        if (id in inks.totals) inks.add(id, kernels.sum((yield* rendered(plane, tile, inside)).tone));
      }
    });
  }
  return { passes: passes.shares(sizeOf(whole)), inks: inks.shares(sizeOf(whole)) };
}
