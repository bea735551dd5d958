import { findPass, unfoundEdges } from '@uvrant/core';
import { row } from './planned';

/** Where a cut-out looks for soft edges in vain, on the analysis raster. */
export const edges = row('edges', {
  pool: () => 'reading',
  plan(open, task) {
    const pass = findPass(open.sheet, task.pass);
    const mask = pass?.masks.find(({ id }) => id === task.mask);
    const reading = pass && mask?.kind === 'cut-out' ? unfoundEdges(open.analysis, pass, mask) : null;
    return {
      wants: (work) => reading?.wants(work) ?? [],
      *run(work) {
        return reading ? yield* reading.run(work) : null;
      },
      transfer: () => [],
    };
  },
});
