/** How every format is written. A format that has no row here does not compile. */
import type { FormatName } from '@uvrant/core';
import type { WriteOrder, Writer, Written } from './declare';

/** Each is loaded when it is first needed, with the packages it brings. */
const WRITERS: { readonly [N in FormatName]: () => Promise<Writer<N>> } = {
  png: async () => (await import('./png')).writePng,
  plates: async () => (await import('./plates')).writePlate,
  pdf: async () => (await import('./pdf')).writePdf,
  tiff: async () => (await import('./tiff')).writeTiff,
  jpeg: async () => (await import('./lossy')).writeJpeg,
  webp: async () => (await import('./lossy')).writeWebp,
  avif: async () => (await import('./lossy')).writeAvif,
  svg: async () => (await import('./svg')).writeSvg,
  openraster: async () => (await import('./openraster')).writeOpenRaster,
  'job-ticket': async () => (await import('./job-ticket')).writeJobTicket,
};

/** Writes a file, its options checked before (`checkedOptions`). */
export const writeFile = async (format: FormatName, order: WriteOrder): Promise<Written> => (await WRITERS[format]())(order as never);

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
