import { convertNode } from '@uvrant/core';
import { row, viewRegion } from './planned';
import { pixelsOf } from './tile';

/** The source of a pass as placed, before any step. */
export const unprinted = row('unprinted', {
  pool: () => 'draft',
  plan(open, task) {
    const graph = open.draft(task.halvings);
    const source = graph.sources.get(task.pass);
    if (!source) throw new Error(`no pass ${task.pass}`);
    return pixelsOf(convertNode(source, 'colour'), viewRegion(task, 1, graph.region));
  },
});
