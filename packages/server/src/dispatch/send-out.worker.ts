import type { MessagePort } from 'node:worker_threads';
import type { Sheet, SourceInfo } from '@uvrant/core';
import { Print } from '../render/print-bands';
import { TileFiles } from '../render/tile-files';
import { OUTPUT_FORMATS, type OutputFormatName } from './formats';

export interface SendOutTask {
  readonly sheet: Sheet;
  readonly devicePpi: number;
  readonly format: OutputFormatName;
  /** Pictures of the sheet and the folders their pyramids are in. */
  readonly pictures: readonly { readonly info: SourceInfo; readonly folder: string }[];
  readonly path: string;
  readonly progress: MessagePort;
}

/** Renders a sheet into a file, which is on the disk when this returns. */
export default async ({ sheet, devicePpi, format, pictures, path, progress }: SendOutTask): Promise<void> => {
  try {
    const byHash = new Map(pictures.map((picture) => [picture.info.sha256, picture]));
    const infoOf = (sha256: string): SourceInfo | undefined => byHash.get(sha256)?.info;
    const files = new TileFiles(infoOf, (sha256) => byHash.get(sha256)?.folder ?? '');
    const print = new Print(sheet, devicePpi, infoOf, files.tile);
    const { width, height } = print.graph.region;
    const file = OUTPUT_FORMATS[format].open(path, width, height, devicePpi);
    for (const { region, bytes } of print.bands()) {
      await file.rows(bytes);
      progress.postMessage((region.y + region.height) / height);
    }
    await file.end();
  } finally {
    progress.close();
  }
};
