import { ONE } from '../../raster/raster';

/** A table over all working values of a function from tone 0 … 1 to tone, clamped and rounded to nearest. */
export const toneTable = (f: (tone: number) => number): Int16Array => {
  const table = new Int16Array(ONE + 1);
  for (let v = 0; v <= ONE; v++) table[v] = Math.floor(Math.max(0, Math.min(1, f(v / ONE))) * ONE + 0.5);
  return table;
};

/** The table with only an amount (0 … ONE) of its effect. */
export const weakened = (table: Int16Array, amount: number): Int16Array =>
  amount === ONE ? table : table.map((to, from) => from + (((to - from) * amount + ONE / 2) >> 14));

/** One table in place of two: first, then second. */
export const joined = (first: Int16Array, second: Int16Array): Int16Array => first.map((value) => second[value] as number);
