import { ONE } from '../../raster/raster';
import { once } from '../../units/remember';
import { BASE_64 } from '../../units/vlq';
import { SCATTER_SIDE } from '../../raster/kernels';
import { BLUE_NOISE } from './blue-noise';
import { filled } from '../../units/filled';

const DOTS = SCATTER_SIDE * SCATTER_SIDE;

/** Thresholds from `ranks` ranks: the ink above which a dot is there. */
const thresholds = (rankAt: (at: number) => number, ranks: number): Int16Array =>
  filled(new Int16Array(DOTS), (at) => Math.floor(((rankAt(at) + 0.5) * ONE) / ranks + 0.5));

/** Blue noise: ranks of twelve bits, two letters of base 64 each. */
const blueNoise = once(() => {
  const digit = (at: number): number => BASE_64.indexOf(BLUE_NOISE.charAt(at));
  return thresholds((at) => digit(2 * at) * 64 + digit(2 * at + 1), DOTS);
});

/** Side of the ordered pattern: a power of two. */
const ORDERED = 8;

/** B. E. Bayer, An optimum method for two-level rendition of continuous-tone pictures, 1973: bits of x ⊕ y and of y, interleaved and reversed. */
const ordered = once(() =>
  thresholds((at) => {
    const [x, y] = [at % ORDERED, Math.floor(at / SCATTER_SIDE) % ORDERED];
    let rank = 0;
    for (let bit = ORDERED / 2, place = 1; bit >= 1; bit /= 2, place *= 4) {
      rank += place * (((x ^ y) & bit ? 2 : 0) + (y & bit ? 1 : 0));
    }
    return rank;
  }, ORDERED * ORDERED),
);

/** Orders in which dots of one size come as ink grows, as thresholds 0 … ONE of SCATTER_SIDE × SCATTER_SIDE dots that come again. */
export const DOT_ORDERS = { 'blue noise': blueNoise, ordered } as const;
export type DotOrder = keyof typeof DOT_ORDERS;
