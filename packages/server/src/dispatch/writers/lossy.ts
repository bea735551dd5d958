import { rmSync } from 'node:fs';
import { longestOf, type partOf } from '@uvrant/core';
import sharp, { type Sharp } from 'sharp';
import { TiffWriter } from '../../render/tiff';
import type { WriteOrder, Writer, Written } from './declare';
import { ofPart, pictureRows, ppiOf, type PictureLook } from './picture-rows';

/** Quality, %, from which colour is kept at full resolution. */
const FINE_COLOUR = 85;

type PartOrder = WriteOrder<Parameters<typeof partOf>[0]>;

/** A picture by one of sharp's encoders, by way of rows on the disk, so that memory stays flat. */
const encoded = async (asked: PartOrder, look: PictureLook, encode: (picture: Sharp) => Sharp, most = Infinity): Promise<Written> => {
  const order = ofPart(asked);
  const picture = await pictureRows(order, look);
  const { width, height, channels, rows } = picture;
  if (Math.max(width, height) > most) throw new Error(`A file of this format is at most ${most} px long: choose a smaller size.`);
  const ppi = ppiOf(order, picture);
  const aside = `${order.path}.rows`;
  try {
    const title = order.job.sheet.name;
    const kind = channels === 4 ? 'rgba' : 'rgb';
    const file = new TiffWriter(aside, { width, height, ppi, pixels: { kind }, compression: 'none', title });
    for await (const each of rows) await file.rows(each);
    await file.end();
    const read = sharp(aside, { sequentialRead: true, limitInputPixels: false, unlimited: true });
    await encode(read.withMetadata({ density: ppi }).withIccProfile('srgb')).toFile(order.path);
    return { width, height, note: null };
  } finally {
    rmSync(aside, { force: true });
  }
};

export const writeJpeg: Writer<'jpeg'> = (order) => {
  const { quality } = order.options;
  return encoded(order, { onStock: true, longest: longestOf(order.options) }, (picture) =>
    picture.jpeg({ quality, chromaSubsampling: quality > FINE_COLOUR ? '4:4:4' : '4:2:0' }),
  );
};

/** Longest side that a WebP can have, px. */
const MOST_WEBP = 16_383;

export const writeWebp: Writer<'webp'> = (order) => {
  const { quality, lossless, ground } = order.options;
  const look = { onStock: ground === 'on stock', longest: longestOf(order.options) };
  return encoded(order, look, (picture) => picture.webp({ quality, lossless }), MOST_WEBP);
};

export const writeAvif: Writer<'avif'> = (order) =>
  encoded(order, { onStock: true, longest: longestOf(order.options) }, (picture) =>
    picture.avif({ quality: order.options.quality, chromaSubsampling: '4:4:4', effort: 3 }),
  );
