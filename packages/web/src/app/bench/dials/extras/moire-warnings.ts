import { beatMm, calmAngle, findPass, screensUsed, type FoundScreen, type ScreenUsed, type Sheet } from '@uvrant/core';

/** Something that a screen can beat with, and how it is called. */
interface Other extends ScreenUsed {
  readonly inWords: string;
}

/** What repeats in pictures and surfaces already, as they lie on the sheet. */
const inPictures = (sheet: Sheet, found: Readonly<Record<string, FoundScreen>>, passId: string): Other[] =>
  Object.entries(found).flatMap(([id, { lpi, angle, isLines }]): Other[] => {
    const pass = findPass(sheet, id);
    if (!pass?.on) return [];
    const whose = id === passId ? 'its own picture' : `“${pass.name}”`;
    const what = pass.source.kind === 'surface' ? 'weave' : 'screen';
    const inWords = `the ${what} of about ${lpi.toFixed(0)} lpi in ${whose}`;
    return [{ pass: `${id} inside`, passName: pass.name, step: '', lpi, angle, isLines, inWords }];
  });

/** The beats of one pass's screens with those of other passes, and with what is in pictures already; each with the angle that would avoid it. */
export const moireWarnings = (
  sheet: Sheet,
  passId: string,
  stepId: string,
  found: Readonly<Record<string, FoundScreen>> = {},
): string[] => {
  const all = screensUsed(sheet);
  const own = all.filter(({ pass, step }) => pass === passId && step === stepId);
  const printed = all
    .filter(({ pass }) => pass !== passId)
    .map((each): Other => ({ ...each, inWords: `the screen of “${each.passName}”` }));
  const others = [...printed, ...inPictures(sheet, found, passId)];
  const seen = new Set<string>();
  return own.flatMap((screen) => others.flatMap((other) => warningOf(screen, other, others, seen)));
};

const warningOf = (screen: ScreenUsed, other: Other, others: readonly ScreenUsed[], seen: Set<string>): string[] => {
  const beat = beatMm(screen, other);
  if (beat === null || seen.has(other.pass)) return [];
  seen.add(other.pass);
  const calm = calmAngle(screen, others);
  const mend = beatMm({ ...screen, angle: calm }, other) === null ? ` At ${calm}° it would not.` : ' Another frequency would help.';
  return [`With ${other.inWords} it beats every ${beat.toFixed(0)} mm: a moiré.${mend}`];
};
