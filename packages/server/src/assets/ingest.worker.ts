import { closeSync, openSync, readSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { MessagePort } from 'node:worker_threads';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { levelsOf, premultiply, samplesOf, SOURCE_TILE, type SourceInfo } from '@uvrant/core';
import { ACCEPTED, MOST_PIXELS } from './formats';
import { LevelWriter } from './pyramid-writer';

// An allow-list of decoders. The last one reads what this worker itself has written between two stages.
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({
  operation: ['Jpeg', 'Png', 'Tiff', 'Webp', 'Vips'].flatMap((name) => [`VipsForeignLoad${name}File`, `VipsForeignLoad${name}`]),
});
sharp.cache(false);

export interface IngestTask {
  readonly file: string;
  /** An empty folder for the pyramid and what is needed on the way. */
  readonly folder: string;
  readonly sha256: string;
  readonly progress: MessagePort;
}

export type IngestResult =
  | { readonly ok: true; readonly info: SourceInfo; readonly ppi: number | null }
  | { readonly ok: false; readonly code: 'picture-too-large' | 'broken-picture'; readonly message: string };

/** Turning and mirroring that each EXIF orientation asks for, one after another (JEITA CP-3451, tag 274). */
const ORIENTATIONS: Readonly<Record<number, readonly ((image: Sharp) => Sharp)[]>> = {
  2: [(image) => image.flop()],
  3: [(image) => image.rotate(180)],
  4: [(image) => image.flip()],
  5: [(image) => image.rotate(90), (image) => image.flop()],
  6: [(image) => image.rotate(90)],
  7: [(image) => image.rotate(90), (image) => image.flip()],
  8: [(image) => image.rotate(270)],
};

const SPACES = { 1: { 8: 'b-w', 16: 'grey16' }, 3: { 8: 'srgb', 16: 'rgb16' }, 4: { 8: 'srgb', 16: 'rgb16' } } as const;

/** Bytes before the samples of an uncompressed raster as libvips writes it. */
const RASTER_HEADER = 64;
const DECODING_SHARE = 0.4;

const layoutOf = (metadata: Metadata): Pick<SourceInfo, 'channels' | 'depth'> => ({
  channels: metadata.hasAlpha ? 4 : metadata.space === 'b-w' || metadata.space === 'grey16' ? 1 : 3,
  depth: metadata.depth === 'uchar' || metadata.depth === 'char' ? 8 : 16,
});

const decoded = async (file: string, folder: string, metadata: Metadata, layout: Pick<SourceInfo, 'channels' | 'depth'>) => {
  const options = { limitInputPixels: MOST_PIXELS, sequentialRead: true, failOn: 'warning' as const };
  let path = join(folder, 'decoded.v');
  const image = sharp(file, options).toColourspace(SPACES[layout.channels][layout.depth]);
  await (layout.channels === 4 ? image.ensureAlpha() : image.removeAlpha()).toFile(path);
  for (const [stage, turn] of (ORIENTATIONS[metadata.orientation ?? 1] ?? []).entries()) {
    const turned = join(folder, `turned-${stage}.v`);
    const space = SPACES[layout.channels][layout.depth];
    await turn(sharp(path, { limitInputPixels: MOST_PIXELS, sequentialRead: false }))
      .toColourspace(space)
      .toFile(turned);
    rmSync(path);
    path = turned;
  }
  return path;
};

const writePyramid = (raster: string, folder: string, info: SourceInfo, tell: (share: number) => void): void => {
  const { width, height, channels, depth } = info;
  const file = openSync(raster, 'r');
  try {
    const writer = new LevelWriter(folder, info, 0);
    const rowBytes = width * channels * (depth / 8);
    const band = samplesOf(info, width * channels * Math.min(SOURCE_TILE, height));
    const bytes = new Uint8Array(band.buffer);
    for (let top = 0; top < height; top += SOURCE_TILE) {
      const rows = Math.min(SOURCE_TILE, height - top);
      for (let got = 0; got < rows * rowBytes;) {
        const read = readSync(file, bytes, got, rows * rowBytes - got, RASTER_HEADER + top * rowBytes + got);
        if (read === 0) throw new Error('the decoded picture ends early');
        got += read;
      }
      if (channels === 4) premultiply(band.subarray(0, rows * width * 4), depth === 8 ? 255 : 65535);
      for (let row = 0; row < rows; row++) {
        writer.row(band.subarray(row * width * channels, (row + 1) * width * channels));
        if (row % 64 === 0) tell(DECODING_SHARE + ((1 - DECODING_SHARE) * (top + row)) / height);
      }
    }
  } finally {
    closeSync(file);
  }
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
      const size = statSync(join(folder, 'decoded.v'), { throwIfNoEntry: false })?.size ?? 0;
      progress.postMessage(DECODING_SHARE * Math.min(1, size / expected));
    }, 60);
    const raster = await decoded(file, folder, metadata, layout).finally(() => clearInterval(watch));
    const info: SourceInfo = { sha256, width, height, ...layout, levels: levelsOf(width, height) };
    writePyramid(raster, folder, info, (share) => progress.postMessage(share));
    rmSync(raster);
    return { ok: true, info, ppi: metadata.density ? Math.round(metadata.density) : null };
  } catch (error) {
    return broken(error instanceof Error ? error.message : String(error));
  } finally {
    progress.close();
  }
};
