/** How every format is written. A format that has no row here does not compile. */
import type { FormatName } from '@uvrant/core';
import type { WriteOrder, Writer, Written } from './declare';
import { writeJobTicket } from './job-ticket';
import { writeAvif, writeJpeg, writeWebp } from './lossy';
import { writeOpenRaster } from './openraster';
import { writePdf } from './pdf';
import { writePlate } from './plates';
import { writePng } from './png';
import { writeSvg } from './svg';
import { writeTiff } from './tiff';

const WRITERS: { readonly [N in FormatName]: Writer<N> } = {
  png: writePng,
  plates: writePlate,
  pdf: writePdf,
  tiff: writeTiff,
  jpeg: writeJpeg,
  webp: writeWebp,
  avif: writeAvif,
  svg: writeSvg,
  openraster: writeOpenRaster,
  'job-ticket': writeJobTicket,
};

/** Writes a file, its options checked before (`checkedOptions`). */
export const writeFile = (format: FormatName, order: WriteOrder): Promise<Written> => WRITERS[format](order as never);

/** Media types by the ending of a file's name. */
const MIME: Readonly<Record<string, string>> = {
  png: 'image/png',
  pdf: 'application/pdf',
  tif: 'image/tiff',
  jpg: 'image/jpeg',
  webp: 'image/webp',
  avif: 'image/avif',
  svg: 'image/svg+xml',
  ora: 'image/openraster',
};

export const mimeOf = (name: string): string => MIME[name.slice(name.lastIndexOf('.') + 1)] ?? 'application/octet-stream';
