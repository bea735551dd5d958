import { ONE } from '../../raster/raster';
import { once } from '../../units/remember';
import { decoded } from '../../units/srgb';

/** Light of each working value, and the least light that rounds to the next one: both by IEC 61966-2-1. */
const scales = once(() => {
  const [light, next] = [new Float64Array(ONE + 1), new Float64Array(ONE)];
  for (let v = 0; v <= ONE; v++) light[v] = decoded(v / ONE);
  for (let v = 0; v < ONE; v++) next[v] = decoded((v + 0.5) / ONE);
  return { light, next };
});

/** What becomes of each encoded value when its light is multiplied by a gain, up to full light; rounded to nearest. */
export const gainTable = (gain: number): Int16Array => {
  const { light, next } = scales();
  const table = new Int16Array(ONE + 1);
  // Both run upwards, so the encoded value is found by going on from the one before.
  let encoded = 0;
  for (let v = 0; v <= ONE; v++) {
    const lit = Math.min(1, (light[v] as number) * gain);
    while (encoded < ONE && lit >= (next[encoded] as number)) encoded++;
    table[v] = encoded;
  }
  return table;
};
