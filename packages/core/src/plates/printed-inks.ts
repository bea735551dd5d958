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

/** The inks that a pass prints with, those in it as well where it is a group, by their ids; null for a colour. */
const inksOf = (pass: Pass, sheet: Sheet): (string | null)[] =>
  [...passesOf([pass])].flatMap((each) => (each.on ? [inkOfPass(each, sheet), ...plateInks(each, sheet)] : []));

export const printsInk = (pass: Pass, sheet: Sheet, ink: string): boolean => inksOf(pass, sheet).includes(ink);

/** The inks that something on the sheet prints with, in the sheet's order: those that there is a plate of. */
export const printedInks = (sheet: Sheet): readonly Ink[] => {
  const used = new Set(sheet.passes.flatMap((pass) => inksOf(pass, sheet)));
  return sheet.inks.filter(({ id }) => used.has(id));
};
