import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { basename, dirname, extname, join, resolve } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { pipeline } from 'node:stream/promises';
import { fontsOf, passesOf, picturesOf, pxPerMm, type PictureRef, type Region, type Sheet, type SourceInfo } from '@uvrant/core';
import { optionsOf } from '../arguments';
import { outputFormat, OUTPUT_FORMATS, OUTPUT_FORMAT_NAMES } from '../dispatch/formats/formats';
import { allowDecoders } from '../assets/decoders';
import ingest from '../assets/ingest.worker';
import type { OutputFormat } from '../dispatch/formats/declare';
import type { OwnFont } from '../fonts/type-setting';
import { unwrappedFont } from '../fonts/unwrapped';
import { checkedSheet } from '../sheets/sheet-schema';
import { openedPrint, type PrintJob } from './print-job';
import { printedBands } from './printed-bands';

const USAGE =
  'npm run render -- SHEET.json -o OUT.png [--ppi N] [--region x,y,w,h in mm] [--format NAME] [--keep DIR for the pictures’ pyramids] [--threads N]';

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
      const other = { sheet: checkedSheet(JSON.parse(readFileSync(path, 'utf8'))), file: path };
      found.set(source.sheet.id, other);
      visit(other);
    }
  };
  visit({ sheet, file });
  return found;
};

const regionOf = (text: string | undefined, perMm: number, whole: Region): Region => {
  if (text === undefined) return whole;
  const [x, y, w, h, ...more] = text.split(',').map(Number) as [number, number, number, number];
  if (more.length > 0 || ![x, y, w, h].every(Number.isFinite) || w <= 0 || h <= 0) {
    throw new Error(`--region is “${text}”; it is x,y,w,h in mm from the sheet's top left corner.`);
  }
  const left = Math.max(0, Math.round(x * perMm));
  const top = Math.max(0, Math.round(y * perMm));
  const right = Math.min(whole.width, Math.round((x + w) * perMm));
  const bottom = Math.min(whole.height, Math.round((y + h) * perMm));
  if (right <= left || bottom <= top) throw new Error(`--region ${text} does not lie on the sheet.`);
  return { x: left, y: top, width: right - left, height: bottom - top };
};

/** The format that was named, or the first that the file's name ends like. */
const formatFor = (file: string, named: string | undefined): OutputFormat => {
  const ending = extname(file).slice(1).toLowerCase();
  const name = named ?? OUTPUT_FORMAT_NAMES.find((each) => OUTPUT_FORMATS[each]?.ending === ending);
  const endings = [...new Set(Object.values(OUTPUT_FORMATS).map((each) => `.${each.ending}`))].join(' or ');
  if (name === undefined) throw new Error(`-o ${file}: the name must end in ${endings}${ending ? `, not .${ending}` : ''}.`);
  const format = outputFormat(name);
  if (format.ending !== ending) throw new Error(`-o ${file}: a file of the format ${name} ends in .${format.ending}.`);
  return format;
};

const render = async (): Promise<void> => {
  allowDecoders();
  const [file, ...rest] = process.argv.slice(2);
  if (file === undefined || file.startsWith('-')) throw new Error(`Which sheet? ${USAGE}`);
  const options = optionsOf(rest, ['o', 'ppi', 'region', 'format', 'keep', 'threads']);
  if (options.o === undefined) throw new Error(`Where to? ${USAGE}`);
  const format = formatFor(options.o, options.format);
  const sheet: Sheet = checkedSheet(JSON.parse(readFileSync(file, 'utf8')));
  const ppi = Number(options.ppi ?? sheet.ppi);
  if (!(ppi >= 18 && ppi <= 4800)) throw new Error(`--ppi is ${options.ppi}; it goes from 18 to 4800 pixels per inch.`);
  const threads = Number(options.threads ?? Math.min(MOST_THREADS, availableParallelism()));
  if (!(Number.isInteger(threads) && threads >= 1 && threads <= 64)) {
    throw new Error(`--threads is ${options.threads}; it is a whole number from 1 to 64.`);
  }
  const folder = options.keep ?? mkdtempSync(join(tmpdir(), 'uvrant-'));
  const aside = `${options.o}.part`;
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
    const print = await openedPrint(job);
    if (print.graph.unknown.length > 0)
      throw new Error(`The sheet cannot print true: this version does not know ${print.graph.unknown.join(', ')}.`);
    const region = regionOf(options.region, pxPerMm(ppi), print.graph.region);
    const { palette } = print;
    const written = format.open({ path: aside, width: region.width, height: region.height, ppi, palette, stock: sheet.stock.colour });
    for await (const { bytes } of printedBands(print, job, region, threads)) await written.rows(bytes);
    await written.end();
    renameSync(aside, options.o);
    console.log(`${options.o}: ${region.width} × ${region.height} px at ${ppi} ppi`);
  } finally {
    if (options.keep === undefined) rmSync(folder, { recursive: true, force: true });
    rmSync(aside, { force: true });
  }
};

render().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
