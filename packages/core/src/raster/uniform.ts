import { remembering } from '../units/remember';
import { ONE } from './raster';

const values = new WeakMap<Int16Array, number>();

const made = remembering(
  24,
  ({ length, value }: { length: number; value: number }) => `${length} ${value}`,
  ({ length, value }) => {
    const plane = new Int16Array(length).fill(value);
    values.set(plane, value);
    return plane;
  },
);

/** A plane with the same value everywhere. All callers share it, so nobody may write to it. */
export const uniformPlane = (length: number, value: number): Int16Array => made({ length, value });

/** Nothing, everywhere. */
export const blankPlane = (length: number): Int16Array => uniformPlane(length, 0);

/** The value of a plane that was given out as uniform, else null; one that only happens to be all alike may not be known. */
export const uniformValue = (plane: Int16Array): number | null => values.get(plane) ?? null;

export const isBlank = (plane: Int16Array): boolean => values.get(plane) === 0;
export const isSolid = (plane: Int16Array): boolean => values.get(plane) === ONE;
