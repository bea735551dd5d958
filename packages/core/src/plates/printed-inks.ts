import { stepOfKind } from '../catalogue/steps';
import { upgradedStep } from '../catalogue/upgraded';
import { passesOf } from '../sheet/walk';
import type { Ink, Pass, Sheet } from '../sheet/model';
import { inkNamed, inkOfPass } from './plate-nodes';

/** Inks of the plates that a pass prints by, by their ids. */
const platesOf = (pass: Pass, sheet: Sheet): (string | null)[] =>
  pass.steps
    .filter(({ on }) => on)
    .map(upgradedStep)
    .flatMap(({ kind, params }) => {
      const apply = stepOfKind(kind)?.apply;
      return apply !== undefined && 'plates' in apply ? apply.plates(params as never).map(({ ink }) => inkNamed(ink, sheet)) : [];
    });

/** The inks that something on the sheet prints with, in the sheet's order: those that there is a plate of. */
export const printedInks = (sheet: Sheet): readonly Ink[] => {
  const used = new Set([...passesOf(sheet.passes)].flatMap((pass) => (pass.on ? [inkOfPass(pass, sheet), ...platesOf(pass, sheet)] : [])));
  return sheet.inks.filter(({ id }) => used.has(id));
};
