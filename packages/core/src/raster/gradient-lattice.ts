import { cosDeg, sinDeg } from '../units/exact';
import { chanceAt } from '../units/noise';

/** Points along a side of the lattice of directions, which comes again. */
export const LATTICE_SIDE = 256;

/** Directions of gradients, one a point of the lattice, in rows; every noise starts elsewhere on it. */
export const LATTICE_DIRECTIONS = Uint8Array.from(
  { length: LATTICE_SIDE * LATTICE_SIDE },
  (_, i) => chanceAt(i % LATTICE_SIDE, Math.floor(i / LATTICE_SIDE), 83) * 256,
);

/** Across and down of the gradient in each direction. Of length √2: a noise of them reaches ± 1, with a standard deviation of about 0.35. */
export const GRADIENTS = Float64Array.from(
  { length: 512 },
  (_, i) => Math.SQRT2 * (i % 2 === 0 ? cosDeg : sinDeg)((360 * Math.floor(i / 2)) / 256),
);
