/** Wraps a function so that its latest `count` results are kept, keyed by a name of the argument. */
export const remembering = <A, R>(count: number, nameOf: (argument: A) => string, build: (argument: A) => R) => {
  const kept = new Map<string, R>();
  return (argument: A): R => {
    const name = nameOf(argument);
    const known = kept.get(name);
    if (known !== undefined) return known;
    const result = build(argument);
    kept.set(name, result);
    for (const oldest of kept.keys()) {
      if (kept.size <= count) break;
      kept.delete(oldest);
    }
    return result;
  };
};
