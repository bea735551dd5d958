/**
 * The fibre of the paper: a fine field over the sheet by which a part of a patch is chosen where every pixel is all or nothing.
 * Of any patch the field lies below a share over just that share of it.
 */
import { smoothNoise } from '../units/noise';
import { ONE } from '../raster/raster';

/** Length and breadth of a fibre, mm. Printing papers' fibres are about 1 to 3 mm long and 0.02 to 0.04 mm broad; these can be printed. */
const LONG = 0.5;
const BROAD = 0.14;
const SEED = 4129;
/** Fibres lie along the sheet, askew by the angle of the 5-12-13 triangle, 22.6°, whose sine and cosine are ratios of whole numbers. */
const [COS, SIN] = [12 / 13, 5 / 13];

const raw = (x: number, y: number): number => {
  const along = (x * COS + y * SIN) / LONG;
  const across = (y * COS - x * SIN) / BROAD;
  return smoothNoise(along, across, SEED);
};

/** Samples by which the field's values are ranked. */
const SIDE = 160;
const STEPS = 1024;

/** Share of the field that lies below each of STEPS + 1 values of its noise, 0 … 1. */
const ranks = ((): Float64Array => {
  const counts = new Float64Array(STEPS + 1);
  // Steps that share no factor with the fibres' sizes, so that samples fall everywhere in them.
  for (let j = 0; j < SIDE; j++) {
    for (let i = 0; i < SIDE; i++) {
      const n = Math.floor(raw(i * 0.3717, j * 0.2913) * STEPS);
      counts[n] = (counts[n] as number) + 1;
    }
  }
  const below = new Float64Array(STEPS + 1);
  for (let n = 1; n <= STEPS; n++) below[n] = (below[n - 1] as number) + (counts[n - 1] as number) / (SIDE * SIDE);
  return below;
})();

/** Height of the fibre at a place on the sheet, mm: evenly spread over 0 … ONE. */
export const fibreAt = (x: number, y: number): number => {
  const at = raw(x, y) * STEPS;
  const n = Math.min(STEPS - 1, Math.floor(at));
  const [low, high] = [ranks[n] as number, ranks[n + 1] as number];
  return (low + (high - low) * (at - n)) * ONE;
};
