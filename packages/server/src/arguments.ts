/** Options of a command line: `--name value`, each known one once. @throws Error naming what is not understood. */
export const optionsOf = <N extends string>(args: readonly string[], names: readonly N[]): Partial<Record<N, string>> => {
  const found: Partial<Record<N, string>> = {};
  for (let i = 0; i < args.length; i += 2) {
    const name = (args[i] as string).replace(/^--?/, '') as N;
    const value = args[i + 1];
    if (!names.includes(name)) throw new Error(`“${args[i]}” is not an option; there are ${names.map((n) => `--${n}`).join(', ')}.`);
    if (value === undefined) throw new Error(`--${name} needs a value.`);
    found[name] = value;
  }
  return found;
};
