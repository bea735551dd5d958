import { sinDeg } from '../units/exact';
import { filled } from '../units/filled';

const WAVE = 4096;
const SINES = filled(new Float64Array(WAVE + 1), (i) => sinDeg((360 * i) / WAVE));

/** Sine of turns, straight between the places of a table. */
export const sineOf = (turns: number): number => {
  const at = (turns - Math.floor(turns)) * WAVE;
  const i = Math.floor(at);
  return (SINES[i] as number) + ((SINES[i + 1] as number) - (SINES[i] as number)) * (at - i);
};
