import type { Kernels } from './kernels';
import type { Region } from './raster';

/** The rows of a region from the first to the last that has ink; null where none has. `channels` values a pixel. */
export const rowsWithInk = (plane: Int16Array, region: Region, { extent }: Kernels, channels = 1): Region | null => {
  const line = channels * region.width;
  const isBare = (row: number): boolean => extent(plane.subarray(row * line, (row + 1) * line)) === 'bare';
  let [top, end] = [0, region.height];
  while (top < end && isBare(top)) top++;
  while (end > top && isBare(end - 1)) end--;
  return top === end ? null : { ...region, y: region.y + top, height: end - top };
};
