import { screensUsed } from '../plates/moire';
import { passesOf } from '../sheet/walk';
import { inchesFromMm } from '../units/length';
import { NOTHING_TO_CHECK, written, type Outcome } from './declare';
import { otherLpi } from './screens';

/** Pixels of a picture that a line of its screen needs at least, and is well with. Common practice. */
const [LEAST_PIXELS, GOOD_PIXELS] = [1.5, 2];

/** Whether pictures have pixels enough for the size at which they print. */
export const pictures = written('Pictures', ({ sheet, profile, infoOf }): Outcome => {
  const placed = [...passesOf(sheet.passes)].flatMap((pass) => {
    if (!pass.on || pass.source.kind !== 'picture') return [];
    const info = infoOf(pass.source.picture.sha256);
    if (!info) return [];
    const across = inchesFromMm(pass.placement.width);
    const screen = screensUsed(sheet).find((each) => each.pass === pass.id);
    const ppi = info.width / across;
    return [{ pass, ppi, screen, needs: screen ? LEAST_PIXELS * screen.lpi : profile.pictures }];
  });
  if (placed.length === 0) return NOTHING_TO_CHECK;
  const poor = placed.filter(({ ppi, needs }) => ppi < needs);
  const least = placed.reduce((one, two) => (two.ppi < one.ppi ? two : one));
  return {
    figure: poor.length > 0 ? null : `${Math.round(least.ppi)} ppi, enough to ${Math.round(least.ppi / GOOD_PIXELS)} lpi`,
    findings: poor.map(({ pass, ppi, screen, needs }) => ({
      title: `A picture of ${Math.round(ppi)} ppi is printed too large`,
      detail: `“${pass.name}” needs ${Math.round(needs)} ppi ${screen ? `for its ${Math.round(screen.lpi)} lpi` : 'without a screen'}.`,
      pass: pass.id,
      place: null,
      mend: screen ? otherLpi(sheet, screen, Math.max(1, Math.floor(ppi / GOOD_PIXELS))) : null,
    })),
  };
});
