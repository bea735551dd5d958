import { emsOf, type TypePass } from '../sheet/outlined';
import { passesOf } from '../sheet/walk';
import { inchesFromMm } from '../units/length';
import { figured, NOTHING_TO_CHECK, written, type Outcome } from './declare';

const POINTS_AN_INCH = 72;

/** The smallest size of a pass's lines, points. */
const pointsOf = (pass: TypePass): number => inchesFromMm(Math.min(...emsOf(pass))) * POINTS_AN_INCH;

/** Whether type is large enough to be printed and read. */
export const typeSize = written('Smallest type', ({ sheet, profile }): Outcome => {
  const set = [...passesOf(sheet.passes)].filter(
    (pass): pass is TypePass => pass.on && pass.source.kind === 'type' && pass.source.text.trim() !== '',
  );
  if (set.length === 0) return NOTHING_TO_CHECK;
  const small = set.filter((pass) => pointsOf(pass) < profile.type - 0.05);
  return {
    figure: small.length > 0 ? null : `${figured(Math.min(...set.map(pointsOf)))} pt`,
    findings: small.map((pass) => ({
      title: `Type of ${figured(pointsOf(pass))} pt is too small`,
      detail: `“${pass.name}”: ${profile.type} pt is the least for ${profile.title}.`,
      pass: pass.id,
      place: null,
      mend: {
        words: `${profile.type} pt`,
        change: { kind: 'source', pass: pass.id, change: { size: pass.source.size * ((profile.type + 0.05) / pointsOf(pass)) } },
      },
    })),
  };
});
