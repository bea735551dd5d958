import { longestOf } from '@uvrant/core';
import { PngWriter } from '../../render/png';
import type { Writer } from './declare';
import { ofPart, pictureRows, ppiOf } from './picture-rows';

/** RGBA of 8 bits, RGB on stock, grey, or a palette of as few bits as a hard sheet's colours need. */
export const writePng: Writer<'png'> = async (asked) => {
  const order = ofPart(asked);
  const { ground, pixels } = order.options;
  const look = { onStock: ground === 'on stock', grey: pixels === 'grey', longest: longestOf(order.options), takesPalette: true };
  const picture = await pictureRows(order, look);
  const { width, height, channels, palette } = picture;
  const file = new PngWriter(order.path, width, height, ppiOf(order, picture), palette ? { palette } : channels, order.job.sheet.name);
  for await (const rows of picture.rows) await file.rows(rows);
  await file.end();
  return { width, height, note: null };
};
