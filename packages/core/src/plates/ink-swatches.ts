import { stepOfKind } from '../catalogue/steps';
import { upgradedStep } from '../catalogue/upgraded';
import { treatsEntries } from '../render/compile/passes';
import { freshPass } from '../sheet/fresh';
import type { Ink, Pass, Sheet } from '../sheet/model';
import { mmFromInches } from '../units/length';
import { printsInk } from './printed-inks';

/** Pixels of a swatch's side. */
export const SWATCH_PX = 16;
export const SWATCH_PPI = 300;

export interface InkSwatches {
  /** One swatch of each ink from the left, SWATCH_PX square, as overall passes leave it. */
  readonly sheet: Sheet;
  /** The overall passes that swatches show. */
  readonly shown: readonly Pass[];
}

/** True where an overall pass makes of a colour the same wherever it prints, and whatever prints beside it. */
const treatsAlike = (pass: Pass): boolean =>
  pass.source.kind === 'overall' &&
  treatsEntries(pass) &&
  pass.steps
    .filter(({ on }) => on)
    .map(upgradedStep)
    .every(({ kind, params }) => stepOfKind(kind)?.wantsStatistics?.(params as never) !== true);

/**
 * A sheet on which each of some inks prints alone, treated by the overall passes as it is on a sheet: those that treat every place
 * alike, and have all or nothing of each ink beneath them.
 */
export const inkSwatches = (sheet: Sheet, inks: readonly Ink[]): InkSwatches => {
  const passes = sheet.passes.filter(({ on }) => on);
  const printing = inks.map(({ id }) => passes.flatMap((pass, i) => (printsInk(pass, sheet, id) ? [i] : [])));
  const parts = (i: number): boolean => printing.some((at) => at.some((one) => one < i) && at.some((one) => one > i));
  const shown = passes.filter((pass, i) => pass.steps.some(({ on }) => on) && treatsAlike(pass) && !parts(i));
  const side = mmFromInches(SWATCH_PX / SWATCH_PPI);
  const swatch = (n: number): Pass => {
    const placement = { x: (n + 0.5) * side, y: side / 2, width: side, height: side, turn: 0, flipX: false, flipY: false };
    const { id } = inks[n] as Ink;
    return freshPass(`swatch-${n}`, id, { kind: 'flat', colour: { ink: id } }, { ...placement, fit: 'fill', beyond: 'nothing' });
  };
  return {
    sheet: {
      ...sheet,
      size: { width: side * Math.max(1, inks.length), height: side },
      ppi: SWATCH_PPI,
      passes: passes.flatMap((pass, i) => [
        ...(shown.includes(pass) ? [{ ...pass, wear: [] }] : []),
        ...printing.flatMap((at, n) => (at.at(-1) === i ? [swatch(n)] : [])),
      ]),
    },
    shown,
  };
};
