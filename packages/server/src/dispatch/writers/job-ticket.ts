import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { inchesFromMm, screensUsed, unplated, type Sheet } from '@uvrant/core';
import { openedPrint } from '../../render/print-job';
import type { AboutJob, Writer } from './declare';
import { pictureRows } from './picture-rows';
import { TicketType } from './ticket-type';

/** A4, points. */
const PAGE = { width: 595.28, height: 841.89 };
const [LEFT, TOP, COLUMN] = [42, 42, 300];
const PICTURE = { width: 236, height: 330 };
const PICTURE_PX = 1400;
const RULE = '#1e1c1e';

const rounded = (value: number, places = 2): string => String(Number(value.toFixed(places)));
const inches = (mm: number): string => rounded(inchesFromMm(mm));

const jpegOf = async (rows: AsyncIterable<Uint8Array>, width: number, height: number): Promise<Buffer> => {
  const parts: Uint8Array[] = [];
  for await (const each of rows) parts.push(each);
  return sharp(Buffer.concat(parts), { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 85, chromaSubsampling: '4:4:4' })
    .toBuffer();
};

const EDGES = { smooth: 'continuous tone', hard: 'hard edges, every pixel all or nothing', screened: 'hard edges, soft parts as dots' };

const factsOf = (sheet: Sheet, ppi: number): (readonly [string, string])[] => [
  [
    'Size',
    `${inches(sheet.size.width)} × ${inches(sheet.size.height)} in (${rounded(sheet.size.width, 1)} × ${rounded(sheet.size.height, 1)} mm)`,
  ],
  ['Resolution', `${ppi} ppi`],
  ['Stock', `${sheet.stock.name} ${sheet.stock.colour}`],
  ['Edges', EDGES[sheet.edges]],
  ['Plates', unplated(sheet).length === 0 ? 'all of it is ink of the sheet' : 'prints colours besides its inks'],
];

const sizeInWords = (bytes: number): string => (bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1e3)} kB`);

/** A page that goes along: the picture on its stock, what it is, its inks and screens, and the files that were sent. */
export const writeJobTicket: Writer<'job-ticket'> = async (order) => {
  const { job, path, about } = order;
  const { sheet, devicePpi } = job;
  const { job: jobName, sent }: AboutJob = about ?? { job: '', sent: [] };
  const picture = await pictureRows({ ...order, crop: null }, { onStock: true, longest: PICTURE_PX });
  const image = await jpegOf(picture.rows, picture.width, picture.height);
  const coverage = (await openedPrint(job)).coverage();

  const doc = new PDFDocument({ size: 'A4', margin: 0, info: { Title: `${sheet.name}: job ticket`, Producer: 'Uvrant' } });
  const file = createWriteStream(path);
  doc.pipe(file);
  const type = new TicketType(doc);
  doc.fillColor(RULE);
  type.write('head', 20, sheet.name, [LEFT, TOP], PAGE.width - 2 * LEFT);
  type.write('body', 10, [jobName, new Date().toISOString().slice(0, 10)].filter(Boolean).join('   '), [LEFT, doc.y + 3]);
  let y = doc.y + 10;
  const rule = (at: number, from = LEFT): void =>
    void doc
      .lineWidth(0.5)
      .strokeColor(RULE)
      .moveTo(from, at)
      .lineTo(PAGE.width - LEFT, at)
      .stroke();
  rule(y);
  y += 12;
  const below = y + PICTURE.height + 16;
  doc.image(image, LEFT, y, { fit: [PICTURE.width, PICTURE.height] });
  const heading = (words: string, x: number): void => {
    doc.fillColor(RULE);
    type.write('head', 9, words, [x, y]);
    y = doc.y + 4;
  };
  for (const [name, value] of factsOf(sheet, devicePpi)) {
    type.write('head', 8, name, [COLUMN, y]);
    type.write('body', 9.5, value, [COLUMN, doc.y + 1], PAGE.width - LEFT - COLUMN);
    y = doc.y + 7;
  }
  y += 4;
  if (sheet.inks.length > 0) heading('Inks', COLUMN);
  for (const { id, name, colour } of sheet.inks) {
    doc.rect(COLUMN, y, 18, 12).fillAndStroke(colour, RULE);
    const covers = `${rounded(100 * (coverage.inks[id] ?? 0), 1)} %`;
    doc.fillColor(RULE);
    type.write('body', 9.5, `${name}  ${colour}  ${covers}`, [COLUMN + 26, y + 2]);
    y += 18;
  }
  y = Math.max(y + 8, below);
  const screens = screensUsed(sheet);
  if (screens.length > 0) {
    heading('Screens', LEFT);
    for (const { passName, lpi, angle, ink } of screens) {
      const inkName = sheet.inks.find(({ id }) => id === ink)?.name;
      const words = `${passName}${inkName ? `, ${inkName}` : ''}: ${rounded(lpi)} lpi, ${rounded(angle, 1)}°`;
      type.write('body', 9.5, words, [LEFT, y], PAGE.width - 2 * LEFT);
      y = doc.y + 3;
    }
    y += 10;
  }
  heading('Files', LEFT);
  if (sent.length === 0) type.write('body', 9.5, 'None of this sheet has been sent out yet.', [LEFT, y]);
  for (const { name, bytes, sha256 } of sent) {
    if (y > PAGE.height - LEFT - 30) break;
    type.write('body', 9.5, `${name}  ${sizeInWords(bytes)}`, [LEFT, y]);
    type.write('body', 7.5, `SHA-256 ${sha256}`, [LEFT, doc.y]);
    y = doc.y + 5;
  }
  const ended = once(file, 'close');
  doc.end();
  await ended;
  const letters = [...type.missing].join(' ');
  const note = letters ? `The ticket’s fonts have no ${letters}: a question mark stands there.` : null;
  return { width: picture.width, height: picture.height, note };
};
