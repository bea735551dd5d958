/** Base64 VLQ (ECMA-426, "Base64 VLQ"): digits of five bits, the least first, the sixth bit set where more follow; the sign in the lowest. */
export const BASE_64 = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
const MORE = 32;
const NO_DIGIT = 255;
const LONGEST = 2 ** 30;
/** What each letter stands for, by its code. */
const VALUES = new Uint8Array(128).fill(NO_DIGIT);
for (let value = 0; value < BASE_64.length; value++) VALUES[BASE_64.charCodeAt(value)] = value;

/** Whole numbers of less than 2³⁰ either way, as text. */
export const vlqOf = (numbers: readonly number[]): string => {
  let text = '';
  for (const number of numbers) {
    let left = number < 0 ? 2 * -number + 1 : 2 * number;
    do {
      const digit = left & (MORE - 1);
      left >>>= 5;
      text += BASE_64[left > 0 ? digit | MORE : digit];
    } while (left > 0);
  }
  return text;
};

/** Hands the numbers of a text over one by one. @throws Error for a letter that is no digit, or a number that does not end. */
export const eachNumber = (text: string, take: (number: number) => void): void => {
  let [sum, place] = [0, 1];
  for (let i = 0; i < text.length; i++) {
    const value = VALUES[text.charCodeAt(i)] ?? NO_DIGIT;
    if (value === NO_DIGIT) throw new Error(`“${text[i]}” is no digit of Base64 VLQ: A to Z, a to z, 0 to 9, + and / are`);
    if (place > LONGEST) throw new Error('a number in it is longer than any that is written');
    sum += (value & (MORE - 1)) * place;
    place *= MORE;
    if (value & MORE) continue;
    const half = Math.floor(sum / 2);
    take(sum % 2 === 1 ? -half : half);
    sum = 0;
    place = 1;
  }
  if (place > 1) throw new Error('its last number does not end');
};

/** The numbers of a text. @throws Error where it is none. */
export const numbersOf = (text: string): number[] => {
  const numbers: number[] = [];
  eachNumber(text, (number) => numbers.push(number));
  return numbers;
};
