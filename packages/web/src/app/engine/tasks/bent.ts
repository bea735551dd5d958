import { bentReading, findPass, outlineHalvings, type Pass, type TypePass } from '@uvrant/core';
import { row } from './planned';

const isType = (pass: Pass | undefined): pass is TypePass => pass?.source.kind === 'type';

/** How a displacement leaves letters, at a scale that they are seen at. */
export const bent = row('bent', {
  pool: () => 'reading',
  plan(open, task) {
    const pass = findPass(open.sheet, task.pass);
    const step = pass?.steps.find(({ id }) => id === task.step);
    const reading = step && isType(pass) ? bentReading(pass, step, open.draft(outlineHalvings(open.sheet, pass))) : null;
    return {
      wants: (work) => reading?.wants(work) ?? [],
      *run(work) {
        return reading ? yield* reading.run(work) : null;
      },
      transfer: () => [],
    };
  },
});
