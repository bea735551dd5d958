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

const productOf = (one: Int16Array, two: Int16Array): Float64Array => {
  const out = new Float64Array(one.length);
  for (let i = 0; i < out.length; i++) out[i] = (one[i] as number) * (two[i] as number);
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
  const [r, g, b] = guide;
  const sum = (values: Float64Array): Float64Array => boxSums(values, width, height, reach);
  const sums = { r: sum(Float64Array.from(r)), g: sum(Float64Array.from(g)), b: sum(Float64Array.from(b)) };
  const p = sum(Float64Array.from(plane));
  const product = (one: Int16Array, two: Int16Array): Float64Array => sum(productOf(one, two));
  const [rp, gp, bp] = [product(r, plane), product(g, plane), product(b, plane)];
  const [rr, rg, rb, gg, gb, bb] = [product(r, r), product(r, g), product(r, b), product(g, g), product(g, b), product(b, b)];
  const [ar, ag, ab, offset] = [0, 0, 0, 0].map(() => new Float64Array(size)) as [Float64Array, Float64Array, Float64Array, Float64Array];
  const mean = 1 / window / ONE;
  const square = 1 / window / (ONE * ONE);
  for (let y = reach; y < height - reach; y++) {
    for (let x = reach, i = y * width + x; x < width - reach; x++, i++) {
      const mr = (sums.r[i] as number) * mean;
      const mg = (sums.g[i] as number) * mean;
      const mb = (sums.b[i] as number) * mean;
      const mp = (p[i] as number) * mean;
      const crr = (rr[i] as number) * square - mr * mr + epsilon;
      const cgg = (gg[i] as number) * square - mg * mg + epsilon;
      const cbb = (bb[i] as number) * square - mb * mb + epsilon;
      const crg = (rg[i] as number) * square - mr * mg;
      const crb = (rb[i] as number) * square - mr * mb;
      const cgb = (gb[i] as number) * square - mg * mb;
      const pr = (rp[i] as number) * square - mr * mp;
      const pg = (gp[i] as number) * square - mg * mp;
      const pb = (bp[i] as number) * square - mb * mp;
      // Cramer's rule for the symmetric 3 × 3 system.
      const irr = cgg * cbb - cgb * cgb;
      const irg = crb * cgb - crg * cbb;
      const irb = crg * cgb - crb * cgg;
      const igg = crr * cbb - crb * crb;
      const igb = crg * crb - crr * cgb;
      const ibb = crr * cgg - crg * crg;
      const whole = crr * irr + crg * irg + crb * irb;
      const vr = (irr * pr + irg * pg + irb * pb) / whole;
      const vg = (irg * pr + igg * pg + igb * pb) / whole;
      const vb = (irb * pr + igb * pg + ibb * pb) / whole;
      ar[i] = Math.floor(vr * COEFFICIENT + 0.5);
      ag[i] = Math.floor(vg * COEFFICIENT + 0.5);
      ab[i] = Math.floor(vb * COEFFICIENT + 0.5);
      offset[i] = Math.floor((mp - vr * mr - vg * mg - vb * mb) * COEFFICIENT + 0.5);
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
