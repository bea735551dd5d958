/** A list with each of its items changed; the very same list where none changes. */
export const each = <T>(list: readonly T[], change: (one: T) => T): readonly T[] => {
  const changed = list.map(change);
  return changed.some((one, i) => one !== list[i]) ? changed : list;
};
