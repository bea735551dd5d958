import { fileFormat } from './declare';
import { LETTERS, MAKING } from './making';
import { ground } from './picture-options';

export const svg = fileFormat({
  title: 'SVG',
  suits: 'For cutting, plotting and drawing programs: each ink a path, its dots, shapes and letters as outlines.',
  options: { ground, letters: LETTERS, trap: MAKING.trap },
  ending: () => 'svg',
});
