import { expanded, softened } from '../raster/coarse';
import type { Kernels } from '../raster/kernels';
import { ONE, type Region } from '../raster/raster';
import { isSolid } from '../raster/uniform';
import type { Coarse, CoarseWish } from './declare';
import { filled } from '../units/filled';

/** Standard deviations in coarse pixels that a soft copy has at least: finer ones would show the grid. */
const FINENESS = 1.6;
/** Standard deviations at which the Gaussian is cut off. */
const CUT_OFF = 3;

/** What a soft copy of a standard deviation, mm, wishes for. */
export const softWish = (sigma: number, through?: CoarseWish['through']): CoarseWish => ({
  grain: sigma / FINENESS,
  reach: CUT_OFF * sigma,
  ...(through ? { through } : {}),
});

/** Means on the grid about each of its pixels, by a Gaussian; what is not covered does not count. */
const meansOf = ({ shift, tone: { tone, coverage, region } }: Coarse, sigmaPx: number, kernels: Kernels): Int16Array => {
  if (!coverage || isSolid(coverage)) return softened(tone, region, shift, sigmaPx, kernels);
  const weighted = kernels.arena.plane(tone.length);
  kernels.multiply(tone, coverage, weighted);
  const out = kernels.arena.plane(tone.length);
  kernels.ratio(softened(weighted, region, shift, sigmaPx, kernels), softened(coverage, region, shift, sigmaPx, kernels), out);
  return out;
};

/** A soft copy of the input over a region: Gaussian, of a standard deviation in pixels. */
export const softCopy = (coarse: Coarse, region: Region, sigmaPx: number, kernels: Kernels): Int16Array =>
  expanded(meansOf(coarse, sigmaPx, kernels), coarse.tone.region, coarse.shift, region, kernels);

/**
 * A copy of a plane that is soft within surfaces and keeps edges: the guided filter of a plane by itself (He, Sun & Tang 2010) with
 * Gaussian windows, its coefficients found on the coarse grid (He & Sun, Fast guided filter, 2015). Contrasts well above √ε stay.
 */
export function* edgeKeeping(
  coarse: Coarse,
  plane: Int16Array,
  region: Region,
  sigmaPx: number,
  epsilon: number,
  kernels: Kernels,
): Generator<void, Int16Array, void> {
  const { arena } = kernels;
  const { shift, tone: raster } = coarse;
  const squared = arena.plane(raster.tone.length);
  kernels.multiply(raster.tone, raster.tone, squared);
  const means = meansOf(coarse, sigmaPx, kernels);
  yield;
  const squares = meansOf({ shift, tone: { ...raster, tone: squared } }, sigmaPx, kernels);
  const [slopes, offsets] = [arena.plane(means.length), arena.plane(means.length)];
  kernels.guidance(means, squares, Math.max(1, Math.floor(epsilon * ONE + 0.5)), slopes, offsets);
  yield;
  const at = raster.region;
  const out = arena.plane(plane.length);
  // The coefficients are averaged over half the window, so that they change gently.
  const half = (of: Int16Array): Int16Array => expanded(softened(of, at, shift, sigmaPx / 2, kernels), at, shift, region, kernels);
  const slope = half(slopes);
  yield;
  kernels.multiplyAdd(slope, plane, half(offsets), out);
  return out;
}

/** What `edgeKeeping` wishes for: two windows, one after the other. */
export const edgeKeepingWish = (sigma: number): CoarseWish => ({ grain: sigma / FINENESS, reach: CUT_OFF * 1.5 * sigma });

/** What a difference from a soft copy (−1 … 1) becomes, for the kernel `lifted`. */
export const liftTable = (f: (apart: number) => number): Int16Array =>
  filled(new Int16Array(2 * ONE + 1), (i) => Math.max(-2 * ONE + 1, Math.min(2 * ONE - 1, Math.floor(f(i / ONE - 1) * ONE + 0.5))));
