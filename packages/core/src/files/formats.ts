/** Every file that a sheet can be sent out as. A format joins the program here, in its own file, and in its writer. */
import { defaultParams, type ParamsOf } from '../fields/dials';
import { avif } from './avif';
import type { FileFormat } from './declare';
import { jobTicket } from './job-ticket';
import { jpeg } from './jpeg';
import { openraster } from './openraster';
import { pdf } from './pdf';
import { plates } from './plates';
import { png } from './png';
import { svg } from './svg';
import { tiff } from './tiff';
import { webp } from './webp';

/** The first that a file's ending suits is taken where none is named. */
export const FILE_FORMATS = { png, plates, pdf, tiff, jpeg, webp, avif, svg, openraster, 'job-ticket': jobTicket };

export type FormatName = keyof typeof FILE_FORMATS;
export const FORMAT_NAMES = Object.keys(FILE_FORMATS) as readonly FormatName[];
/** What a format's options are. */
export type OptionsOf<N extends FormatName> = (typeof FILE_FORMATS)[N] extends FileFormat<infer D> ? ParamsOf<D> : never;
export type AnyOptions = Readonly<Record<string, unknown>>;

/** The declaration by its name, its options taken as they come. @throws Error for a name that there is not. */
export const fileFormatNamed = (name: string): FileFormat => {
  const format = (FILE_FORMATS as unknown as Readonly<Record<string, FileFormat | undefined>>)[name];
  if (!format) throw new Error(`There is no file format “${name}”; there are ${FORMAT_NAMES.join(', ')}.`);
  return format;
};

/** A format's options: those given, checked, and its defaults for the rest. @throws Error saying what is wrong with one. */
export const checkedOptions = (name: string, given: AnyOptions): AnyOptions => {
  const { options: dials } = fileFormatNamed(name);
  const unknown = Object.keys(given).find((option) => !(option in dials));
  if (unknown !== undefined) {
    const there = Object.keys(dials);
    throw new Error(`“${unknown}” is no option of ${name}; ${there.length > 0 ? `there are ${there.join(', ')}` : 'it has none'}.`);
  }
  const checked = Object.entries(given).map(([option, value]) => {
    const found = (dials[option] as (typeof dials)[string]).check(value);
    if (!found.ok) throw new Error(`${found.why}.`);
    return [option, found.value] as const;
  });
  return { ...defaultParams({ dials }), ...Object.fromEntries(checked) };
};
