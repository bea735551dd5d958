import { readFileSync } from 'node:fs';
import type { MessagePort } from 'node:worker_threads';
import type { Sheet, SourceInfo } from '@uvrant/core';
import { typeFor } from '../fonts/type-setting';
import { Print } from '../render/print-bands';
import { TileFiles } from '../render/tile-files';
import { OUTPUT_FORMATS, type OutputFormatName } from './formats';

export interface SendOutTask {
  readonly sheet: Sheet;
  /** The other sheets that it prints, by their ids. */
  readonly others: ReadonlyMap<string, Sheet>;
  readonly devicePpi: number;
  readonly format: OutputFormatName;
  /** Pictures of the sheet and the folders their pyramids are in. */
  readonly pictures: readonly { readonly info: SourceInfo; readonly folder: string }[];
  /** The person's own fonts that are set, and where their sfnt lies. */
  readonly fonts: readonly { readonly sha256: string; readonly path: string }[];
  readonly path: string;
  readonly progress: MessagePort;
}

/** Renders a sheet into a file, which is on the disk when this returns. */
export default async ({ sheet, others, devicePpi, format, pictures, fonts, path, progress }: SendOutTask): Promise<void> => {
  try {
    const byHash = new Map(pictures.map((picture) => [picture.info.sha256, picture]));
    const infoOf = (sha256: string): SourceInfo | undefined => byHash.get(sha256)?.info;
    const files = new TileFiles(infoOf, (sha256) => byHash.get(sha256)?.folder ?? '');
    const type = await typeFor([sheet, ...others.values()], ({ sha256, name }) => {
      const font = fonts.find((each) => each.sha256 === sha256);
      if (!font) throw new Error(`The font ${name} is not here any more.`);
      return new Uint8Array(readFileSync(font.path));
    });
    const print = new Print(sheet, devicePpi, { infoOf, tile: files.tile, sheetOf: (id) => others.get(id), type });
    const { width, height } = print.graph.region;
    const file = OUTPUT_FORMATS[format].open(path, width, height, devicePpi, print.palette);
    for (const { region, bytes } of print.bands()) {
      await file.rows(bytes);
      progress.postMessage((region.y + region.height) / height);
    }
    await file.end();
  } finally {
    progress.close();
  }
};
