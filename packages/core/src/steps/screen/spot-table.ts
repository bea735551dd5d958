import { distancesTo } from '../../raster/distance';
import { SPOT_PLACES } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import { filled } from '../../units/filled';

/** Side of a table, in places of a cell. */
export const SPOT_SIDE = SPOT_PLACES;

/** A dot shape of one's own: for each place of a cell, row by row, the ink from which it is inked; they are spread evenly over 0 … 1. */
export interface SpotTable {
  readonly thresholds: Float32Array;
  /** How much the threshold changes over a cell, at each place. */
  readonly slopes: Float32Array;
}

/** How far places lie from what is set, which comes again in each cell. */
const distancesAround = (set: (at: number) => boolean): Float64Array => {
  const side = 3 * SPOT_SIDE;
  const tiled = filled(new Uint8Array(side * side), (i) => {
    const [x, y] = [(i % side) % SPOT_SIDE, Math.floor(i / side) % SPOT_SIDE];
    return Number(set(y * SPOT_SIDE + x));
  });
  const far = distancesTo(tiled, side, side, SPOT_SIDE);
  return filled(new Float64Array(SPOT_SIDE * SPOT_SIDE), (i) => {
    const [x, y] = [i % SPOT_SIDE, Math.floor(i / SPOT_SIDE)];
    return far[(y + SPOT_SIDE) * side + x + SPOT_SIDE] as number;
  });
};

const fromMiddle = (i: number): number => {
  const [x, y] = [(i % SPOT_SIDE) + 0.5 - SPOT_SIDE / 2, Math.floor(i / SPOT_SIDE) + 0.5 - SPOT_SIDE / 2];
  return Math.sqrt(x * x + y * y);
};

/**
 * The table of what is dark in a square (light 0 … ONE): ink begins deepest within it, grows to its outline, and on from there to where
 * cells meet. A round dot where nothing is dark, or all.
 */
export const spotTable = (light: Int16Array): SpotTable => {
  const isDark = (i: number): boolean => (light[i] as number) < ONE / 2;
  const dark = light.reduce((count, _, i) => count + Number(isDark(i)), 0);
  const count = SPOT_SIDE * SPOT_SIDE;
  const isShape = dark > 0 && dark < count;
  const [outside, inside] = isShape ? [distancesAround(isDark), distancesAround((i) => !isDark(i))] : [];
  // What is alike by its distance is told apart by its light, so that an outline moves by less than a place.
  const depth = filled(new Float64Array(count), (i) =>
    outside && inside ? (isDark(i) ? (inside[i] as number) : -(outside[i] as number)) + 0.5 - (light[i] as number) / ONE : -fromMiddle(i),
  );
  const order = filled(new Uint32Array(count), (i) => i).sort((a, b) => (depth[b] as number) - (depth[a] as number) || a - b);
  const thresholds = new Float32Array(count);
  for (let from = 0; from < count;) {
    let to = from + 1;
    while (to < count && depth[order[to] as number] === depth[order[from] as number]) to++;
    for (let i = from; i < to; i++) thresholds[order[i] as number] = (from + to) / 2 / count;
    from = to;
  }
  const at = (x: number, y: number): number =>
    thresholds[((y + SPOT_SIDE) % SPOT_SIDE) * SPOT_SIDE + ((x + SPOT_SIDE) % SPOT_SIDE)] as number;
  const slopes = Float32Array.from({ length: count }, (_, i) => {
    const [x, y] = [i % SPOT_SIDE, Math.floor(i / SPOT_SIDE)];
    const [dx, dy] = [at(x + 1, y) - at(x - 1, y), at(x, y + 1) - at(x, y - 1)];
    return (Math.sqrt(dx * dx + dy * dy) / 2) * SPOT_SIDE;
  });
  return { thresholds, slopes };
};
