import { eachNumber, numbersOf, vlqOf } from './vlq';

/** Whole numbers as text: each is written as its difference from the number `apart` places before it (2 for x and y in turn). */
const differences = (values: readonly number[], apart: number): number[] => values.map((value, i) => value - (values[i - apart] ?? 0));

const sums = (steps: readonly number[], apart: number): number[] => {
  const values: number[] = [];
  for (const [i, step] of steps.entries()) values.push(step + (values[i - apart] ?? 0));
  return values;
};

/**
 * Points (x and y in turn, whole hundredths of a millimetre) as text: each but the first as its way from the one before, in Base64
 * VLQ (ECMA-426). A point of a stroke by hand takes about four letters.
 */
export const pathOf = (points: readonly number[]): string => vlqOf(differences(points, 2));

/** The points of a path. @throws Error where the text is none. */
export const pointsOf = (path: string): number[] => sums(numbersOf(path), 2);

/** Pressures of a pen, percent, one a point, in the same way. */
export const pressuresText = (pressures: readonly number[]): string => vlqOf(differences(pressures, 1));
export const pressuresOf = (text: string): number[] => sums(numbersOf(text), 1);

/** How many numbers such a text holds, and between what they lie; `apart` is 2 for points, 1 for pressures. @throws Error where it is none. */
export const textBounds = (text: string, apart: 1 | 2): { readonly count: number; readonly least: number; readonly most: number } => {
  let [count, least, most, before, last] = [0, Infinity, -Infinity, 0, 0];
  eachNumber(text, (step) => {
    const value = step + (apart === 2 ? before : last);
    [before, last] = [last, value];
    if (value < least) least = value;
    if (value > most) most = value;
    count++;
  });
  return { count, least, most };
};
