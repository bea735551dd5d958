import { betterSpots, planWhole } from '@uvrant/core';
import { row } from './planned';

/** Places for a wear where less lettering is lost. */
export const spots = row('spots', {
  pool: () => 'reading',
  plan(open, task) {
    const search = betterSpots(open.sheet, task.pass, task.wear, open.infoOf, open.sheetOf);
    return {
      wants: (work) => search.nodes.flatMap((node) => planWhole(node, search.region, work)),
      run: (work) => search.run(work),
      transfer: () => [],
    };
  },
});
