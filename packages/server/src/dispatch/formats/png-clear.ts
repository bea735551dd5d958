import { PngWriter } from '../../render/png';
import type { OutputFormat } from './declare';

/** RGBA of 8 bits, or a palette of as few bits as the sheet's colours need; clear where nothing prints. */
export const pngClear: OutputFormat = {
  title: 'PNG, clear ground',
  suits: 'For a printer of garments or transfers: nothing is there where nothing prints.',
  ending: 'png',
  mime: 'image/png',
  open: ({ path, width, height, ppi, palette }) => new PngWriter(path, width, height, ppi, palette ? { palette } : 4),
};
