import { choice, length, toggle } from '../fields/dials';
import { fileFormat } from './declare';
import { LETTERS, MAKING } from './making';

export const pdf = fileFormat({
  title: 'PDF',
  suits: 'For an offset printer: at its trim size, in full colour or with each ink as a named plate.',
  options: {
    plates: choice({ title: 'As', options: ['one picture', 'a plate an ink'], default: 'a plate an ink' }),
    bleed: length({ title: 'Bleed', min: 0, max: 20, default: 0, wide: true, more: 'prints further beyond the trim' }),
    marks: toggle({ title: 'Trim marks', default: false }),
    letters: { ...LETTERS, shownWhen: { dial: 'plates', is: 'a plate an ink' } },
    trap: { ...MAKING.trap, shownWhen: { dial: 'plates', is: 'a plate an ink' } },
  },
  ending: () => 'pdf',
});
