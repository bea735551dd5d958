import type { Pass, Sheet, SourceKinds } from './model';
import { passesOf } from './walk';

export type TypePass = Pass & { readonly source: SourceKinds['type'] };
const isType = (pass: Pass): pass is TypePass => pass.source.kind === 'type';
const isWorn = (pass: Pass): boolean => pass.wear.some((wear) => wear.on);

/** True where a wear takes a pass together with what is beneath it: of a group that it is in, or of an overall pass after it. */
const isUnderWear = (passes: readonly Pass[], id: string): boolean | null => {
  for (const [i, pass] of passes.entries()) {
    const inside = pass.id === id ? false : pass.source.kind === 'group' ? isUnderWear(pass.source.passes, id) : null;
    if (inside === null) continue;
    const isGroupWorn = pass.source.kind === 'group' && pass.source.passes.length > 1 && isWorn(pass);
    return inside || isGroupWorn || passes.slice(i + 1).some((each) => each.on && each.source.kind === 'overall' && isWorn(each));
  }
  return null;
};

/**
 * Lettering that lives by its outline: knocked out of what is worn, it has no ink of its own to lose; under a wear of everything
 * it loses its ink together with the ground. What counts is whether its edge can still be seen.
 */
export const isOutlined = (sheet: Sheet, pass: Pass): pass is TypePass => {
  if (!pass.on || !isType(pass)) return false;
  if (pass.lay.mode !== 'knock-out') return isUnderWear(sheet.passes, pass.id) === true;
  return [...passesOf(sheet.passes)].some((each) => each.on && isWorn(each));
};

export const outlinedLettering = (sheet: Sheet): TypePass[] => [...passesOf(sheet.passes)].filter((pass) => isOutlined(sheet, pass));

/** A sheet with all its wear off. */
export const unworn = (sheet: Sheet): Sheet => {
  const bare = (pass: Pass): Pass => {
    const wear = pass.wear.some((each) => each.on) ? pass.wear.map((each) => ({ ...each, on: false })) : pass.wear;
    if (pass.source.kind !== 'group') return wear === pass.wear ? pass : { ...pass, wear };
    return { ...pass, wear, source: { ...pass.source, passes: pass.source.passes.map(bare) } };
  };
  return { ...sheet, passes: sheet.passes.map(bare) };
};

/** Width of a narrow letter as a share of its em: that of condensed capitals. Common practice. */
const NARROW = 0.35;

/** About the em of each line, mm: as it is set, or at most what makes a fitted line as wide as its measure. */
export const emsOf = ({ source, placement }: TypePass): number[] =>
  source.text
    .split('\n')
    .map((line) =>
      source.lines === 'fit' ? placement.width / NARROW / Math.max(1, line.length) : source.size * (source.sizeBy === 'em' ? 1 : 1.5),
    );

/** How far round an outline a wear of it counts, mm: a tenth of its smallest em, about the width of a stem. */
export const outlineBand = (pass: TypePass): number => 0.1 * Math.min(...emsOf(pass));
