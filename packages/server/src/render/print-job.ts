import type { Sheet, SourceInfo, TypePort } from '@uvrant/core';
import { typeFor } from '../fonts/type-setting';
import { Print, type PlateOrder } from './print-bands';
import { TileFiles } from './tile-files';

/** All that a print is made of, as it can be sent to a thread. */
export interface PrintJob {
  readonly sheet: Sheet;
  /** The other sheets that it prints, by their ids. */
  readonly others: ReadonlyMap<string, Sheet>;
  readonly devicePpi: number;
  /** Pictures of the sheets and the folders their pyramids are in. */
  readonly pictures: readonly { readonly info: SourceInfo; readonly folder: string }[];
  /** The person's own fonts that are set: their sfnt. */
  readonly fonts: readonly { readonly sha256: string; readonly bytes: Uint8Array<ArrayBuffer> }[];
  /** Passes, by their ids, whose dots are rendered for their outlines. */
  readonly traces?: readonly string[];
  /** Plates in place of the whole print. */
  readonly plates?: PlateOrder;
}

/** What sets the type of a job's sheets. @throws Error for a font that is not here. */
export const typeOfJob = ({ sheet, others, fonts }: Pick<PrintJob, 'sheet' | 'others' | 'fonts'>): Promise<TypePort | null> =>
  typeFor([sheet, ...others.values()], ({ sha256, name }) => {
    const font = fonts.find((each) => each.sha256 === sha256);
    if (!font) throw new Error(`The font ${name} is not here any more.`);
    return font.bytes;
  });

/** The tiles of a job's pictures: prints that go side by side read them once. */
export const tilesOfJob = ({ pictures }: Pick<PrintJob, 'pictures'>): TileFiles => {
  const byHash = new Map(pictures.map((picture) => [picture.info.sha256, picture]));
  return new TileFiles(
    (sha256) => byHash.get(sha256)?.info,
    (sha256) => byHash.get(sha256)?.folder ?? '',
  );
};

/** @throws CompileError for a sheet that cannot be rendered, Error for a font that is not here. */
export const openedPrint = async (job: PrintJob, tiles: TileFiles = tilesOfJob(job)): Promise<Print> => {
  const { sheet, others, devicePpi, traces, plates } = job;
  const { infoOf, tile } = tiles;
  const type = await typeOfJob(job);
  return new Print(sheet, devicePpi, { infoOf, tile, sheetOf: (id) => others.get(id), type, traces }, plates);
};
