import {
  isPlate,
  isWhole,
  plateScreens,
  plateTitle,
  processChannel,
  processPart,
  pxPerMm,
  inchesFromMm,
  type OptionsOf,
  type Region,
  type Sheet,
} from '@uvrant/core';
import { lettersMissing } from '../../fonts/shipped';
import { bitRows } from '../../render/bits';
import { figure, pdfText, PdfWriter } from '../../render/pdf';
import { PngWriter } from '../../render/png';
import { openedPrint } from '../../render/print-job';
import { TiffWriter } from '../../render/tiff';
import { cmykRows } from '../../render/profiles';
import { channelsOf, rowsOnStock } from '../../render/rows';
import { printedRegion, type WriteOrder, type Writer } from './declare';
import { FILM_ROOM, filmMarks, slugFamily } from './film-marks';
import { pictureRows } from './picture-rows';
import { plateRows, unplatedNote, type PlateRows } from './plate-rows';
import { RowReader } from './row-reader';

const WHITE = channelsOf('#ffffff');

/** Rows put together at a time. */
const ROWS = 256;

type Options = OptionsOf<'plates'>;

const rounded = (value: number): string => String(Math.round(value * 100) / 100);

/** What a film says of itself: its ink, screens, sheet and how it reads. */
const slugOf = (sheet: Sheet, ink: string, ppi: number, { reading, choke }: Options): string => {
  const found = sheet.inks.find(({ id }) => id === ink);
  const isProcess = processChannel(ink) !== null;
  const own = found ? `${found.name} ${found.colour}` : isProcess ? plateTitle(sheet, ink) : `White beneath, ${rounded(choke)} mm back`;
  const screens = plateScreens(sheet, ink).map(({ lpi, angle }) => `${rounded(lpi)} lpi ${rounded(angle)}°`);
  const size = `${rounded(inchesFromMm(sheet.size.width))} x ${rounded(inchesFromMm(sheet.size.height))} in, ${ppi} ppi`;
  const reads = reading === 'mirrored' ? 'mirrored, emulsion down' : 'right-reading, emulsion up';
  return [own, ...screens, sheet.name, size, reads].join('  ');
};

/** Rows of coverage, 255 solid, of the whole film. */
interface Film {
  readonly width: number;
  readonly height: number;
  readonly rows: AsyncGenerator<Uint8Array>;
}

const mirrored = (bytes: Uint8Array, width: number): Uint8Array => {
  const out = new Uint8Array(bytes);
  for (let at = 0; at < out.length; at += width) out.subarray(at, at + width).reverse();
  return out;
};

/** A process ink of the colours that are no ink of the sheet: a byte a pixel, 255 solid. */
const processRows = async (order: WriteOrder<Options>, channel: number): Promise<PlateRows> => {
  const sheet = processPart(order.job.sheet);
  if (!sheet) throw new Error('The sheet prints nothing but its inks: there is no plate of other colours.');
  const print = await openedPrint({ ...order.job, sheet });
  const { width, rows } = await pictureRows({ ...order, job: { ...order.job, sheet } }, { onStock: false });
  async function* own(): AsyncGenerator<Uint8Array> {
    for await (const each of rows) yield (await cmykRows(rowsOnStock(each, WHITE), width)).filter((_, i) => i % 4 === channel);
  }
  return { region: printedRegion(order, print.graph.region), rows: own() };
};

/** The plate with its marks round it. */
const filmOf = async (order: WriteOrder<Options>, ink: string): Promise<Film> => {
  const { job, options, crop } = order;
  const { trap, choke } = options;
  const channel = processChannel(ink);
  const art = channel === null ? await plateRows(order, { inks: [ink], trap, choke }) : await processRows(order, channel);
  const { width, height } = art.region;
  if (!options.marks) return { width, height, rows: art.rows };
  const perMm = pxPerMm(job.devicePpi);
  const room = Math.round(FILM_ROOM * perMm);
  const size = crop ? { width: crop.width, height: crop.height } : job.sheet.size;
  const marks = filmMarks(size, job.devicePpi, slugOf(job.sheet, ink, job.devicePpi, options));
  const round = await openedPrint({ sheet: marks, others: new Map(), devicePpi: job.devicePpi, pictures: [], fonts: [] });
  const { palette, graph } = round;
  const [across, down] = [graph.region.width, graph.region.height];
  if (!palette || across < width + room || down < height + room) throw new Error('the marks do not go round the film');
  const solid = palette.map((colour) => colour >>> 24);
  /** Puts a part of the marks into rows of the film that begin at `y`. */
  const put = (out: Uint8Array, y: number, part: Region): void => {
    const { bytes } = round.band(part);
    for (let i = 0; i < bytes.length; i++) {
      if (solid[bytes[i] as number]) out[(part.y - y + Math.floor(i / part.width)) * across + part.x + (i % part.width)] = 255;
    }
  };
  async function* rows(): AsyncGenerator<Uint8Array> {
    const inside = new RowReader(art.rows, width);
    for (let y = 0; y < down; y += ROWS) {
      const count = Math.min(ROWS, down - y);
      const out = new Uint8Array(count * across);
      const [from, to] = [Math.max(y, room), Math.min(y + count, room + height)];
      const isMiddle = from === y && to === y + count;
      if (isMiddle) {
        // Beside the art there is only the room at its left and right.
        put(out, y, { x: 0, y, width: room, height: count });
        put(out, y, { x: room + width, y, width: across - room - width, height: count });
      } else put(out, y, { x: 0, y, width: across, height: count });
      if (to > from) {
        const own = await inside.rows(to - from);
        for (let row = from; row < to; row++)
          out.set(own.subarray((row - from) * width, (row - from + 1) * width), (row - y) * across + room);
      }
      yield out;
    }
  }
  return { width: across, height: down, rows: rows() };
};

/** A film's rows as light: 0 where ink is. */
const asLight = (bytes: Uint8Array): Uint8Array => bytes.map((value) => 255 - value);

type FilmWriter = (film: Film, isBit: boolean, order: WriteOrder<Options>) => Promise<void>;

const toTiff: FilmWriter = async ({ width, height, rows }, isBit, { path, job }) => {
  const how = { width, height, ppi: job.devicePpi, title: job.sheet.name };
  const file = new TiffWriter(
    path,
    isBit ? { ...how, pixels: { kind: 'bit' }, compression: 'CCITT G4' } : { ...how, pixels: { kind: 'grey' }, compression: 'Deflate' },
  );
  for await (const each of rows) await file.rows(isBit ? each : asLight(each));
  await file.end();
};

const toPng: FilmWriter = async ({ width, height, rows }, isBit, { path, job }) => {
  const file = new PngWriter(path, width, height, job.devicePpi, isBit ? 'bit' : 1, job.sheet.name);
  for await (const each of rows) await file.rows(isBit ? each.map((value) => (value >= 128 ? 0 : 1)) : asLight(each));
  await file.end();
};

/** A page of the film's size, black on nothing. */
const toPdf: FilmWriter = async ({ width, height, rows }, isBit, { path, job }) => {
  const pdf = new PdfWriter(path);
  async function* samples(): AsyncGenerator<Uint8Array> {
    for await (const each of rows) yield isBit ? bitRows(each, width) : asLight(each);
  }
  const kind = isBit ? '/ImageMask true /BitsPerComponent 1 /Decode [1 0]' : '/BitsPerComponent 8 /ColorSpace /DeviceGray';
  const image = await pdf.stream(`/Type /XObject /Subtype /Image /Width ${width} /Height ${height} ${kind}`, samples());
  const points = [width, height].map((px) => figure((px * 72) / job.devicePpi)).join(' ');
  const content = await pdf.stream('', [Buffer.from(`q ${points.replace(' ', ' 0 0 ')} 0 0 cm 0 g /Film Do Q`, 'latin1')]);
  const pages = pdf.reserve();
  const resources = `<< /XObject << /Film ${image} 0 R >> >>`;
  const page = pdf.object(
    `<< /Type /Page /Parent ${pages} 0 R /MediaBox [0 0 ${points}] /Contents ${content} 0 R /Resources ${resources} >>`,
  );
  pdf.object(`<< /Type /Pages /Kids [${page} 0 R] /Count 1 >>`, pages);
  const root = pdf.object(`<< /Type /Catalog /Pages ${pages} 0 R >>`);
  pdf.end(root, pdf.object(`<< /Title ${pdfText(job.sheet.name)} /Producer ${pdfText('Uvrant')} >>`));
};

const WRITERS: Readonly<Record<Options['file'], FilmWriter>> = { TIFF: toTiff, PNG: toPng, PDF: toPdf };

/** One ink's film, black where it prints: one bit a pixel of a sheet whose edges are whole, eight of a smooth one. */
export const writePlate: Writer<'plates'> = async (order) => {
  const { job, options, ink } = order;
  if (ink === null) throw new Error('A plate is of one ink: say which.');
  if (!isPlate(job.sheet, ink)) throw new Error(`The sheet has no ink “${ink}”.`);
  const film = await filmOf(order, ink);
  const rows = film.rows;
  async function* read(): AsyncGenerator<Uint8Array> {
    for await (const each of rows) yield mirrored(each, film.width);
  }
  const seen = options.reading === 'mirrored' ? { ...film, rows: read() } : film;
  // What is no ink is not cut to dots of one.
  const isProcess = processChannel(ink) !== null;
  await WRITERS[options.file](seen, isWhole(job.sheet.edges) && !isProcess, order);
  const slug = slugOf(job.sheet, ink, job.devicePpi, options);
  const letters = options.marks ? lettersMissing(slugFamily(slug), slug).join(' ') : '';
  const notes = [
    isProcess
      ? null
      : unplatedNote(job.sheet, options.process ? 'it is on the films of cyan, magenta, yellow and black' : 'it is on no film'),
    letters ? `The slug’s font has no ${letters}: a box stands there.` : null,
  ].filter((note) => note !== null);
  return { width: film.width, height: film.height, note: notes.length > 0 ? notes.join(' ') : null };
};
