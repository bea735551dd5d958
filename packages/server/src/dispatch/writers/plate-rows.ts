import { unplated, type Pass, type Region, type Sheet } from '@uvrant/core';
import { openedPrint } from '../../render/print-job';
import type { PlateOrder } from '../../render/print-bands';
import { printedBands } from '../../render/printed-bands';
import type { TileFiles } from '../../render/tile-files';
import { printedRegion, type WriteOrder } from './declare';

/** Plates of a sheet from the top: rows of a byte a plate, 255 solid, those of a pixel side by side. */
export interface PlateRows {
  readonly region: Region;
  readonly rows: AsyncGenerator<Uint8Array>;
}

/** Opens some plates; `tiles` are its pictures' where others are printed beside them. */
export const plateRows = async (order: WriteOrder, plates: PlateOrder, tiles?: TileFiles): Promise<PlateRows> => {
  const { job, threads, told } = order;
  const ordered = { ...job, plates };
  const print = await openedPrint(ordered, tiles);
  const region = printedRegion(order, print.graph.region);
  async function* rows(): AsyncGenerator<Uint8Array> {
    for await (const band of printedBands(print, ordered, region, threads)) {
      yield band.bytes;
      told((band.region.y + band.region.height - region.y) / region.height);
    }
  }
  return { region, rows: rows() };
};

/**
 * What is to be known where a sheet holds more than its inks: what becomes of it. Null where its plates are all of it, but for
 * passes that they show otherwise.
 */
export const unplatedNote = (sheet: Sheet, becomes: string, shown: readonly Pass[] = []): string | null => {
  const passes = unplated(sheet).filter((pass) => !shown.includes(pass));
  if (passes.length === 0) return null;
  const names = passes.map(({ name }) => `“${name}”`).join(', ');
  const isTreating = passes.every(({ source }) => source.kind === 'overall');
  if (isTreating) return `${names} ${passes.length === 1 ? 'treats' : 'treat'} colours, which plates do not show.`;
  return `${names} ${passes.length === 1 ? 'prints colours that are' : 'print colours that are'} no ink: ${becomes}.`;
};
