import { fileFormat } from './declare';

export const jobTicket = fileFormat({
  title: 'Job ticket',
  suits: 'A page that goes along with the files: picture, size, stock, inks, screens, and what was sent.',
  options: {},
  ending: () => 'pdf',
  suffix: () => 'ticket',
});
