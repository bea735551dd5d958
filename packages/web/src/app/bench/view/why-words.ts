import { findPass, maskOfKind, wearOfKind, type Pass, type Sheet, type Why } from '@uvrant/core';
import type { Line } from '../../state/bench';
import { percent, stepTitle } from '../words';

/** Why a place looks as it does, in words, and the line of the ticket that decided it. */
export interface WhyLine {
  readonly words: string;
  readonly colour: string | null;
  readonly to: Line | null;
}

const lineOf = (pass: Pass, by: Why['by']): Line => {
  switch (by.kind) {
    case 'step':
      return { pass: pass.id, step: by.id };
    case 'mask':
      return { pass: pass.id, step: null, attached: { mask: by.id } };
    case 'wear':
      return { pass: pass.id, step: null, attached: { wear: by.id } };
    default:
      return { pass: pass.id, step: null };
  }
};

/** What of the pass decided it, by name. */
const deciderOf = (pass: Pass, by: Why['by']): string => {
  if (by.kind === 'step') {
    const step = pass.steps.find(({ id }) => id === by.id);
    return step ? stepTitle(step).toLowerCase() : 'a step';
  }
  if (by.kind === 'wear') {
    const wear = pass.wear.find(({ id }) => id === by.id);
    const called = (wear && wearOfKind(wear.kind)?.called(wear)) ?? 'Wear';
    return called.charAt(0).toLowerCase() + called.slice(1);
  }
  if (by.kind === 'mask') {
    const mask = pass.masks.find(({ id }) => id === by.id);
    return (mask && maskOfKind(mask.kind)?.title.toLowerCase()) ?? 'mask';
  }
  return '';
};

export const whyInWords = (why: Why, sheet: Sheet): WhyLine => {
  const pass = why.pass === null ? undefined : findPass(sheet, why.pass);
  if (!pass) return { words: 'bare: nothing prints here', colour: null, to: null };
  const to = lineOf(pass, why.by);
  const decider = deciderOf(pass, why.by);
  if (why.prints) {
    const ink = sheet.inks.find(({ id }) => id === why.ink);
    const what = ink ? `${ink.name} ${percent(why.coverage)}` : 'colour';
    return { words: `${what}: ${pass.name}${decider ? `, by its ${decider}` : ''}`, colour: ink?.colour ?? null, to };
  }
  if (why.by.kind === 'knock-out') return { words: `bare: knocked out by ${pass.name}`, colour: null, to };
  if (why.by.kind === 'wear') return { words: `bare: worn away from ${pass.name} by its ${decider}`, colour: null, to };
  return { words: `bare: left so by ${pass.name}${decider ? `, its ${decider}` : ''}`, colour: null, to };
};
