import { ONE } from './raster';

/** Sums over squares of 2·reach + 1 pixels, in whole numbers; nearer to the rim than `reach` they are not for use. */
const boxSums = (values: Float64Array, width: number, height: number, reach: number): Float64Array => {
  const across = new Float64Array(values.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let sum = 0;
    for (let x = 0; x < Math.min(width, 2 * reach + 1); x++) sum += values[row + x] as number;
    for (let x = reach; x < width - reach; x++) {
      across[row + x] = sum;
      sum += ((values[row + x + reach + 1] as number) || 0) - (values[row + x - reach] as number);
    }
  }
  const out = new Float64Array(values.length);
  const sums = new Float64Array(width);
  const add = (y: number, sign: number): void => {
    const row = y * width;
    for (let x = 0; x < width; x++) sums[x] = (sums[x] as number) + sign * (across[row + x] as number);
  };
  for (let y = 0; y < Math.min(height, 2 * reach + 1); y++) add(y, 1);
  for (let y = reach; y < height - reach; y++) {
    out.set(sums, y * width);
    if (y + reach + 1 < height) add(y + reach + 1, 1);
    add(y - reach, -1);
  }
  return out;
};

/** Fraction bits of the window's coefficients, so that their sums are whole numbers whatever the tiling. */
const COEFFICIENT = 2 ** 16;

/**
 * Guided filter with a colour guide. K. He, J. Sun, X. Tang, Guided image filtering, ECCV 2010, equations 14–16:
 * aₖ = (Σₖ + εU)⁻¹(mean(I·p) − μₖp̄ₖ), bₖ = p̄ₖ − aₖᵀμₖ, qᵢ = āᵢᵀIᵢ + b̄ᵢ. Values in 0 … ONE stand for 0 … 1. Nearer
 * to the rim than twice the reach the result is not for use.
 */
export const guided = (
  guide: readonly [Int16Array, Int16Array, Int16Array],
  plane: Int16Array,
  width: number,
  height: number,
  reach: number,
  epsilon: number,
): Int16Array => {
  const size = plane.length;
  const window = (2 * reach + 1) ** 2;
  const sumsOf = (value: (i: number) => number): Float64Array => {
    const values = new Float64Array(size);
    for (let i = 0; i < size; i++) values[i] = value(i);
    return boxSums(values, width, height, reach);
  };
  const [r, g, b] = guide;
  const product = (one: Int16Array, two: Int16Array): Float64Array => sumsOf((i) => (one[i] as number) * (two[i] as number));
  const sums = { r: sumsOf((i) => r[i] as number), g: sumsOf((i) => g[i] as number), b: sumsOf((i) => b[i] as number) };
  const p = sumsOf((i) => plane[i] as number);
  const [rp, gp, bp] = [product(r, plane), product(g, plane), product(b, plane)];
  const [rr, rg, rb, gg, gb, bb] = [product(r, r), product(r, g), product(r, b), product(g, g), product(g, b), product(b, b)];
  const [ar, ag, ab, offset] = [0, 0, 0, 0].map(() => new Float64Array(size)) as [Float64Array, Float64Array, Float64Array, Float64Array];
  for (let y = reach; y < height - reach; y++) {
    for (let x = reach, i = y * width + x; x < width - reach; x++, i++) {
      const mean = (of: Float64Array): number => (of[i] as number) / window / ONE;
      const square = (of: Float64Array): number => (of[i] as number) / window / (ONE * ONE);
      const [mr, mg, mb, mp] = [mean(sums.r), mean(sums.g), mean(sums.b), mean(p)];
      const [crr, cgg, cbb] = [square(rr) - mr * mr + epsilon, square(gg) - mg * mg + epsilon, square(bb) - mb * mb + epsilon];
      const [crg, crb, cgb] = [square(rg) - mr * mg, square(rb) - mr * mb, square(gb) - mg * mb];
      const [pr, pg, pb] = [square(rp) - mr * mp, square(gp) - mg * mp, square(bp) - mb * mp];
      // Cramer's rule for the symmetric 3 × 3 system.
      const [irr, irg, irb] = [cgg * cbb - cgb * cgb, crb * cgb - crg * cbb, crg * cgb - crb * cgg];
      const [igg, igb, ibb] = [crr * cbb - crb * crb, crg * crb - crr * cgb, crr * cgg - crg * crg];
      const whole = crr * irr + crg * irg + crb * irb;
      const [vr, vg, vb] = [
        (irr * pr + irg * pg + irb * pb) / whole,
        (irg * pr + igg * pg + igb * pb) / whole,
        (irb * pr + igb * pg + ibb * pb) / whole,
      ];
      const fixed = (v: number): number => Math.floor(v * COEFFICIENT + 0.5);
      ar[i] = fixed(vr);
      ag[i] = fixed(vg);
      ab[i] = fixed(vb);
      offset[i] = fixed(mp - vr * mr - vg * mg - vb * mb);
    }
  }
  const means = [ar, ag, ab, offset].map((of) => boxSums(of, width, height, reach)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const out = new Int16Array(size);
  for (let i = 0; i < size; i++) {
    const along =
      (means[0][i] as number) * (r[i] as number) + (means[1][i] as number) * (g[i] as number) + (means[2][i] as number) * (b[i] as number);
    const value = (along / ONE + (means[3][i] as number)) / window / COEFFICIENT;
    out[i] = Math.floor(Math.max(0, Math.min(1, value)) * ONE + 0.5);
  }
  return out;
};

/** Means over squares of the values whose weight is set; null-like 0 where none is. Exact sums, as `guided`. */
export const weightedMeans = (values: Int16Array, set: Uint8Array, width: number, height: number, reach: number): Float64Array => {
  const weighted = new Float64Array(values.length);
  const weights = new Float64Array(values.length);
  for (let i = 0; i < values.length; i++) {
    weights[i] = set[i] as number;
    weighted[i] = set[i] ? (values[i] as number) : 0;
  }
  const [sum, count] = [boxSums(weighted, width, height, reach), boxSums(weights, width, height, reach)];
  for (let i = 0; i < sum.length; i++) sum[i] = count[i] ? (sum[i] as number) / (count[i] as number) : -1;
  return sum;
};
