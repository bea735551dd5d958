import { overlap, planWhole, scoped, whyAt, whyNodes } from '@uvrant/core';
import { row } from './planned';

/** Why a pixel of the print looks as it does. */
export const why = row('why', {
  pool: () => null,
  plan(open, { x, y }) {
    const graph = open.print;
    const region = overlap({ x: Math.floor(x), y: Math.floor(y), width: 1, height: 1 }, graph.region);
    if (!region) throw new Error(`${x}, ${y} is not on the sheet`);
    return {
      wants: (work) => whyNodes(graph).flatMap((node) => planWhole(node, region, work)),
      run: (work) => scoped(work, (inside) => whyAt(open.sheet, graph, region, inside)),
      transfer: () => [],
    };
  },
});
