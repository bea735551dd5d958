import type { Kernels } from '../../raster/kernels';
import type { Region } from '../../raster/raster';

/** The rows of a region from the first to the last that has ink; null where none has. */
export const rowsWithInk = (coverage: Int16Array, region: Region, { extent }: Kernels): Region | null => {
  const { width } = region;
  const isBare = (row: number): boolean => extent(coverage.subarray(row * width, (row + 1) * width)) === 'bare';
  let [top, end] = [0, region.height];
  while (top < end && isBare(top)) top++;
  while (end > top && isBare(end - 1)) end--;
  return top === end ? null : { ...region, y: region.y + top, height: end - top };
};
