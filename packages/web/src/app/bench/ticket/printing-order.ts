import { passesOf, type Pass, type Sheet } from '@uvrant/core';

/** Passes printed before one, in printing order: those before it, and before the groups that it is in. */
export const earlierThan = (sheet: Sheet, id: string): Pass[] => {
  const search = (passes: readonly Pass[]): Pass[] | null => {
    const before: Pass[] = [];
    for (const pass of passes) {
      if (pass.id === id) return before;
      if (pass.source.kind === 'group') {
        const inside = search(pass.source.passes);
        if (inside) return [...before, ...inside];
        before.push(...passesOf(pass.source.passes));
      }
      before.push(pass);
    }
    return null;
  };
  return search(sheet.passes) ?? [];
};
