import { colourCounts, convertNode, inkShares, unscreened, type Node } from '@uvrant/core';
import { inPieces, row } from './planned';

/** Share of the sheet that each pass and each ink covers; colours of passes that should be ink. */
export const inks = row('inks', {
  pool: () => 'reading',
  plan(open) {
    const graph = open.analysis;
    return {
      wants: (work) => {
        const colours = unscreened(open.sheet, graph).map(({ id }) => convertNode(graph.printed.get(id) as Node, 'colour'));
        return inPieces([...graph.printed.values(), ...colours], graph.region, work);
      },
      *run(work) {
        return { ...(yield* inkShares(open.sheet, graph, work)), colours: yield* colourCounts(open.sheet, graph, work) };
      },
      transfer: () => [],
    };
  },
});
