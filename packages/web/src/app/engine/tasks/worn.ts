import { bandsOf, tilesOf, VIEW_TILE, wearSums, wholeWearSums, wornNodes, addedSums, scoped, type WearSums } from '@uvrant/core';
import { READING_BAND } from '../reading-band';
import type { OpenSheet } from './open-sheet';
import { inPieces, row, wantedBy, type PlannedTask } from './planned';

/** About, on the analysis raster. */
const wornAbout = (open: OpenSheet): PlannedTask<WearSums> => {
  const graph = open.analysis;
  return {
    wants: (work) => inPieces(wornNodes(open.sheet, graph), graph.region, work),
    run: (work) => wholeWearSums(open.sheet, graph, work),
    transfer: () => [],
  };
};

/** One band of the true print. */
const wornBand = (open: OpenSheet, band: number): PlannedTask<WearSums> => {
  const graph = open.print;
  const region = bandsOf(graph.region, READING_BAND)[band];
  if (!region) throw new Error(`the sheet has no band ${band}`);
  return {
    wants: (work) => wantedBy(wornNodes(open.sheet, graph), region, work),
    *run(work) {
      let sums: WearSums = { wears: {}, lettering: {} };
      for (const tile of tilesOf(region, VIEW_TILE)) {
        sums = addedSums(sums, yield* scoped(work, (inside) => wearSums(open.sheet, graph, tile, inside)));
      }
      return sums;
    },
    transfer: () => [],
  };
};

/** What wear takes: over the whole sheet about, or over one band of the true print. */
export const worn = row('worn', {
  pool: ({ band }) => (band === null ? 'reading' : null),
  plan: (open, task) => (task.band === null ? wornAbout(open) : wornBand(open, task.band)),
});
