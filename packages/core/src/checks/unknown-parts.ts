import { stepOfKind } from '../catalogue/steps';
import { passesOf } from '../sheet/walk';
import { written, type Outcome } from './declare';

/** Parts of the sheet that this version does not know: with any, it cannot print true. */
export const unknownParts = written('Parts that are not known', ({ sheet, analysis }): Outcome => {
  const steps = [...passesOf(sheet.passes)].flatMap((pass) =>
    pass.steps.filter(({ kind }) => !stepOfKind(kind)).map((step) => ({ pass, step })),
  );
  const findings = steps.map(({ pass, step }) => ({
    title: `This version does not know the step “${step.kind}”`,
    detail: `“${pass.name}” cannot print true until it is removed, or the sheet opened with a newer version.`,
    pass: pass.id,
    place: null,
    mend: { words: 'Remove the step', change: { kind: 'no step', pass: pass.id, step: step.id } as const },
  }));
  const others = analysis.unknown.filter((words) => !steps.some(({ step }) => words.includes(step.kind)));
  const more = others.map((words) => ({
    title: `This version does not know the ${words}`,
    detail: 'The sheet cannot print true with it.',
    pass: null,
    place: null,
    mend: null,
  }));
  const all = [...findings, ...more];
  return { findings: all, figure: all.length > 0 ? null : '0' };
});
