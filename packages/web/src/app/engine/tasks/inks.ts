import { inkShares, planPieces } from '@uvrant/core';
import { row } from './planned';

/** Share of the sheet that each pass and each ink covers. */
export const inks = row('inks', {
  pool: () => 'reading',
  plan(open) {
    const graph = open.analysis;
    return {
      wants: (work) => [...graph.printed.values()].flatMap((node) => planPieces(node, graph.region, work)),
      run: (work) => inkShares(open.sheet, graph, work),
      hand: () => [],
    };
  },
});
