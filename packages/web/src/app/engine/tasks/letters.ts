import { planPieces, wornNodes, worstLetters } from '@uvrant/core';
import { row } from './planned';

/** The letter of each type pass that loses most. */
export const letters = row('letters', {
  pool: () => 'reading',
  plan(open) {
    const graph = open.analysis;
    return {
      wants: (work) => wornNodes(open.sheet, graph).flatMap((node) => planPieces(node, graph.region, work)),
      run: (work) => worstLetters(open.sheet, graph, work),
      hand: () => [],
    };
  },
});
