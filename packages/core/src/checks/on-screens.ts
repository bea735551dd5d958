import { screensUsed } from '../plates/moire';
import { inchesFromMm } from '../units/length';
import { figured, NOTHING_TO_CHECK, written, type Outcome } from './declare';

/**
 * Cycles a pixel between which a screen that is reduced beats with the pixels: coarser, its dots are shown; finer, they are
 * averaged to their tone. Common practice.
 */
const [SHOWN, AVERAGED] = [0.36, 0.7];

/** Sides at which a screen's dots are shown or averaged, px, nearest to a side that is not well. */
const better = (side: number, f: number): readonly [number, number] => [
  Math.floor((side * f) / (AVERAGED + 0.02) / 10) * 10,
  Math.ceil((side * f) / (SHOWN - 0.01) / 10) * 10,
];

/** Whether the dots of a copy for screens beat with its pixels. */
export const onScreens = written('Dots on screens', ({ sheet, profile }): Outcome => {
  const screens = screensUsed(sheet);
  if (profile.shownAt.length === 0 || screens.length === 0) return NOTHING_TO_CHECK;
  const longest = inchesFromMm(Math.max(sheet.size.width, sheet.size.height));
  const findings = profile.shownAt.flatMap((side) =>
    screens.flatMap(({ lpi, pass, passName }) => {
      const f = (lpi * longest) / side;
      if (f <= SHOWN || f >= AVERAGED) return [];
      const [smaller, larger] = better(side, f);
      return [
        {
          title: `Dots beat with the pixels at ${side} px`,
          detail: `“${passName}”: ${figured(1 / f)} px from dot to dot. ${smaller} px or less averages them, ${larger} px or more shows them.`,
          pass,
          place: null,
          mend: null,
        },
      ];
    }),
  );
  return { findings, figure: findings.length > 0 ? null : `well at ${profile.shownAt.join(' and ')} px` };
});
