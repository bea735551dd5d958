import { sheetChecks } from '@uvrant/core';
import { row } from './planned';

/** What would not print by a profile, and what is in order. */
export const checks = row('checks', {
  pool: () => 'reading',
  plan(open, task) {
    const made = sheetChecks(open.sheet, task.profile, { analysis: open.analysis, whole: open.print }, open.infoOf);
    return { wants: (work) => made.wants(work), run: (work) => made.run(work), transfer: () => [] };
  },
});
