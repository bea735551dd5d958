import { beatMm, calmAngle, screensUsed, type ScreenUsed, type Sheet } from '@uvrant/core';

/** The beats of one pass's screens with those of other passes, each with the angle that would avoid it. */
export const moireWarnings = (sheet: Sheet, passId: string, stepId: string): string[] => {
  const all = screensUsed(sheet);
  const own = all.filter(({ pass, step }) => pass === passId && step === stepId);
  const others = all.filter(({ pass }) => pass !== passId);
  const seen = new Set<string>();
  return own.flatMap((screen) => others.flatMap((other) => warningOf(screen, other, others, seen)));
};

const warningOf = (screen: ScreenUsed, other: ScreenUsed, others: readonly ScreenUsed[], seen: Set<string>): string[] => {
  const beat = beatMm(screen, other);
  if (beat === null || seen.has(other.pass)) return [];
  seen.add(other.pass);
  const calm = calmAngle(screen, others);
  const mend = beatMm({ ...screen, angle: calm }, other) === null ? ` At ${calm}° it would not.` : ' Another frequency would help.';
  return [`With the screen of “${other.passName}” it beats every ${beat.toFixed(0)} mm: a moiré.${mend}`];
};
