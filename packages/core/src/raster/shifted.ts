import { cosDeg, sinDeg } from '../units/exact';
import { CATMULL_ROM } from './filter';
import type { Affine, Kernels } from './kernels';
import { sizeOf, type Region } from './raster';

/** A plate beside its place: shift in mm (right, down), turn in degrees counter-clockwise, stretch as a share. */
export interface Shift {
  readonly across: number;
  readonly down: number;
  readonly turn: number;
  readonly stretch: number;
}

/** Where each pixel is taken from: the inverse of turning and stretching about the sheet's top left corner, then shifting. */
export const wayBack = ({ across, down, turn, stretch }: Shift, pxPerMm: number): Affine => {
  const by = 1 / (1 + stretch);
  const [cos, sin] = [cosDeg(turn) * by, sinDeg(turn) * by];
  const [x, y] = [across * pxPerMm, down * pxPerMm];
  return { a: cos, b: -sin, c: -cos * x + sin * y, d: sin, e: cos, f: -sin * x - cos * y };
};

/** Pixels that the filter reads about a place. */
const MARGIN = 3;

const placeOf = ({ a, b, c, d, e, f }: Affine, x: number, y: number): readonly [number, number] => [a * x + b * y + c, d * x + e * y + f];

/** The pixels that a region is taken from. */
export const readFrom = (at: Affine, { x, y, width, height }: Region): Region => {
  const corners = [placeOf(at, x, y), placeOf(at, x + width, y), placeOf(at, x, y + height), placeOf(at, x + width, y + height)];
  const [xs, ys] = [corners.map(([cx]) => cx), corners.map(([, cy]) => cy)];
  const [left, top] = [Math.floor(Math.min(...xs)) - MARGIN, Math.floor(Math.min(...ys)) - MARGIN];
  return {
    x: left,
    y: top,
    width: Math.ceil(Math.max(...xs)) + MARGIN - left,
    height: Math.ceil(Math.max(...ys)) + MARGIN - top,
  };
};

export const taken = (plane: Int16Array, channels: 1 | 4, from: Region, at: Affine, to: Region, { arena, sample }: Kernels): Int16Array => {
  const out = arena.plane(channels * sizeOf(to));
  sample({ ...from, channels, data: plane }, at, CATMULL_ROM, CATMULL_ROM, to, out);
  return out;
};
