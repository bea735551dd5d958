import { parseArgs } from 'node:util';

/** What Node says of a command line by its error codes, in our words; `what` is the part that it names. */
const WORDS: Readonly<Record<string, (what: string, names: readonly string[]) => string>> = {
  ERR_PARSE_ARGS_UNKNOWN_OPTION: (what, names) => `“${what}” is not an option; there are ${names.map((name) => `--${name}`).join(', ')}.`,
  ERR_PARSE_ARGS_UNEXPECTED_POSITIONAL: (what) => `“${what}” belongs to no option.`,
  ERR_PARSE_ARGS_INVALID_OPTION_VALUE: (what) => `${what.replace(' <value>', '')} needs a value.`,
};

/** Options of a command line: `--name value`, or `-n value` for a name of one letter. @throws Error naming what is not understood. */
export const optionsOf = <N extends string>(args: readonly string[], names: readonly N[]): Partial<Record<N, string>> => {
  const options = Object.fromEntries(
    names.map((name) => [name, { type: 'string', ...(name.length === 1 ? { short: name } : {}) } as const]),
  );
  try {
    return parseArgs({ args: [...args], options }).values as Partial<Record<N, string>>;
  } catch (error) {
    const { code = '', message = '' } = error as { readonly code?: string; readonly message?: string };
    const what = /'([^']*)'/.exec(message)?.[1] ?? '';
    throw new Error(WORDS[code]?.(what, names) ?? message, { cause: error });
  }
};
