import { fileFormat } from './declare';
import { longestOf, part, partOf, quality, size, suffixOf } from './picture-options';

export const jpeg = fileFormat({
  title: 'JPEG',
  suits: 'For the client to look at, and for posting: on its stock, small, readable everywhere.',
  options: { size, part, quality: quality(90) },
  ending: () => 'jpg',
  suffix: suffixOf,
  part: partOf,
  longest: longestOf,
});
