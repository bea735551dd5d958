import { closeSync, createReadStream, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  EdgeRows,
  fineEdged,
  isWhole,
  OUTLINE_UNITS,
  Outlines,
  printedInks,
  processPart,
  pxPerMm,
  screensUsed,
  type Ink,
  type OptionsOf,
  type Point,
  type Region,
  type Ring,
  type Sheet,
} from '@uvrant/core';
import { tilesOfJob } from '../../render/print-job';
import { xmlText } from '../../render/xml';
import type { WriteOrder, Writer } from './declare';
import { inkColours } from './ink-colours';
import { cubicPath, drawnLetters } from './letters';
import { writePicture } from './picture-file';
import { plateRows, unplatedNote } from './plate-rows';

/** Characters that are written at once. */
const CHUNK = 1 << 16;
/** Bytes that base64 takes at a time, three of them four characters. */
const BASE64_BYTES = 3 << 14;

/** A file of text, written as it grows. */
class TextFile {
  private readonly file: number;
  private pending: string[] = [];
  private held = 0;

  constructor(readonly path: string) {
    this.file = openSync(path, 'w');
  }

  add(text: string): void {
    this.pending.push(text);
    this.held += text.length;
    if (this.held > CHUNK) this.flush();
  }

  private flush(): void {
    writeSync(this.file, this.pending.join(''));
    [this.pending, this.held] = [[], 0];
  }

  end(): void {
    this.flush();
    closeSync(this.file);
  }
}

/** A closed outline as path data: its first corner, then the way from each to the next. */
const dataOf = (ring: Ring): string => {
  let [x, y] = [ring[0] as number, ring[1] as number];
  let data = `M${x} ${y}l`;
  for (let i = 2; i < ring.length; i += 2) {
    const [dx, dy] = [(ring[i] as number) - x, (ring[i + 1] as number) - y];
    data += `${i > 2 && dx >= 0 ? ' ' : ''}${dx}${dy >= 0 ? ' ' : ''}${dy}`;
    [x, y] = [x + dx, y + dy];
  }
  return `${data}z`;
};

type SvgOrder = WriteOrder<OptionsOf<'svg'>>;

interface Traced {
  readonly region: Region;
  /** The file of each ink's path data, and whether much of it is neither bare nor solid. */
  readonly plates: readonly { readonly ink: Ink; readonly path: string; readonly isSoft: boolean }[];
}

/** Rows of a sheet's plates with edges a pixel soft, and those of its own where each of their pixels is all or nothing. */
const bothRows = async (order: SvgOrder, inks: readonly Ink[]) => {
  const plates = { inks: inks.map(({ id }) => id), trap: order.options.trap, choke: 0 };
  const { job } = order;
  const tiles = tilesOfJob(job);
  const fine = fineEdged(job.sheet);
  const soft = await plateRows({ ...order, job: { ...job, ...fine } }, plates, tiles);
  const whole = isWhole(job.sheet.edges) ? await plateRows({ ...order, told: () => undefined }, plates, tiles) : null;
  async function* rows(): AsyncGenerator<{ readonly soft: Uint8Array; readonly whole: Uint8Array | null }> {
    try {
      // Both come in the same bands.
      for await (const bytes of soft.rows) yield { soft: bytes, whole: whole ? ((await whole.rows.next()).value as Uint8Array) : null };
    } finally {
      await whole?.rows.return(undefined);
    }
  }
  return { region: soft.region, rows: rows(), isTraced: fine.traces.length > 0 };
};

/** Outlines of a sheet's inks, as files in a folder. */
const traced = async (order: SvgOrder, inks: readonly Ink[], folder: string): Promise<Traced> => {
  const { region, rows, isTraced } = await bothRows(order, inks);
  const plates = inks.map((ink, i) => {
    const file = new TextFile(join(folder, `plate${i}.txt`));
    const outlines = new Outlines(region.width, (ring) => file.add(dataOf(ring)), isTraced);
    return { ink, file, outlines, edges: new EdgeRows(region.width, (row) => outlines.row(row), isTraced) };
  });
  const line = region.width * inks.length;
  for await (const { soft, whole } of rows) {
    for (let from = 0; from < soft.length; from += line) {
      for (const [i, { outlines, edges }] of plates.entries()) {
        if (whole) edges.row(soft.subarray(from), whole.subarray(from), i, inks.length);
        else outlines.row(soft, from + i, inks.length);
      }
    }
  }
  return {
    region,
    plates: plates.map(({ ink, file, outlines, edges }) => {
      edges.end();
      outlines.end();
      file.end();
      return { ink, path: file.path, isSoft: outlines.isSoft };
    }),
  };
};

const at = ([x, y]: Point): string => `${Number(x.toFixed(3))} ${Number(y.toFixed(3))}`;
/** The commands of path data. */
const SVG_PATH = {
  move: (to: Point) => `M${at(to)}`,
  line: (to: Point) => `L${at(to)}`,
  curve: (one: Point, two: Point, to: Point) => `C${at(one)} ${at(two)} ${at(to)}`,
  close: 'z',
};

const quoted = (names: readonly string[]): string => names.map((name) => `“${name}”`).join(', ');

/** What becomes of soft tone, which outlines cannot show. */
const softNote = ({ plates }: Traced): string | null => {
  const soft = plates.filter(({ isSoft }) => isSoft).map(({ ink }) => ink.name);
  return soft.length > 0
    ? `What ${quoted(soft)} prints is soft, which outlines are not: they run where half of the paper is covered.`
    : null;
};

/** Whose dots of ink are not outlined from their screen alone, but from the print: something else shapes them as well. */
const dotsNote = (sheet: Sheet): string | null => {
  const { traces } = fineEdged(sheet);
  const isInk = (id: string | null | undefined): boolean => sheet.inks.some((ink) => ink.id === id);
  const others = screensUsed(sheet).filter(({ pass, ink }) => isInk(ink) && !traces.includes(pass));
  const names = [...new Set(others.map(({ passName }) => passName))];
  return names.length > 0
    ? `The dots of ${quoted(names)} are outlined from the print’s pixels, since more than a screen shapes them; other dots from their screens.`
    : null;
};

/**
 * Each ink a path (SVG 1.1; the blending of overprints by CSS Compositing and Blending 1). Edges are found between pixels, from the same
 * print with edges a pixel soft; where that shows a tone, those of a hard sheet's own pixels. Colours that are no ink are a
 * picture; lettering that nothing was done to lies over all as its font draws it.
 */
export const writeSvg: Writer<'svg'> = async (order) => {
  const { job, path, options, told } = order;
  const { sheet, devicePpi } = job;
  const folder = mkdtempSync(join(tmpdir(), 'uvrant-outlines-'));
  try {
    const { rest, letters } = await drawnLetters(job, options);
    const inks = printedInks(rest);
    const colours = processPart(rest);
    const part = (from: number, to: number) => (share: number) => told(from + share * (to - from));
    const { colours: inked, shown } = await inkColours(job, printedInks(sheet));
    const outlined = await traced({ ...order, job: { ...job, sheet: rest }, told: part(0, 0.8) }, inks, folder);
    const picture = join(folder, 'colours.png');
    if (colours) await writePicture({ ...order, told: part(0.8, 0.95) }, colours, picture, { onStock: false });

    const perMm = pxPerMm(devicePpi);
    const { width, height } = outlined.region;
    const file = new TextFile(path);
    const box = `width="${width / perMm}mm" height="${height / perMm}mm" viewBox="0 0 ${width} ${height}"`;
    file.add(
      `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" ${box}>\n<title>${xmlText(sheet.name)}</title>\n`,
    );
    if (options.ground === 'on stock') file.add(`<rect width="${width}" height="${height}" fill="${sheet.stock.colour}"/>\n`);
    file.add('<g style="isolation:isolate">\n');
    if (colours) {
      file.add(`<image width="${width}" height="${height}" preserveAspectRatio="none" href="data:image/png;base64,`);
      for await (const bytes of createReadStream(picture, { highWaterMark: BASE64_BYTES })) file.add((bytes as Buffer).toString('base64'));
      file.add('"/>\n');
    }
    for (const { ink, path: data } of outlined.plates) {
      const looks = `fill="${inked.get(ink.id)}" fill-rule="evenodd" style="mix-blend-mode:multiply" transform="scale(${1 / OUTLINE_UNITS})"`;
      file.add(`<path ${looks} d="`);
      for await (const text of createReadStream(data, 'utf8')) file.add(text as string);
      file.add(`"><title>${xmlText(ink.name)}</title></path>\n`);
    }
    file.add('</g>\n');
    for (const { ink, outline } of letters) {
      const { name } = sheet.inks.find(({ id }) => id === ink) as Ink;
      const corner = order.crop ?? { x: 0, y: 0 };
      const place = ([x, y]: Point): Point => [(x - corner.x) * perMm, (y - corner.y) * perMm];
      file.add(`<path fill="${inked.get(ink)}" d="${cubicPath(outline, place, SVG_PATH)}"><title>${xmlText(name)}</title></path>\n`);
    }
    file.add('</svg>\n');
    file.end();
    told(1);
    const notes = [unplatedNote(sheet, 'it is a picture beneath the outlines', shown), dotsNote(rest), softNote(outlined)].filter(
      (note) => note !== null,
    );
    return { width, height, note: notes.length > 0 ? notes.join(' ') : null };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
};
