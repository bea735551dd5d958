import { fileFormat } from './declare';

export const openraster = fileFormat({
  title: 'OpenRaster',
  suits: 'For work in another program: each pass a layer, with its lay where the format has it.',
  options: {},
  ending: () => 'ora',
});
