import { readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import type { MessagePort } from 'node:worker_threads';
import type { Sheet, SourceInfo } from '@uvrant/core';
import { openedPrint, type PrintJob } from '../render/print-job';
import { printedBands } from '../render/printed-bands';
import { outputFormat } from './formats/formats';

export interface SendOutTask {
  readonly sheet: Sheet;
  /** The other sheets that it prints, by their ids. */
  readonly others: ReadonlyMap<string, Sheet>;
  readonly devicePpi: number;
  readonly format: string;
  /** Pictures of the sheet and the folders their pyramids are in. */
  readonly pictures: readonly { readonly info: SourceInfo; readonly folder: string }[];
  /** The person's own fonts that are set, and where their sfnt lies. */
  readonly fonts: readonly { readonly sha256: string; readonly path: string }[];
  readonly path: string;
  readonly progress: MessagePort;
}

/** One core stays free for the server and the page. */
const THREADS = Math.max(1, Math.min(4, availableParallelism() - 1));

/** Renders a sheet into a file, which is on the disk when this returns. */
export default async ({ sheet, others, devicePpi, format, pictures, fonts, path, progress }: SendOutTask): Promise<void> => {
  try {
    const ownFonts = fonts.map((font) => ({ sha256: font.sha256, bytes: new Uint8Array(readFileSync(font.path)) }));
    const job: PrintJob = { sheet, others, devicePpi, pictures, fonts: ownFonts };
    const print = await openedPrint(job);
    const { width, height } = print.graph.region;
    const file = outputFormat(format).open({
      ...{ path, width, height, ppi: devicePpi },
      palette: print.palette,
      stock: sheet.stock.colour,
    });
    for await (const { region, bytes } of printedBands(print, job, print.graph.region, THREADS)) {
      await file.rows(bytes);
      progress.postMessage((region.y + region.height) / height);
    }
    await file.end();
  } finally {
    progress.close();
  }
};
