import { fileFormat } from './declare';
import { longestOf, quality, size } from './picture-options';

export const jpeg = fileFormat({
  title: 'JPEG',
  suits: 'For the client to look at, and for posting: on its stock, small, readable everywhere.',
  options: { size, quality: quality(90) },
  ending: () => 'jpg',
  longest: longestOf,
});
