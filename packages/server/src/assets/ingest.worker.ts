import { rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { MessagePort } from 'node:worker_threads';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { levelsOf, measured, premultiply, samplesOf, SOURCE_TILE, type Measures, type SourceInfo } from '@uvrant/core';
import { isFull } from '../errors';
import { ACCEPTED, MOST_PIXELS } from './formats';
import { OrientedRaster } from './oriented-raster';
import { LevelWriter } from './pyramid-writer';
import { THUMBNAIL_FILE } from './thumbnail';

sharp.cache(false);

export interface IngestTask {
  readonly file: string;
  /** An empty folder for the pyramid and what is needed on the way. */
  readonly folder: string;
  readonly sha256: string;
  readonly progress: MessagePort;
}

export type IngestResult =
  | { readonly ok: true; readonly info: SourceInfo; readonly ppi: number | null; readonly measures: Measures }
  | { readonly ok: false; readonly code: 'picture-too-large' | 'broken-picture'; readonly message: string };

const SPACES = { 1: { 8: 'b-w', 16: 'grey16' }, 3: { 8: 'srgb', 16: 'rgb16' }, 4: { 8: 'srgb', 16: 'rgb16' } } as const;

const RASTER = 'decoded.v';
/** How much of the work decoding counts for. */
const DECODING_SHARE = 0.4;

const layoutOf = (metadata: Metadata): Pick<SourceInfo, 'channels' | 'depth'> => ({
  channels: metadata.hasAlpha ? 4 : metadata.space === 'b-w' || metadata.space === 'grey16' ? 1 : 3,
  depth: metadata.depth === 'uchar' || metadata.depth === 'char' ? 8 : 16,
});

/** Decodes as stored, in sRGB, to an uncompressed raster on disk; gives its path. */
const decoded = async (file: string, folder: string, { channels, depth }: Pick<SourceInfo, 'channels' | 'depth'>): Promise<string> => {
  const path = join(folder, RASTER);
  const image = sharp(file, { limitInputPixels: MOST_PIXELS, sequentialRead: true, failOn: 'warning' }).toColourspace(
    SPACES[channels][depth],
  );
  await (channels === 4 ? image.ensureAlpha() : image.removeAlpha()).toFile(path);
  return path;
};

const writePyramid = (raster: OrientedRaster, folder: string, info: SourceInfo, tell: (share: number) => void): void => {
  const { width, height, channels, depth } = info;
  const writer = new LevelWriter(folder, info, 0);
  const band = samplesOf(info, width * channels * Math.min(SOURCE_TILE, height));
  for (let top = 0; top < height; top += SOURCE_TILE) {
    const rows = Math.min(SOURCE_TILE, height - top);
    raster.rows(top, rows, band);
    if (channels === 4) premultiply(band.subarray(0, rows * width * 4), depth === 8 ? 255 : 65535);
    for (let row = 0; row < rows; row++) {
      writer.row(band.subarray(row * width * channels, (row + 1) * width * channels));
      if (row % 64 === 0) tell(DECODING_SHARE + ((1 - DECODING_SHARE) * (top + row)) / height);
    }
  }
};

/** Longest side of a thumbnail, and of the grey that is measured, pixels. */
const THUMBNAIL = 256;

/** A small picture for the plan chest, and what can be told of its light. */
const small = async (file: string, folder: string): Promise<Measures> => {
  const shrunk = (): Sharp =>
    sharp(file, { limitInputPixels: MOST_PIXELS, sequentialRead: true })
      .rotate()
      .resize(THUMBNAIL, THUMBNAIL, { fit: 'inside', withoutEnlargement: true });
  await shrunk().webp({ quality: 82 }).toFile(join(folder, THUMBNAIL_FILE));
  const { data, info } = await shrunk()
    .flatten({ background: '#ffffff' })
    .toColourspace('b-w')
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  if (info.width < 4 || info.height < 4) return { mean: (data[0] ?? 0) / 255, spread: 0, directional: false, tileable: false };
  return measured(data, info.width, info.height);
};

const broken = (why: string): IngestResult => ({
  ok: false,
  code: 'broken-picture',
  message: `The file cannot be decoded: it is damaged or cut short (${why.split('\n')[0]}). Export it again; ${ACCEPTED}.`,
});

/** Decodes a picture, oriented, in sRGB, and writes its pyramid of premultiplied samples into the folder. */
export default async ({ file, folder, sha256, progress }: IngestTask): Promise<IngestResult> => {
  try {
    const metadata = await sharp(file, { limitInputPixels: false }).metadata();
    const [width, height] = metadata.autoOrient
      ? [metadata.autoOrient.width, metadata.autoOrient.height]
      : [metadata.width, metadata.height];
    if (width * height > MOST_PIXELS) {
      const megapixels = Math.round((width * height) / 1e6);
      return {
        ok: false,
        code: 'picture-too-large',
        message: `The picture has ${megapixels} megapixels (${width} × ${height}). ${ACCEPTED}.`,
      };
    }
    const layout = layoutOf(metadata);
    const expected = width * height * layout.channels * (layout.depth / 8);
    const watch = setInterval(() => {
      const size = statSync(join(folder, RASTER), { throwIfNoEntry: false })?.size ?? 0;
      progress.postMessage(DECODING_SHARE * Math.min(1, size / expected));
    }, 60);
    const path = await decoded(file, folder, layout).finally(() => clearInterval(watch));
    const info: SourceInfo = { sha256, width, height, ...layout, levels: levelsOf(width, height) };
    const raster = new OrientedRaster(path, info, metadata.orientation ?? 1);
    try {
      writePyramid(raster, folder, info, (share) => progress.postMessage(share));
    } finally {
      raster.close();
    }
    rmSync(path);
    const measures = await small(file, folder);
    return { ok: true, info, measures, ppi: metadata.density ? Math.round(metadata.density) : null };
  } catch (error) {
    // A full disk is no fault of the picture's.
    if (isFull(error)) throw error;
    return broken(error instanceof Error ? error.message : String(error));
  } finally {
    progress.close();
  }
};
