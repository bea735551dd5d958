import { boxMove } from '../nodes/outline-node';
import { cornersOf } from '../sheet/placing';
import { masksOf } from '../sheet/walk';
import type { TypePass } from '../sheet/outlined';
import type { Pass, Sheet } from '../sheet/model';
import { layoutOf } from '../type/layout';
import { after, moved, type Outline } from '../type/outline';
import type { TypePort } from '../type/port';
import { inkOfPass } from './plate-nodes';

/** Lettering of one ink as the outlines of its font. */
export interface InkLetters {
  readonly pass: TypePass;
  readonly ink: string;
}

/** True of lettering in one ink that nothing is done to: it prints as its font draws it. */
const isPlain = (pass: Pass, sheet: Sheet): pass is TypePass =>
  pass.on &&
  pass.source.kind === 'type' &&
  pass.source.border === 0 &&
  pass.lay.mode === 'normal' &&
  pass.lay.strength === 1 &&
  !pass.steps.some(({ on }) => on) &&
  !pass.wear.some(({ on }) => on) &&
  masksOf(pass).length === 0 &&
  inkOfPass(pass, sheet) !== null;

const boxOf = ({ placement }: Pass) => {
  const [xs, ys] = [cornersOf(placement).map(([x]) => x), cornersOf(placement).map(([, y]) => y)];
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
};

/** True where a later pass may print on an earlier one, or take something from it: anything that may print outside its box does. */
const mayTouch = (later: Pass, earlier: Pass): boolean => {
  if (!later.on) return false;
  if (['overall', 'group', 'frame'].includes(later.source.kind)) return later.source.kind !== 'overall' || later.wear.some(({ on }) => on);
  if (later.source.kind === 'type' || later.steps.some(({ on }) => on)) return true;
  const [one, two] = [boxOf(later), boxOf(earlier)];
  return one.left < two.right && two.left < one.right && one.top < two.bottom && two.top < one.bottom;
};

/**
 * Lettering that can be drawn over a sheet's plates by its outlines, in printing order: in one ink, as its font draws it, with nothing
 * on it afterwards but more of such.
 */
export const plainLetters = (sheet: Sheet): readonly InkLetters[] => {
  const plain: InkLetters[] = [];
  for (const [at, pass] of sheet.passes.entries()) {
    if (!isPlain(pass, sheet)) continue;
    const isUnder = sheet.passes.slice(at + 1).some((later) => !isPlain(later, sheet) && mayTouch(later, pass));
    if (!isUnder) plain.push({ pass, ink: inkOfPass(pass, sheet) as string });
  }
  return plain;
};

/** The sheet without some of its passes. */
export const withoutPasses = (sheet: Sheet, passes: readonly Pass[]): Sheet => {
  const ids = new Set(passes.map(({ id }) => id));
  return { ...sheet, passes: sheet.passes.map((pass) => (ids.has(pass.id) ? { ...pass, on: false } : pass)) };
};

/** Outlines of set lettering, mm from the sheet's top left corner; what overlaps unites (non-zero winding). */
export const letterOutlines = ({ source, placement }: TypePass, type: TypePort): Outline => {
  const face = type.face(source.font);
  const move = boxMove(placement, 1);
  return layoutOf(source, face, placement).lines.flatMap(({ glyphs }) =>
    glyphs.flatMap(({ glyph, x, y, scaleX, scaleY }) => {
      const place = after(move, { a: scaleX, b: 0, c: x, d: 0, e: -scaleY, f: y });
      return face.outline(glyph).map((command) => {
        const to = moved(place, command.to);
        if (command.op === 'Q') return { op: command.op, by: moved(place, command.by), to };
        if (command.op === 'C') return { op: command.op, by: moved(place, command.by), by2: moved(place, command.by2), to };
        return { op: command.op, to };
      });
    }),
  );
};
