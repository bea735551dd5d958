import { fileFormat } from './declare';
import { longestOf, part, partOf, quality, size, suffixOf } from './picture-options';

export const avif = fileFormat({
  title: 'AVIF',
  suits: 'For web pages of today: the smallest file at the same look; it takes long to write at print size.',
  options: { size: { ...size, default: '2000 px' as const }, part, quality: quality(60) },
  ending: () => 'avif',
  suffix: suffixOf,
  part: partOf,
  longest: longestOf,
});
