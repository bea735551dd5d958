import { choice, toggle } from '../fields/dials';
import { fileFormat } from './declare';
import { MAKING } from './making';

export const plates = fileFormat({
  title: 'Plates',
  suits: 'One film an ink, for a screen printer or a drum duplicator: black where the ink prints.',
  options: {
    file: choice({ title: 'File', options: ['TIFF', 'PNG', 'PDF'], default: 'TIFF' }),
    reading: choice({ title: 'Reads', options: ['right', 'mirrored'], default: 'right' }),
    marks: toggle({ title: 'Marks and slug', default: true }),
    ...MAKING,
    process: toggle({ title: 'Other colours in CMYK', default: false }),
  },
  ending: ({ file }) => ({ TIFF: 'tif', PNG: 'png', PDF: 'pdf' })[file],
  suffix: ({ reading }) => (reading === 'mirrored' ? 'mirrored' : null),
  isPerInk: true,
});
