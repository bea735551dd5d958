import { processPart, pxPerMm, trueScale, wholeRegion, type Ink, type OptionsOf, type Point } from '@uvrant/core';
import { figure, pdfName, pdfText, PdfWriter, POINTS_A_MM } from '../../render/pdf';
import { cmykRows, iccProfile } from '../../render/profiles';
import { channelsOf, onStock, paletteWith, rowsOnStock } from '../../render/rows';
import { bitRows, bitsFor, packedRows } from '../../render/bits';
import { printedRegion, type WriteOrder, type Writer } from './declare';
import { cubicPath, drawnLetters, type DrawnLetters } from './letters';
import { pictureRows } from './picture-rows';
import { plateRows, unplatedNote } from './plate-rows';
import { registrationMarks, trimMarks } from './pdf-marks';

const WHITE = channelsOf('#ffffff');
/** Room for marks round the bleed, mm. */
const MARKS_ROOM = 10;

type PdfOrder = WriteOrder<OptionsOf<'pdf'>>;

/** What is drawn on the page: the name of a resource and what draws it. */
interface Drawn {
  readonly xObjects: readonly (readonly [name: string, object: number])[];
  readonly colourSpaces: readonly (readonly [name: string, object: number])[];
  readonly content: string;
}

/** The print on white as one image; of a hard sheet by its palette. */
const picture = async (pdf: PdfWriter, order: PdfOrder, name: string, profile: number): Promise<Drawn> => {
  const { width, height, palette, rows } = await pictureRows(order, { onStock: false, takesPalette: true });
  const common = `/Type /XObject /Subtype /Image /Width ${width} /Height ${height}`;
  const space = `[/ICCBased ${profile} 0 R]`;
  async function* samples(): AsyncGenerator<Uint8Array> {
    for await (const each of rows) yield palette ? packedRows(each, width, bitsFor(palette)) : rowsOnStock(each, WHITE);
  }
  if (!palette) {
    const image = await pdf.stream(`${common} /BitsPerComponent 8 /ColorSpace ${space}`, samples());
    return { xObjects: [[name, image]], colourSpaces: [], content: `/${name} Do` };
  }
  const colours = Buffer.from(new Uint8Array(paletteWith(palette, (colour) => onStock(colour, WHITE)).buffer)).filter(
    (_, i) => i % 4 !== 3,
  );
  const indexed = `[/Indexed ${space} ${palette.length - 1} <${Buffer.from(colours).toString('hex')}>]`;
  const image = await pdf.stream(`${common} /BitsPerComponent ${bitsFor(palette)} /ColorSpace ${indexed}`, samples());
  return { xObjects: [[name, image]], colourSpaces: [], content: `/${name} Do` };
};

/** A Separation colour space (8.6.6.4) of an ink, with CMYK in its place where it is shown. */
const separation = async (pdf: PdfWriter, name: string, rgb: readonly number[]): Promise<number> => {
  const cmyk = await cmykRows(Uint8Array.from(rgb), 1);
  const solid = [...cmyk].map((value) => figure(value / 255)).join(' ');
  const tint = pdf.object(`<< /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [${solid}] /N 1 >>`);
  return pdf.object(`[/Separation ${pdfName(name)} /DeviceCMYK ${tint} 0 R]`);
};

/** An ink's plate: a mask of one bit painted in its colour, or 8 bits of it. */
const plate = async (pdf: PdfWriter, order: PdfOrder, ink: Ink, at: number): Promise<Drawn> => {
  const { job, options } = order;
  const { region, rows } = await plateRows(order, { inks: [ink.id], trap: options.trap, choke: 0 });
  const space = await separation(pdf, ink.name, channelsOf(ink.colour));
  const common = `/Type /XObject /Subtype /Image /Width ${region.width} /Height ${region.height}`;
  const [mask, colour] = [`Plate${at}`, `Ink${at}`];
  async function* bits(): AsyncGenerator<Uint8Array> {
    for await (const each of rows) yield bitRows(each, region.width);
  }
  const isWhole = job.sheet.edges !== 'smooth';
  const image = isWhole
    ? await pdf.stream(`${common} /ImageMask true /BitsPerComponent 1 /Decode [1 0]`, bits())
    : await pdf.stream(`${common} /BitsPerComponent 8 /ColorSpace ${space} 0 R`, rows);
  const content = isWhole ? `/${colour} cs 1 scn /${mask} Do` : `/${mask} Do`;
  return { xObjects: [[mask, image]], colourSpaces: [[colour, space]], content };
};

/** What prints on the page, in its order. */
const printed = async (pdf: PdfWriter, order: PdfOrder, profile: number): Promise<Drawn[]> => {
  const { sheet } = order.job;
  if (order.options.plates === 'one picture') return [await picture(pdf, order, 'Print', profile)];
  const colours = processPart(sheet);
  const parts: Drawn[] = [];
  const share = (part: number, of: number) => (own: number) => order.told((part + own) / of);
  const count = sheet.inks.length + (colours ? 1 : 0);
  if (colours)
    parts.push(await picture(pdf, { ...order, job: { ...order.job, sheet: colours }, told: share(0, count) }, 'Colours', profile));
  for (const [i, ink] of sheet.inks.entries()) {
    parts.push(await plate(pdf, { ...order, told: share(i + (colours ? 1 : 0), count) }, ink, i));
  }
  return parts;
};

const pair = ([x, y]: Point): string => `${figure(x)} ${figure(y)}`;
/** Operators of paths (8.5.2). */
const PDF_PATH = {
  move: (to: Point) => `${pair(to)} m`,
  line: (to: Point) => `${pair(to)} l`,
  curve: (one: Point, two: Point, to: Point) => `${pair(one)} ${pair(two)} ${pair(to)} c`,
  close: 'h',
};

/** The trim grown by some mm, in points from the bottom left. */
const trimBox = (trim: { readonly width: number; readonly height: number }, room: number, by: number): number[] =>
  [room - by, room - by, room + trim.width + by, room + trim.height + by].map((mm) => mm * POINTS_A_MM);

const box = (name: string, sides: readonly number[]): string => `/${name} [${sides.map(figure).join(' ')}]`;

/**
 * At its trim size, with bleed and marks where they are asked for; in full colour, or each ink a plate that overprints, with lettering
 * that nothing was done to over them as its font draws it.
 */
export const writePdf: Writer<'pdf'> = async (order) => {
  const { job, path, options, crop } = order;
  const { sheet, devicePpi } = job;
  const pdf = new PdfWriter(path);
  const srgb = await pdf.stream('/N 3', [await iccProfile('srgb')]);
  const bleed = crop ? 0 : options.bleed;
  const isPicture = options.plates === 'one picture';
  const { rest, letters } = await drawnLetters(job, isPicture ? { ...options, letters: 'as printed' } : options);
  const parts = await printed(pdf, { ...order, job: { ...job, sheet: rest }, bleed }, srgb);

  const intentProfile = isPicture ? srgb : await pdf.stream('/N 4', [await iccProfile('cmyk')]);
  const condition = isPicture ? 'sRGB IEC61966-2.1' : 'CMYK';
  const intent = pdf.object(
    `<< /Type /OutputIntent /S /GTS_PDFX /OutputConditionIdentifier ${pdfText(condition)} /Info ${pdfText(condition)} /DestOutputProfile ${intentProfile} 0 R >>`,
  );

  const trim = crop ?? sheet.size;
  const room = bleed + (options.marks ? MARKS_ROOM : 0);
  const [width, height] = [trim.width + 2 * room, trim.height + 2 * room].map((mm) => mm * POINTS_A_MM) as [number, number];
  // The image lies on whole pixels of the device, which are not quite the trim.
  const perMm = pxPerMm(devicePpi);
  const region = printedRegion({ ...order, bleed }, wholeRegion(trueScale(sheet.size, devicePpi)));
  const bled = crop ? { ...region, x: 0, y: 0 } : region;
  const scale = POINTS_A_MM / perMm;
  const [left, bottom] = [room * POINTS_A_MM + bled.x * scale, height - room * POINTS_A_MM - (bled.y + bled.height) * scale];
  const place = `${figure(bled.width * scale)} 0 0 ${figure(bled.height * scale)} ${figure(left)} ${figure(bottom)} cm`;
  const all = options.marks ? await separation(pdf, 'All', [0, 0, 0]) : null;
  const marks = options.marks ? [...trimMarks(trim, room, bleed), ...registrationMarks(trim, room, bleed)].join('\n') : '';
  // Lettering takes the other inks away where it lies, as it does in the print.
  const drawLetters = ({ ink, outline }: DrawnLetters['letters'][number]): string => {
    const corner = crop ?? { x: 0, y: 0 };
    const placed = ([x, y]: Point): Point => [(room + x - corner.x) * POINTS_A_MM, height - (room + y - corner.y) * POINTS_A_MM];
    return `q /Ink${sheet.inks.findIndex(({ id }) => id === ink)} cs 1 scn ${cubicPath(outline, placed, PDF_PATH)} f Q`;
  };
  const content = [
    'q /Over gs',
    ...parts.map((part) => `q ${place} ${part.content} Q`),
    ...(letters.length > 0 ? ['/Cover gs', ...letters.map(drawLetters)] : []),
    ...(all ? [`/Over gs /All CS 1 SCN 0.25 w\n${marks}`] : []),
    'Q',
  ].join('\n');
  const drawing = await pdf.stream('', [Buffer.from(content, 'latin1')]);
  const spaces = [...parts.flatMap(({ colourSpaces }) => colourSpaces), ...(all ? [['All', all] as const] : [])];
  const named = (pairs: readonly (readonly [string, number])[]): string =>
    pairs.map(([name, object]) => `/${name} ${object} 0 R`).join(' ');
  const pages = pdf.reserve();
  const page = pdf.object(
    [
      `<< /Type /Page /Parent ${pages} 0 R /Contents ${drawing} 0 R`,
      box('MediaBox', [0, 0, width, height]),
      box('BleedBox', trimBox(trim, room, bleed)),
      box('TrimBox', trimBox(trim, room, 0)),
      `/Resources << /ExtGState << /Over << /Type /ExtGState ${isPicture ? '' : '/OP true /op true /OPM 1'} >>`,
      '/Cover << /Type /ExtGState /OP false /op false >> >>',
      `/XObject << ${named(parts.flatMap(({ xObjects }) => xObjects))} >> /ColorSpace << ${named(spaces)} >> >> >>`,
    ].join(' '),
  );
  pdf.object(`<< /Type /Pages /Kids [${page} 0 R] /Count 1 >>`, pages);
  const root = pdf.object(`<< /Type /Catalog /Pages ${pages} 0 R /OutputIntents [${intent} 0 R] >>`);
  pdf.end(
    root,
    pdf.object(`<< /Title ${pdfText(sheet.name)} /Producer ${pdfText('Uvrant')} /Trapped /${options.trap > 0 ? 'True' : 'False'} >>`),
  );
  const note = isPicture ? null : unplatedNote(sheet, 'it prints as a picture in full colour beneath the plates');
  return { width: bled.width, height: bled.height, note };
};
