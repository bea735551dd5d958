import { stepOfKind } from '../catalogue/steps';
import { copiedPass } from '../catalogue/copied';
import type { Pass, Sheet, Step } from '../sheet/model';
import { inkOfPass, isKeeping } from './plate-nodes';
import { platesOf } from './step-plates';

/** True where a step prints by plates that are all inks of the sheet. */
const printsPlates = (step: Step): boolean => {
  const plates = platesOf(step);
  return plates.length > 0 && plates.every(({ ink }) => ink === null || 'ink' in ink);
};

/** True where a pass prints nothing but inks of the sheet. */
const isInk = (pass: Pass, sheet: Sheet): boolean => {
  if (inkOfPass(pass, sheet) !== null || pass.lay.mode === 'knock-out') return true;
  const on = pass.steps.filter((step) => step.on);
  const last = on.filter((step) => stepOfKind(step.kind)?.gives === 'colour').at(-1);
  if (last && printsPlates(last)) return true;
  return pass.source.kind === 'group' && on.length === 0 && pass.source.passes.every((each) => !each.on || isInk(each, sheet));
};

/** Passes whose colours are on no plate: what prints, or treats, colours that are no ink of the sheet. */
export const unplated = (sheet: Sheet): readonly Pass[] =>
  sheet.passes.filter((pass) => pass.on && (pass.source.kind === 'overall' ? pass.steps.some((step) => step.on) : !isInk(pass, sheet)));

/** What a pass leaves of the colours beneath it: ink that covers takes them away, ink that keeps them is not there. */
const cleared = (pass: Pass): Pass =>
  pass.lay.mode === 'knock-out'
    ? pass
    : isKeeping(pass.lay.mode)
      ? { ...pass, on: false }
      : { ...pass, lay: { ...pass.lay, mode: 'knock-out' } };

/**
 * The sheet as it prints without its inks: only what is on no plate, with holes where ink covers it. Null where nothing is
 * left.
 */
export const colourPart = (sheet: Sheet): Sheet | null => {
  if (unplated(sheet).every(({ source }) => source.kind === 'overall')) return null;
  let copies = 0;
  const part = (passes: readonly Pass[]): Pass[] =>
    passes.flatMap((pass): Pass[] => {
      if (!pass.on || pass.source.kind === 'overall') return [pass];
      if (isInk(pass, sheet)) return [cleared(pass)];
      if (pass.source.kind !== 'group' || pass.steps.some((step) => step.on)) return [pass];
      // All of a group covers what is beneath it; then its colours are laid.
      const whole = cleared(copiedPass(pass, () => `copy-${copies++}`));
      return [whole, { ...pass, source: { ...pass.source, passes: part(pass.source.passes) } }];
    });
  return { ...sheet, passes: part(sheet.passes) };
};
