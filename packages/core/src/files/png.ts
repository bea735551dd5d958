import { choice } from '../fields/dials';
import { fileFormat } from './declare';
import { ground, longestOf, part, partOf, size, suffixOf } from './picture-options';

export const png = fileFormat({
  title: 'PNG',
  suits: 'For a printer of garments or transfers, and for mock-ups: exact, and clear where nothing prints.',
  options: {
    ground,
    pixels: choice({ title: 'Pixels', options: ['colours', 'grey'], default: 'colours' }),
    size,
    part,
  },
  ending: () => 'png',
  suffix: (options) => [options.ground === 'on stock' ? 'on-stock' : null, suffixOf(options)].filter(Boolean).join('-') || null,
  part: partOf,
  longest: longestOf,
});
