import { boxSums } from '../box-sums';
import type { Kernels } from '../kernels';
import { ONE } from '../raster';

const productOf = (one: Int16Array, two: Int16Array): Float64Array => {
  const out = new Float64Array(one.length);
  for (let i = 0; i < out.length; i++) out[i] = (one[i] as number) * (two[i] as number);
  return out;
};

/** Fraction bits of the window's coefficients, so that their sums are whole numbers whatever the tiling. */
const COEFFICIENT = 2 ** 16;

/** All rows at once, when the first are asked for. */
export const guided: Kernels['guided'] = (guide, plane, { width, height, reach, epsilon }, [from], _, out) => {
  if (from > 0) return;
  const size = plane.length;
  const window = (2 * reach + 1) ** 2;
  const [r, g, b] = [0, 1, 2].map((c) => plane.map((_, i) => guide[4 * i + c] as number)) as [Int16Array, Int16Array, Int16Array];
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
  for (let i = 0; i < size; i++) {
    const along =
      (means[0][i] as number) * (r[i] as number) + (means[1][i] as number) * (g[i] as number) + (means[2][i] as number) * (b[i] as number);
    const value = (along / ONE + (means[3][i] as number)) / window / COEFFICIENT;
    out[i] = Math.floor(Math.max(0, Math.min(1, value)) * ONE + 0.5);
  }
};
