import type { Sheet } from '@uvrant/core';
import { PngWriter } from '../../render/png';
import type { WriteOrder } from './declare';
import { pictureRows, type PictureLook } from './picture-rows';

/** Writes a sheet in place of the order's own as a PNG that is a part of its file; gives its size, px. */
export const writePicture = async (
  order: WriteOrder,
  sheet: Sheet,
  path: string,
  look: PictureLook,
): Promise<{ readonly width: number; readonly height: number }> => {
  const { width, height, rows } = await pictureRows({ ...order, job: { ...order.job, sheet } }, look);
  const file = new PngWriter(path, width, height, order.job.devicePpi);
  for await (const each of rows) await file.rows(each);
  await file.end();
  return { width, height };
};
