import { blurred } from './blur';
import { wholeWeights, axisOf } from './filter';
import type { Kernels } from './kernels';
import { sizeOf, type Region } from './raster';
import { crop } from './region';
import { uniformPlane, uniformValue } from './uniform';
import { filled } from '../units/filled';

/**
 * Coarse grids: planes of square means of 2^shift pixels, anchored to the sheet. What looks far about (soft copies, local means)
 * works there, so that its cost does not grow with how far it looks.
 */

/** The coarse pixels that a region of fine ones touches. */
export const coarseRegion = ({ x, y, width, height }: Region, shift: number): Region => {
  const side = 2 ** shift;
  const [left, top] = [Math.floor(x / side), Math.floor(y / side)];
  return { x: left, y: top, width: Math.ceil((x + width) / side) - left, height: Math.ceil((y + height) / side) - top };
};

/** The fine pixels that a region of coarse ones stands for. */
export const fineRegion = ({ x, y, width, height }: Region, shift: number): Region => {
  const side = 2 ** shift;
  return { x: x * side, y: y * side, width: width * side, height: height * side };
};

/** A coarse grid's largest pixel: 2^MOST_SHIFT fine ones. */
const MOST_SHIFT = 6;

/** How often a grid may be halved and still have pixels of at most `grainPx`. */
export const shiftFor = (grainPx: number): number => {
  let shift = 0;
  while (shift < MOST_SHIFT && 2 ** (shift + 1) <= grainPx) shift++;
  return shift;
};

/** Cubic B-spline: smooth, without overshoot. I. J. Schoenberg 1946, in the form of every handbook. */
const SPLINE = axisOf(
  4,
  -1.5,
  wholeWeights(4, (t) => [(1 - t) ** 3 / 6, (3 * t ** 3 - 6 * t * t + 4) / 6, (-3 * t ** 3 + 3 * t * t + 3 * t + 1) / 6, t ** 3 / 6]),
);
/** Coarse pixels that the spline reads beyond those that a region touches. */
export const SPLINE_REACH = 2;
/** Variances that square means and the spline add to a blur, in coarse pixels: of a box of one, of a cubic B-spline. */
const ADDED_VARIANCE = 1 / 12 + 1 / 3;

const positionsOf = (from: number, count: number, side: number, patchAt: number): Int32Array =>
  filled(new Int32Array(count), (i) => Math.floor(((from + i + 0.5) / side + SPLINE.offset - patchAt) * 256 + 0.5));

/** A coarse plane at the fine pixels of a region, smooth between its own; `from` reaches SPLINE_REACH beyond the region. */
export const expanded = (plane: Int16Array, from: Region, shift: number, region: Region, kernels: Kernels): Int16Array => {
  const uniform = uniformValue(plane);
  if (uniform !== null) return uniformPlane(sizeOf(region), uniform);
  if (shift === 0) return crop(plane, from, region, kernels.arena);
  const side = 2 ** shift;
  const patch = { x: 0, y: 0, width: from.width, height: from.height, channels: 1 as const, data: plane };
  const lines = kernels.arena.plane(region.width * from.height);
  kernels.filterAcross(patch, positionsOf(region.x, region.width, side, from.x), SPLINE, lines);
  const out = kernels.arena.plane(sizeOf(region));
  kernels.filterDown(lines, 1, region.width, positionsOf(region.y, region.height, side, from.y), SPLINE, out);
  return out;
};

/** Standard deviation, in coarse pixels, of the blur that makes `sigmaPx` fine ones with what the grid itself adds. */
const coarseSigma = (sigmaPx: number, shift: number): number => {
  const sigma = sigmaPx / 2 ** shift;
  return shift === 0 ? sigma : Math.sqrt(Math.max(0, sigma * sigma - ADDED_VARIANCE));
};

/** Under this many pixels a blur changes nothing that could be seen. */
const LEAST_SIGMA = 0.15;

/** A coarse plane blurred by `sigmaPx` fine pixels, on its own grid; right but for its reach along the rim. */
export const softened = (plane: Int16Array, from: Region, shift: number, sigmaPx: number, kernels: Kernels): Int16Array => {
  const sigma = coarseSigma(sigmaPx, shift);
  return sigma < LEAST_SIGMA || uniformValue(plane) !== null ? plane : blurred(plane, 1, from, sigma, kernels);
};
