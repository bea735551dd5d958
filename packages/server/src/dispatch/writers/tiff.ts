import { processPart } from '@uvrant/core';
import { cmykRows, iccProfile } from '../../render/profiles';
import { channelsOf, rowsOnStock } from '../../render/rows';
import { TiffWriter } from '../../render/tiff';
import type { WriteOrder, Writer, Written } from './declare';
import { pictureRows } from './picture-rows';
import { plateRows, unplatedNote } from './plate-rows';

const WHITE = channelsOf('#ffffff');

/** Pixels' CMYK and inks side by side. */
const joined = (cmyk: Uint8Array | null, inks: Uint8Array, count: number): Uint8Array => {
  const pixels = inks.length / count;
  const out = new Uint8Array(pixels * (4 + count));
  for (let i = 0; i < pixels; i++) {
    if (cmyk) out.set(cmyk.subarray(4 * i, 4 * i + 4), i * (4 + count));
    out.set(inks.subarray(count * i, count * i + count), i * (4 + count) + 4);
  }
  return out;
};

/** Cyan, magenta, yellow and black of what prints colours, and each ink of the sheet as a channel of its own. */
const writeInks = async (order: WriteOrder, compression: 'none' | 'LZW' | 'Deflate', trap: number): Promise<Written> => {
  const { job, path } = order;
  const { sheet } = job;
  const ids = sheet.inks.map(({ id }) => id);
  const plates = await plateRows(order, { inks: ids, trap, choke: 0 });
  const colours = processPart(sheet);
  const rest = colours ? await pictureRows({ ...order, job: { ...job, sheet: colours }, told: () => undefined }, { onStock: false }) : null;
  const { width, height } = plates.region;
  const names = ['Cyan', 'Magenta', 'Yellow', 'Black', ...sheet.inks.map(({ name }) => name)];
  const pixels = { kind: 'inks', names } as const;
  const file = new TiffWriter(path, { width, height, ppi: job.devicePpi, pixels, compression, title: sheet.name });
  try {
    for await (const inks of plates.rows) {
      const beside = (await rest?.rows.next())?.value as Uint8Array | undefined;
      const cmyk = beside ? await cmykRows(rowsOnStock(beside, WHITE), width) : null;
      await file.rows(cmyk && ids.length === 0 ? cmyk : joined(cmyk, inks, ids.length));
    }
  } finally {
    await rest?.rows.return(undefined);
  }
  await file.end();
  return { width, height, note: unplatedNote(sheet, 'it is in cyan, magenta, yellow and black') };
};

/** One bit: black where anything prints. */
const bitOf = (rgba: Uint8Array, palette: Uint32Array | null): Uint8Array => {
  if (palette) return rgba.map((entry) => ((palette[entry] as number) >>> 24 >= 128 ? 255 : 0));
  const out = new Uint8Array(rgba.length / 4);
  for (let i = 0; i < out.length; i++) out[i] = rgba[4 * i + 3] as number;
  return out;
};

export const writeTiff: Writer<'tiff'> = async (order) => {
  const { pixels, ground, compression, bitCompression, trap } = order.options;
  if (pixels === 'CMYK + inks') return writeInks(order, compression, trap);
  const { job, path } = order;
  const isBit = pixels === '1 bit';
  if (isBit && job.sheet.edges === 'smooth') {
    throw new Error(
      'The sheet has half-transparent pixels, which one bit cannot hold: give the sheet hard or screened edges, or choose grey.',
    );
  }
  const picture = await pictureRows(order, {
    onStock: !isBit && (ground === 'on stock' || pixels === 'grey'),
    grey: pixels === 'grey',
    takesPalette: isBit,
  });
  const { width, height, channels, palette } = picture;
  const kind = isBit ? 'bit' : pixels === 'grey' ? 'grey' : channels === 4 ? 'rgba' : 'rgb';
  const profile = isBit || pixels === 'grey' ? {} : { profile: await iccProfile('srgb') };
  const how = { width, height, ppi: job.devicePpi, pixels: { kind }, title: job.sheet.name, ...profile } as const;
  const file = new TiffWriter(path, { ...how, compression: isBit ? bitCompression : compression });
  for await (const rows of picture.rows) await file.rows(isBit ? bitOf(rows, palette) : rows);
  await file.end();
  return { width, height, note: null };
};
