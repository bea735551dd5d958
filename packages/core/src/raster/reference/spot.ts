import type { ShapeName } from '../kernels';

/**
 * Spot values in the kernels' integers. Cell coordinates |x|, |y| in 0 … 32767 (1.0 = 32768), spot values scaled so
 * that every shape reaches up to 8192 and down towards −8192. Formulas: ISO 32000-1:2008 Table 128; the lines and
 * squares and the cross of that table, which lie in −1 … 0, are stretched by s → 2s + 1, the rhomboid, in 0 … 1, by s → 2s − 1. Its
 * sines are parabolas here, which stray from them by 0.06 at most, and begin a quarter of a period later. The chain of ellipses is that
 * of the Cosine dot with unequal halves (common practice); the ring and the wave are our own.
 */
export type SpotFunction = (x: number, y: number) => number;

/** a · b of two Q15 values, rounded half up. */
const q15 = (a: number, b: number): number => (a * b + 0x4000) >> 15;

/** Half the sum of two Q15 values, as Q13. */
const halfSum = (a: number, b: number): number => ((a >> 1) + (b >> 1)) >> 1;

const disc: SpotFunction = (x, y) => 8192 - halfSum(q15(x, x), q15(y, y));
const hole: SpotFunction = (x, y) => halfSum(q15(32767 - x, 32767 - x), q15(32767 - y, 32767 - y)) - 8192;

/** cos(180° · t) for 0 … 1 by two parabolas, as Q13. */
const arc = (t: number): number => (t <= 16383 ? 8192 - q15(t, t) : q15(32767 - t, 32767 - t) - 8192);

/** A coordinate at twice the frequency. */
const twice = (t: number): number => (t <= 16383 ? 2 * t : 65535 - 2 * t);

/** Halves of the chain's dot, Q15: dots join along one axis at about 45 % ink, along the other at about 55 %. */
const [LONG, SHORT] = [18022, 14746];
/** Where a ring's middle lies: x² + y² = 0.36. */
const RING = 2949;

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
  chain: (x, y) => q15(arc(x), LONG) + q15(arc(y), SHORT),
  cross: (x, y) => 8192 - (Math.min(x, y) >> 1),
  rhomboid: (x, y) => halfSum(q15(x, 29491), y) - 8192,
  ring: (x, y) => 8192 - Math.abs(halfSum(q15(x, x), q15(y, y)) - RING),
  'double dot': (x, y) => (arc(twice(x)) + arc(twice(y))) >> 1,
  // Of its third set of rows spotAt knows.
  hexagonal: (x, y) => arc(x) + arc(y),
  brick: (x, y) => 8192 - (Math.max(x, y) >> 1),
  // As it lies once it is bent.
  'wave line': (_, y) => 8192 - (y >> 1),
};

/** A Q15 coordinate without its sign: one's complement, so that −1 does not overflow. */
const folded = (x: number): number => x ^ (x >> 31);

/** A third of a Q15 value. */
const THIRD = 10923;

/**
 * The spot value of a shape at phases. A wave's line strays by 3/16 of a cell either way, one wave a cell. A hexagonal screen is three
 * cosines at 120°, of which the third phase is what the others leave; bricks shift by half where their row is the other one.
 */
export const spotAt = (shape: ShapeName, u: number, v: number): number => {
  const x = cellCoordinate(u);
  if (shape === 'hexagonal') return q15(SPOT[shape](x, cellCoordinate(v)) + arc(cellCoordinate(-(u + v) | 0)), THIRD);
  if (shape === 'brick') return SPOT[shape](cellCoordinate(u ^ (v & 0x80000000)), cellCoordinate(v << 1));
  if (shape !== 'wave line') return SPOT[shape](x, cellCoordinate(v));
  const bend = arc(x);
  return SPOT[shape](x, folded((((v >> 16) + bend + (bend >> 1)) << 16) >> 16));
};

/** |phase| as a Q15 cell coordinate. */
export const cellCoordinate = (phase: number): number => folded(phase >> 16);
