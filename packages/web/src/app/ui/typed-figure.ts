/** Millimetres of each unit of length that can be typed. */
const LENGTHS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  inch: 25.4,
  inches: 25.4,
  '"': 25.4,
  '″': 25.4,
  ft: 304.8,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
};

/** Other ways to write the unit of a field. */
const ALSO: Readonly<Record<string, string>> = { deg: '°', degrees: '°', percent: '%' };

export type TypedFigure = { readonly value: number } | { readonly why: string };

const TOKEN = /\s*(?:(\d+(?:[.,]\d*)?|[.,]\d+)|([-+−*×/])|([^\s\d.,+\-−*×/]+))/y;

type Token = { readonly number: number } | { readonly sign: string } | { readonly unit: string };

const tokensOf = (text: string): Token[] | null => {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  const trimmed = text.trimEnd();
  while (TOKEN.lastIndex < trimmed.length) {
    const [, number, sign, unit] = TOKEN.exec(trimmed) ?? [];
    if (number !== undefined) tokens.push({ number: Number(number.replace(',', '.')) });
    else if (sign !== undefined) tokens.push({ sign: sign === '−' ? '-' : sign === '×' ? '*' : sign });
    else if (unit !== undefined) tokens.push({ unit: unit.toLowerCase() });
    else return null;
  }
  return tokens;
};

const NO_FIGURE: TypedFigure = { why: 'No figure' };

/**
 * What was typed, in a field's unit: a number, one with a unit of its own ("420 mm" in an inch field, "12 pt", 5' is none), a fraction
 * ("1/2 in", "12 1/2"), a product, or a sum of them ("3 + 4", "1 in + 5 mm"). What has no unit is in the field's.
 */
export const typedFigure = (text: string, unit: string): TypedFigure => {
  const tokens = tokensOf(text);
  if (!tokens || tokens.length === 0) return NO_FIGURE;
  let at = 0;
  const take = <K extends 'number' | 'sign' | 'unit'>(kind: K): Extract<Token, Record<K, unknown>>[K] | undefined => {
    const token = tokens[at] as Record<K, never> | undefined;
    if (!token || !(kind in token)) return undefined;
    at++;
    return token[kind];
  };
  const signIs = (wanted: string): boolean => {
    const token = tokens[at];
    return token !== undefined && 'sign' in token && wanted.includes(token.sign);
  };
  /** A number, times or divided by others; "12 1/2" is twelve and a half. */
  const plain = (): number | undefined => {
    let value = take('number');
    if (value === undefined) return undefined;
    const after = tokens.slice(at, at + 3);
    const isMixed = after.length === 3 && 'number' in after[0]! && 'sign' in after[1]! && after[1].sign === '/' && 'number' in after[2]!;
    if (isMixed) {
      at += 3;
      return value + (after[0] as { number: number }).number / (after[2] as { number: number }).number;
    }
    while (signIs('*/')) {
      const sign = take('sign');
      const other = take('number');
      if (other === undefined) return undefined;
      value = sign === '*' ? value * other : value / other;
    }
    return value;
  };
  let sum = 0;
  for (let first = true; first || at < tokens.length; first = false) {
    const sign = signIs('+-') ? take('sign') : first ? '+' : undefined;
    const value = sign === undefined ? undefined : plain();
    if (value === undefined) return NO_FIGURE;
    const own = take('unit');
    const by = own === undefined ? 1 : byOf(own, unit);
    if (by === null) return { why: `“${own}” is no unit here` };
    sum += (sign === '-' ? -value : value) * by;
  }
  return Number.isFinite(sum) ? { value: sum } : NO_FIGURE;
};

/** How many of a field's unit one of a typed unit is; null where it is none of that sort. */
const byOf = (typed: string, unit: string): number | null => {
  if (typed === unit.toLowerCase() || ALSO[typed] === unit) return 1;
  const [from, to] = [LENGTHS[typed], LENGTHS[unit]];
  if (from !== undefined && to !== undefined) return from / to;
  // A field that says no unit takes the signs that go without saying.
  return unit === '' && (typed === '%' || typed === '°') ? 1 : null;
};

/** Figures that would do in a field of a unit, for its message. */
export const figuresFor = (shown: string, unit: string): string => {
  if (!(unit in LENGTHS)) return `Give one such as ${shown} or 3 + 4`;
  return `Give one such as ${shown}, ${unit === 'mm' ? '1/2 in' : '12 mm'}, 12 pt or 3 + 4`;
};
