import { rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { MessagePort } from 'node:worker_threads';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { levelsOf, measured, premultiply, samplesOf, SOURCE_TILE, type Measures, type SourceInfo } from '@uvrant/core';
import { isFull } from '../errors';
import { ACCEPTED, MOST_PIXELS } from './formats';
import { OrientedRaster } from './oriented-raster';
import { LevelWriter } from './pyramid-writer';
import { EXTRA, extraSamplesOf } from './tiff-facts';
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
  | { readonly ok: true; readonly info: SourceInfo; readonly ppi: number | null; readonly note: string | null; readonly measures: Measures }
  | { readonly ok: false; readonly code: 'picture-too-large' | 'broken-picture' | 'not-a-picture'; readonly message: string };

const SPACES = { 1: { 8: 'b-w', 16: 'grey16' }, 3: { 8: 'srgb', 16: 'rgb16' }, 4: { 8: 'srgb', 16: 'rgb16' } } as const;

const RASTER = 'decoded.v';
/** How much of the work decoding counts for. */
const DECODING_SHARE = 0.4;

/** Samples that are read: whole numbers of eight or sixteen bits. */
const DEPTHS: ReadonlySet<string> = new Set(['uchar', 'ushort']);

/** Why a file that can be decoded would not be read as it is meant; null where it would. */
const misread = ({ depth }: Metadata): string | null =>
  depth !== undefined && DEPTHS.has(depth)
    ? null
    : `Its samples are of the kind “${depth ?? 'unknown'}”, whose white is not agreed on: save it with 8 or 16 bits a channel.`;

const refused = (why: string): IngestResult => ({ ok: false, code: 'not-a-picture', message: `${why} ${ACCEPTED}.` });

const layoutOf = (metadata: Metadata, isSpot: boolean): Pick<SourceInfo, 'channels' | 'depth'> => ({
  channels: metadata.hasAlpha && !isSpot ? 4 : metadata.space === 'b-w' || metadata.space === 'grey16' ? 1 : 3,
  depth: metadata.depth === 'uchar' ? 8 : 16,
});

/**
 * Decodes as stored, in sRGB, to an uncompressed raster on disk; gives its path, and what the decoder warned of where the picture
 * could be decoded all the same.
 */
const decoded = async (
  file: string,
  folder: string,
  { channels, depth }: Pick<SourceInfo, 'channels' | 'depth'>,
): Promise<{ readonly path: string; readonly warning: string | null }> => {
  const path = join(folder, RASTER);
  const decode = async (failOn: 'warning' | 'error'): Promise<void> => {
    const image = sharp(file, { limitInputPixels: MOST_PIXELS, sequentialRead: true, failOn }).toColourspace(SPACES[channels][depth]);
    await (channels === 4 ? image.ensureAlpha() : image.removeAlpha()).toFile(path);
  };
  try {
    await decode('warning');
    return { path, warning: null };
  } catch (error) {
    if (isFull(error)) throw error;
    await decode('error');
    return { path, warning: warningIn(error, file) };
  }
};

/** The first line that the decoder said, without the file's own path. */
const warningIn = (error: unknown, file: string): string => {
  const lines = (error instanceof Error ? error.message : String(error)).replaceAll(file, 'the file').split('\n');
  return lines.find((line) => !/^Warning treated as error$/.test(line.trim()) && line.trim() !== '')?.trim() ?? 'something is amiss';
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

/** A copy without the channel that is left out: made smaller with it, the file would be hidden by it as by its transparency. */
const colourOnly = async (file: string, folder: string): Promise<string> => {
  const path = join(folder, 'colours.tif');
  await sharp(file, { limitInputPixels: MOST_PIXELS, sequentialRead: true, failOn: 'error' })
    .removeAlpha()
    .keepExif()
    .tiff({ compression: 'none' })
    .toFile(path);
  return path;
};

/** A small picture for the plan chest, and what can be told of its light. */
const small = async (file: string, folder: string): Promise<Measures> => {
  const shrunk = (): Sharp =>
    sharp(file, { limitInputPixels: MOST_PIXELS, sequentialRead: true, failOn: 'error' })
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
    const extras = extraSamplesOf(file);
    if (extras.length > 1) {
      return refused(
        `It has ${extras.length} channels beside its colours, such as spot inks: save a copy with the colours and at most a transparency.`,
      );
    }
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
    const why = misread(metadata);
    if (why) return refused(why);
    const isSpot = extras[0] === EXTRA.unspecified;
    const layout = layoutOf(metadata, isSpot);
    const expected = width * height * layout.channels * (layout.depth / 8);
    const watch = setInterval(() => {
      const size = statSync(join(folder, RASTER), { throwIfNoEntry: false })?.size ?? 0;
      progress.postMessage(DECODING_SHARE * Math.min(1, size / expected));
    }, 60);
    const { path, warning } = await decoded(file, folder, layout).finally(() => clearInterval(watch));
    const info: SourceInfo = { sha256, width, height, ...layout, levels: levelsOf(width, height) };
    const raster = new OrientedRaster(path, info, metadata.orientation ?? 1);
    try {
      writePyramid(raster, folder, info, (share) => progress.postMessage(share));
    } finally {
      raster.close();
    }
    rmSync(path);
    const coloured = isSpot ? await colourOnly(file, folder) : file;
    const measures = await small(coloured, folder);
    if (isSpot) rmSync(coloured);
    const notes = [
      ...(isSpot ? ['A channel beside its colours, such as a spot ink, is left out.'] : []),
      ...(warning ? [`Its decoder warned: “${warning}”. Look whether it is whole.`] : []),
    ];
    return { ok: true, info, measures, note: notes.join(' ') || null, ppi: metadata.density ? Math.round(metadata.density) : null };
  } catch (error) {
    // A full disk is no fault of the picture's.
    if (isFull(error)) throw error;
    return broken(error instanceof Error ? error.message : String(error));
  } finally {
    progress.close();
  }
};
