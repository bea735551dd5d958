import { isWhole } from '../sheet/model';
import { NOTHING_TO_CHECK, written, type Outcome } from './declare';

/** A process that prints all or nothing gets no pixel that is half there. */
export const clearPixels = written('Half-transparent pixels', ({ sheet, profile }): Outcome => {
  if (isWhole(sheet.edges)) return { findings: [], figure: '0' };
  if (!profile.needsWhole) return NOTHING_TO_CHECK;
  return {
    figure: null,
    findings: [
      {
        title: 'Pixels may be half there',
        detail: `The sheet’s edges are smooth; ${profile.title} prints all of a pixel or nothing.`,
        pass: null,
        place: null,
        mend: { words: 'Print soft parts as dots', change: { kind: 'edges', edges: 'screened' } },
      },
    ],
  };
});
