import { fileFormat } from './declare';
import { MAKING } from './making';
import { ground } from './picture-options';

export const svg = fileFormat({
  title: 'SVG',
  suits: 'For cutting, plotting and drawing programs: each ink a path, its dots, shapes and letters as outlines.',
  options: { ground, trap: MAKING.trap },
  ending: () => 'svg',
});
