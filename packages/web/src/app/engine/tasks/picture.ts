import { halvingsFor, row } from './planned';
import { pixelsOf } from './tile';

/** The whole sheet small, after one of its passes or all of them. */
export const picture = row('picture', {
  pool: () => 'reading',
  plan(open, task) {
    const halvings = halvingsFor(open.sheet, task.side);
    const graph = task.after === null ? open.draft(halvings) : open.after(task.after, halvings);
    return pixelsOf(graph.root, graph.region);
  },
});
