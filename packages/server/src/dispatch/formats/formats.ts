/** Every file that a sheet can be sent out as. A format joins the program here and in its own file, nowhere else. */
import type { FileFormat } from '@uvrant/contract';
import type { OutputFormat } from './declare';
import { pngClear } from './png-clear';
import { pngOnStock } from './png-on-stock';

/** The first is taken where none is named. */
export const OUTPUT_FORMATS: Readonly<Record<string, OutputFormat>> = {
  png: pngClear,
  'png-on-stock': pngOnStock,
};

export const OUTPUT_FORMAT_NAMES = Object.keys(OUTPUT_FORMATS);

/** @throws Error for a name that there is not. */
export const outputFormat = (name: string): OutputFormat => {
  const format = OUTPUT_FORMATS[name];
  if (!format) throw new Error(`There is no file format “${name}”; there are ${OUTPUT_FORMAT_NAMES.join(', ')}.`);
  return format;
};

/** The formats as they are chosen from. */
export const fileFormats = (): FileFormat[] => Object.entries(OUTPUT_FORMATS).map(([name, { title, suits }]) => ({ name, title, suits }));
