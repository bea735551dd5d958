import { inkSwatches, SWATCH_PPI, SWATCH_PX, type Ink, type Pass } from '@uvrant/core';
import { openedPrint, type PrintJob } from '../../render/print-job';
import { coloursOf } from '../../render/rows';

/** Colours of inks as they print, by their ids, and the overall passes that made them so. */
export interface InkColours {
  readonly colours: ReadonlyMap<string, string>;
  readonly shown: readonly Pass[];
}

/** What overall passes make of a sheet's inks. */
export const inkColours = async (job: PrintJob, inks: readonly Ink[]): Promise<InkColours> => {
  const { sheet, shown } = inkSwatches(job.sheet, inks);
  if (shown.length === 0) return { colours: new Map(inks.map(({ id, colour }) => [id, colour])), shown };
  const print = await openedPrint({ ...job, sheet, devicePpi: SWATCH_PPI });
  const width = SWATCH_PX * inks.length;
  const { bytes } = print.band({ x: 0, y: 0, width, height: SWATCH_PX });
  const rgba = print.palette ? coloursOf(bytes, print.palette) : bytes;
  const middle = (SWATCH_PX >> 1) * width + (SWATCH_PX >> 1);
  const hexAt = (pixel: number): string => `#${Buffer.from(rgba.subarray(4 * pixel, 4 * pixel + 3)).toString('hex')}`;
  return { colours: new Map(inks.map(({ id }, n) => [id, hexAt(middle + n * SWATCH_PX)])), shown };
};
