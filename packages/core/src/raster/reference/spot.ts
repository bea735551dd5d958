import type { ShapeName } from '../kernels';

/**
 * Spot values in the kernels' integers. Cell coordinates |x|, |y| in 0 … 32767 (1.0 = 32768), spot values scaled so
 * that every shape reaches up to 8192 and down towards −8192. Formulas: ISO 32000-1:2008 Table 128; the lines and
 * squares of that table, which lie in −1 … 0, are stretched by s → 2s + 1.
 */
export type SpotFunction = (x: number, y: number) => number;

/** a · b of two Q15 values, rounded half up. */
const q15 = (a: number, b: number): number => (a * b + 0x4000) >> 15;

/** Half the sum of two Q15 values, as Q13. */
const halfSum = (a: number, b: number): number => ((a >> 1) + (b >> 1)) >> 1;

const disc: SpotFunction = (x, y) => 8192 - halfSum(q15(x, x), q15(y, y));
const hole: SpotFunction = (x, y) => halfSum(q15(32767 - x, 32767 - x), q15(32767 - y, 32767 - y)) - 8192;

export const SPOT: Readonly<Record<ShapeName, SpotFunction>> = {
  round: disc,
  euclidean: (x, y) => ((x >> 1) + (y >> 1) <= 16383 ? disc(x, y) : hole(x, y)),
  ellipse: (x, y) => 8192 - halfSum(q15(x, x), q15(q15(y, y), 29491)),
  line: (_, y) => 8192 - (y >> 1),
  square: (x, y) => 8192 - (Math.max(x, y) >> 1),
  diamond: (x, y) => {
    const sum = (x >> 1) + (y >> 1);
    if (sum <= 12288) return disc(x, y);
    if (sum <= 20152) return 8192 - halfSum(q15(x, 27853), y);
    return hole(x, y);
  },
};

/** |phase| as a Q15 cell coordinate: one's complement, so that −1 does not overflow. */
export const cellCoordinate = (phase: number): number => {
  const x = phase >> 16;
  return x ^ (x >> 31);
};
