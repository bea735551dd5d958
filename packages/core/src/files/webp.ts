import { toggle } from '../fields/dials';
import { fileFormat } from './declare';
import { ground, longestOf, part, partOf, quality, size, suffixOf } from './picture-options';

export const webp = fileFormat({
  title: 'WebP',
  suits: 'For web pages: smaller than JPEG, and clear where nothing prints if asked for.',
  options: {
    size,
    part,
    ground,
    lossless: toggle({ title: 'Exact', default: false }),
    quality: { ...quality(85), shownWhen: { dial: 'lossless', is: false } },
  },
  ending: () => 'webp',
  suffix: suffixOf,
  part: partOf,
  longest: longestOf,
});
