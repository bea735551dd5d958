import { upgradedStep } from '../catalogue/upgraded';
import { passesOf } from '../sheet/walk';
import type { Ink, Pass, Sheet } from '../sheet/model';
import { inkNamed, inkOfPass } from './plate-nodes';
import { platesOf } from './step-plates';

/** Inks of the plates that a pass prints by, by their ids. */
const plateInks = (pass: Pass, sheet: Sheet): (string | null)[] =>
  pass.steps
    .filter(({ on }) => on)
    .map(upgradedStep)
    .flatMap((step) => platesOf(step).map(({ ink }) => inkNamed(ink, sheet)));

/** The inks that something on the sheet prints with, in the sheet's order: those that there is a plate of. */
export const printedInks = (sheet: Sheet): readonly Ink[] => {
  const used = new Set([...passesOf(sheet.passes)].flatMap((pass) => (pass.on ? [inkOfPass(pass, sheet), ...plateInks(pass, sheet)] : [])));
  return sheet.inks.filter(({ id }) => used.has(id));
};
