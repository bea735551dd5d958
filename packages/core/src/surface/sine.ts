import { sinDeg } from '../units/exact';
import { filled } from '../units/filled';
import { once } from '../units/remember';

const WAVE = 4096;
const sines = once(() => filled(new Float64Array(WAVE + 1), (i) => sinDeg((360 * i) / WAVE)));

/** Sine of turns, straight between the places of a table. */
export const sineOf = (turns: number): number => {
  const at = (turns - Math.floor(turns)) * WAVE;
  const i = Math.floor(at);
  const table = sines();
  return (table[i] as number) + ((table[i + 1] as number) - (table[i] as number)) * (at - i);
};
