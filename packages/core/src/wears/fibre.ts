/**
 * The fibre of the paper: a fine field over the sheet by which a part of a patch is chosen where every pixel is all or nothing.
 * Of any patch the field lies below a share over just that share of it.
 */
import { DISSOLVE_RANKS, type DissolveField } from '../raster/kernels';
import { once } from '../units/remember';
import { smoothNoise } from '../units/noise';

/**
 * Length and breadth of a fibre, mm (printing papers' fibres are about 1 to 3 mm long and 0.02 to 0.04 mm broad; these can be printed).
 * Fibres lie along the sheet, askew by the angle of the 5-12-13 triangle, 22.6°, whose sine and cosine are ratios of whole numbers.
 */
const FIBRE = { long: 0.5, broad: 0.14, cos: 12 / 13, sin: 5 / 13, seed: 4129 };

const raw = (x: number, y: number): number => {
  const { long, broad, cos, sin, seed } = FIBRE;
  return smoothNoise((x * cos + y * sin) / long, (y * cos - x * sin) / broad, seed);
};

/** Samples a side by which the field's values are ranked. */
const SIDE = 160;

const ranked = (): Float64Array => {
  const counts = new Float64Array(DISSOLVE_RANKS + 1);
  // Steps that share no factor with the fibres' sizes, so that samples fall everywhere in them.
  for (let j = 0; j < SIDE; j++) {
    for (let i = 0; i < SIDE; i++) {
      const n = Math.floor(raw(i * 0.3717, j * 0.2913) * DISSOLVE_RANKS);
      counts[n] = (counts[n] as number) + 1;
    }
  }
  const below = new Float64Array(DISSOLVE_RANKS + 1);
  for (let n = 1; n <= DISSOLVE_RANKS; n++) below[n] = (below[n - 1] as number) + (counts[n - 1] as number) / (SIDE * SIDE);
  return below;
};

export const fibreField = once((): DissolveField => ({ ...FIBRE, ranks: ranked() }));
