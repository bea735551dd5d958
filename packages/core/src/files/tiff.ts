import { choice } from '../fields/dials';
import { fileFormat } from './declare';
import { MAKING } from './making';
import { ground } from './picture-options';

const { trap } = MAKING;

export const tiff = fileFormat({
  title: 'TIFF',
  suits: 'For a printer who works on: full colour, grey, one bit, or CMYK with each ink as a channel of its own.',
  options: {
    pixels: choice({ title: 'Pixels', options: ['RGB', 'grey', '1 bit', 'CMYK + inks'], default: 'RGB' }),
    ground: { ...ground, shownWhen: { dial: 'pixels', is: 'RGB' } },
    trap: { ...trap, shownWhen: { dial: 'pixels', is: 'CMYK + inks' } },
    compression: choice({
      title: 'Packed by',
      options: ['Deflate', 'LZW', 'none'],
      default: 'Deflate',
      shownWhen: { dial: 'pixels', isNot: '1 bit' },
    }),
    bitCompression: choice({
      title: 'Bits packed by',
      options: ['CCITT G4', 'Deflate', 'LZW', 'none'],
      default: 'CCITT G4',
      shownWhen: { dial: 'pixels', is: '1 bit' },
    }),
  },
  ending: () => 'tif',
  suffix: ({ pixels }) => ({ RGB: null, grey: 'grey', '1 bit': '1-bit', 'CMYK + inks': 'cmyk' })[pixels],
});
