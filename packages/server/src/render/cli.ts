import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { basename, dirname, extname, join, resolve } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { pipeline } from 'node:stream/promises';
import type { CropBox } from '@uvrant/contract';
import {
  checkedOptions,
  compileAnalysis,
  defaultParams,
  fileFormatNamed,
  fontsOf,
  FORMAT_NAMES,
  passesOf,
  picturesOf,
  plateList,
  type AnyDial,
  type AnyOptions,
  type FormatName,
  type PictureRef,
  type Sheet,
  type SourceInfo,
} from '@uvrant/core';
import { optionsOf } from '../arguments';
import { writeFile } from '../dispatch/writers/writers';
import type { OwnFont } from '../fonts/type-setting';
import { unwrappedFont } from '../fonts/unwrapped';
import { checkedSheet, ownSchema } from '../sheets/sheet-schema';
import type { PrintJob } from './print-job';

const USAGE =
  'npm run render -- SHEET.json -o OUT.png [--ppi N] [--region x,y,w,h in mm] [--format NAME] [--ink ID of one plate] [--OPTION VALUE of the format] [--keep DIR for the pictures’ pyramids] [--threads N]';

/** Threads that print where it is not said. */
const MOST_THREADS = 4;

const hashOf = async (file: string): Promise<string> => {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
};

/** The pyramid of a picture beside the sheet, in a folder of its own; one that is whole there already is taken as it is. */
const ingested = async (picture: PictureRef, sheetFile: string, folder: string): Promise<SourceInfo> => {
  if (picture.path === undefined)
    throw new Error(`The picture ${picture.sha256.slice(0, 12)} has no path: the command line needs one, beside the sheet.`);
  const file = resolve(dirname(sheetFile), picture.path);
  if (!existsSync(file)) throw new Error(`The picture ${picture.path} is not beside the sheet (looked for ${file}).`);
  const sha256 = await hashOf(file);
  if (sha256 !== picture.sha256) {
    throw new Error(
      `${picture.path} is another picture than the sheet was made with: its SHA-256 is ${sha256}, the sheet says ${picture.sha256}.`,
    );
  }
  const known = join(folder, 'info.json');
  if (existsSync(known)) return JSON.parse(readFileSync(known, 'utf8')) as SourceInfo;
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const [{ allowDecoders }, { default: ingest }] = await Promise.all([import('../assets/decoders'), import('../assets/ingest.worker')]);
  allowDecoders();
  const { port1, port2 } = new MessageChannel();
  port1.unref();
  const result = await ingest({ file, folder, sha256, progress: port2 });
  if (!result.ok) throw new Error(result.message);
  // Written last: a folder without it was left half-done.
  writeFileSync(known, JSON.stringify(result.info));
  return result.info;
};

/** A person's own font beside the sheet. */
const ownFont = async (font: Parameters<OwnFont>[0], sheetFile: string): Promise<Uint8Array<ArrayBuffer>> => {
  if (font.path === undefined) throw new Error(`The font ${font.name} has no path: the command line needs one, beside the sheet.`);
  const path = resolve(dirname(sheetFile), font.path);
  if (!existsSync(path)) throw new Error(`The font ${font.path} is not beside the sheet (looked for ${path}).`);
  const bytes = readFileSync(path);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  if (sha256 !== font.sha256) {
    throw new Error(`${font.path} is another font than the sheet was made with: its SHA-256 is ${sha256}, the sheet says ${font.sha256}.`);
  }
  return (await unwrappedFont(bytes, basename(path))).sfnt;
};

interface SheetFile {
  readonly sheet: Sheet;
  readonly file: string;
}

/** The sheets that a sheet prints, and those that they print, each from its path beside the one that names it. */
const otherSheets = (sheet: Sheet, file: string): Map<string, SheetFile> => {
  const found = new Map<string, SheetFile>();
  const visit = (each: SheetFile): void => {
    for (const { source, name } of passesOf(each.sheet.passes)) {
      if (source.kind !== 'sheet' || found.has(source.sheet.id)) continue;
      if (source.sheet.path === undefined) throw new Error(`The sheet that “${name}” prints has no path: the command line needs one.`);
      const path = resolve(dirname(each.file), source.sheet.path);
      if (!existsSync(path)) throw new Error(`The sheet ${source.sheet.path} is not there (looked for ${path}).`);
      const other = { sheet: checkedSheet(JSON.parse(readFileSync(path, 'utf8')), ownSchema), file: path };
      found.set(source.sheet.id, other);
      visit(other);
    }
  };
  visit({ sheet, file });
  return found;
};

const regionOf = (text: string | undefined): CropBox | null => {
  if (text === undefined) return null;
  const [x, y, width, height, ...more] = text.split(',').map(Number) as [number, number, number, number];
  if (more.length > 0 || ![x, y, width, height].every(Number.isFinite) || width <= 0 || height <= 0) {
    throw new Error(`--region is “${text}”; it is x,y,w,h in mm from the sheet's top left corner.`);
  }
  return { x, y, width, height };
};

const endingOf = (file: string): string => extname(file).slice(1).toLowerCase();

/** The format that was named, or the first whose files can end like this one's name. */
const formatFor = (file: string, named: string | undefined): FormatName => {
  const ending = endingOf(file);
  const standard = (name: string): string => {
    const format = fileFormatNamed(name);
    return format.ending(defaultParams({ dials: format.options }) as never);
  };
  if (named !== undefined) {
    fileFormatNamed(named);
    return named as FormatName;
  }
  const found = FORMAT_NAMES.find((name) => !fileFormatNamed(name).isPerInk && standard(name) === ending);
  if (found) return found;
  const endings = [...new Set(FORMAT_NAMES.map((name) => `.${standard(name)}`))].join(', ');
  throw new Error(`-o ${file}: the name must end in one of ${endings}${ending ? `, not .${ending}` : ''}.`);
};

/** A value of the command line as its dial takes it. */
const readAs: Readonly<Partial<Record<AnyDial['type'], (text: string) => unknown>>> = {
  toggle: (text) => ({ yes: true, true: true, no: false, false: false })[text] ?? text,
  length: Number,
  number: Number,
};

/** The options of a format that were given, checked. */
const formatOptions = (name: FormatName, given: Readonly<Record<string, string | undefined>>): AnyOptions => {
  const dials = fileFormatNamed(name).options;
  const read = Object.entries(dials).flatMap(([option, { type }]) => {
    const text = given[option];
    return text === undefined ? [] : [[option, readAs[type]?.(text) ?? text] as const];
  });
  return checkedOptions(name, Object.fromEntries(read));
};

/** Every option of any format. */
const OPTION_NAMES = [...new Set(FORMAT_NAMES.flatMap((name) => Object.keys(fileFormatNamed(name).options)))];

/** The inks that a format writes a file each of; one that stands for the whole sheet otherwise. */
const inksFor = (name: FormatName, sheet: Sheet, options: AnyOptions, named: string | undefined): readonly (string | null)[] => {
  if (!fileFormatNamed(name).isPerInk) return [null];
  if (named !== undefined) return [named];
  return plateList(sheet, options);
};

/** OUT.tif of an ink among several is OUT-ink.tif. */
const fileOf = (file: string, ink: string | null, isOne: boolean): string =>
  ink === null || isOne ? file : `${file.slice(0, file.length - extname(file).length)}-${ink}${extname(file)}`;

const render = async (): Promise<void> => {
  const [file, ...rest] = process.argv.slice(2);
  if (file === undefined || file.startsWith('-')) throw new Error(`Which sheet? ${USAGE}`);
  const options = optionsOf<string>(rest, ['o', 'ppi', 'region', 'format', 'ink', 'keep', 'threads', ...OPTION_NAMES]);
  if (options['o'] === undefined) throw new Error(`Where to? ${USAGE}`);
  const out = options['o'];
  const format = formatFor(out, options['format']);
  const chosen = formatOptions(format, options);
  const ending = fileFormatNamed(format).ending(chosen as never);
  if (ending !== endingOf(out)) throw new Error(`-o ${out}: a file of the format ${format} ends in .${ending}.`);
  const crop = regionOf(options['region']);
  const sheet: Sheet = checkedSheet(JSON.parse(readFileSync(file, 'utf8')), ownSchema);
  const ppi = Number(options['ppi'] ?? sheet.ppi);
  if (!(ppi >= 18 && ppi <= 4800)) throw new Error(`--ppi is ${options['ppi']}; it goes from 18 to 4800 pixels per inch.`);
  const threads = Number(options['threads'] ?? Math.min(MOST_THREADS, availableParallelism()));
  if (!(Number.isInteger(threads) && threads >= 1 && threads <= 64)) {
    throw new Error(`--threads is ${options['threads']}; it is a whole number from 1 to 64.`);
  }
  const folder = options['keep'] ?? mkdtempSync(join(tmpdir(), 'uvrant-'));
  const aside = `${out}.part`;
  try {
    const infos = new Map<string, SourceInfo>();
    const others = otherSheets(sheet, file);
    const all = [{ sheet, file }, ...others.values()];
    for (const each of all) {
      for (const picture of picturesOf(each.sheet)) {
        if (infos.has(picture.sha256)) continue;
        infos.set(picture.sha256, await ingested(picture, each.file, join(folder, picture.sha256)));
      }
    }
    const owned = all.flatMap((each) => fontsOf(each.sheet).flatMap((font) => ('sha256' in font ? [{ font, file: each.file }] : [])));
    const job: PrintJob = {
      sheet,
      others: new Map([...others].map(([id, other]) => [id, other.sheet])),
      devicePpi: ppi,
      pictures: [...infos.values()].map((info) => ({ info, folder: join(folder, info.sha256) })),
      fonts: await Promise.all(owned.map(async ({ font, file: beside }) => ({ sha256: font.sha256, bytes: await ownFont(font, beside) }))),
    };
    const { unknown } = compileAnalysis(
      sheet,
      (sha256) => infos.get(sha256),
      (id) => others.get(id)?.sheet,
    );
    if (unknown.length > 0) throw new Error(`The sheet cannot print true: this version does not know ${unknown.join(', ')}.`);
    const inks = inksFor(format, sheet, chosen, options['ink']);
    for (const ink of inks) {
      const order = { job, options: chosen, ink, crop, path: aside, threads, told: () => undefined };
      const { width, height, note } = await writeFile(format, order);
      const target = fileOf(out, ink, inks.length === 1);
      renameSync(aside, target);
      console.log(`${target}: ${width} × ${height} px at ${ppi} ppi${note ? `. ${note}` : ''}`);
    }
  } finally {
    if (options['keep'] === undefined) rmSync(folder, { recursive: true, force: true });
    rmSync(aside, { force: true });
  }
};

render().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
