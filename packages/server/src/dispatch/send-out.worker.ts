import type { CropBox } from '@uvrant/contract';
import { createHash } from 'node:crypto';
import { closeSync, createReadStream, fsyncSync, openSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { pipeline } from 'node:stream/promises';
import type { MessagePort } from 'node:worker_threads';
import sharp from 'sharp';
import type { AnyOptions, FormatName, Sheet, SourceInfo } from '@uvrant/core';
import type { PrintJob } from '../render/print-job';
import type { AboutJob, Written } from './writers/declare';
import { writeFile } from './writers/writers';

export interface SendOutTask {
  readonly sheet: Sheet;
  /** The other sheets that it prints, by their ids. */
  readonly others: ReadonlyMap<string, Sheet>;
  readonly devicePpi: number;
  readonly format: FormatName;
  readonly options: AnyOptions;
  readonly ink: string | null;
  readonly crop: CropBox | null;
  readonly about: AboutJob;
  /** Pictures of the sheet and the folders their pyramids are in. */
  readonly pictures: readonly { readonly info: SourceInfo; readonly folder: string }[];
  /** The person's own fonts that are set, and where their sfnt lies. */
  readonly fonts: readonly { readonly sha256: string; readonly path: string }[];
  readonly path: string;
  readonly progress: MessagePort;
}

/** A file as it was written: its hash, and what it looks like small, as WebP; null where it is no picture. */
export interface SentFile extends Written {
  readonly sha256: string;
  readonly picture: Uint8Array | null;
}

/** Longest side of what is shown of a file in a list, px. */
const SMALL = 120;

const smallPicture = async (path: string): Promise<Uint8Array | null> => {
  try {
    const small = sharp(path, { limitInputPixels: false, sequentialRead: true })
      .resize(SMALL, SMALL, { fit: 'inside' })
      .toColourspace('srgb');
    return new Uint8Array(await small.webp({ quality: 80 }).toBuffer());
  } catch {
    // A page, or layers: not one of sharp's.
    return null;
  }
};

/** All of a file is on the disk after this, whatever wrote it. */
const flushed = (path: string): void => {
  const file = openSync(path, 'r+');
  fsyncSync(file);
  closeSync(file);
};

const hashOf = async (path: string): Promise<string> => {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
};

/** One core stays free for the server and the page. */
const THREADS = Math.max(1, Math.min(4, availableParallelism() - 1));

/** Renders a sheet into a file, which is on the disk when this returns. */
export default async (task: SendOutTask): Promise<SentFile> => {
  const { sheet, others, devicePpi, format, options, ink, crop, about, pictures, fonts, path, progress } = task;
  try {
    const ownFonts = fonts.map((font) => ({ sha256: font.sha256, bytes: new Uint8Array(readFileSync(font.path)) }));
    const job: PrintJob = { sheet, others, devicePpi, pictures, fonts: ownFonts };
    const told = (share: number): void => progress.postMessage(share);
    const written = await writeFile(format, { job, options, ink, crop, path, threads: THREADS, told, about });
    flushed(path);
    return { ...written, sha256: await hashOf(path), picture: await smallPicture(path) };
  } finally {
    progress.close();
  }
};
