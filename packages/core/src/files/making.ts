import { choice, length, toggle } from '../fields/dials';

/** How plates are made; what films, PDF and TIFF with inks have in common. */
export const MAKING = {
  trap: length({
    title: 'Trap',
    min: 0,
    max: 3,
    default: 0,
    wide: true,
    more: 'lighter inks reach further beneath darker ones',
  }),
  underbase: toggle({ title: 'White beneath', default: false }),
  choke: length({
    title: 'White stays back',
    min: 0,
    max: 3,
    default: 0.3,
    wide: true,
    more: 'the white ends further inside the colours',
    shownWhen: { dial: 'underbase', is: true },
  }),
};

/** How lettering that nothing was done to is drawn; with a trap it is part of its plate, which spreads it. */
export const LETTERS = choice({
  title: 'Untreated lettering',
  options: ['outlines of its font', 'as printed'],
  default: 'outlines of its font',
});
