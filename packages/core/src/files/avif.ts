import { fileFormat } from './declare';
import { longestOf, quality, size } from './picture-options';

export const avif = fileFormat({
  title: 'AVIF',
  suits: 'For web pages of today: the smallest file at the same look; it takes long to write at print size.',
  options: { size: { ...size, default: '2000 px' as const }, quality: quality(60) },
  ending: () => 'avif',
  longest: longestOf,
});
