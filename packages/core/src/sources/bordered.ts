import { choice, colour, length, toggle, type ParamsOf } from '../fields/dials';
import { BORDER_PLACES, type Paints } from '../nodes/outline-node';
import type { SourceAt } from './declare';

const BORDERED = { dial: 'border', isNot: 0 } as const;

/** A fill, and a line along an outline: its width in mm, 0 for none. A colour of null is the sheet's first ink. */
export const BORDER_DIALS = {
  filled: toggle({ title: 'Filled', default: true }),
  colour: colour({ title: 'Fill', default: null, shownWhen: { dial: 'filled', is: true } }),
  border: length({ title: 'Border', min: 0, max: 100, default: 0, wide: true, more: 'a wider line along the outline' }),
  borderWhere: choice({ title: 'Border lies', options: BORDER_PLACES, default: 'inside', shownWhen: BORDERED }),
  borderColour: colour({ title: 'Border ink', default: null, shownWhen: BORDERED }),
};

export const paintsOf = (source: ParamsOf<typeof BORDER_DIALS>, { colourOf }: Pick<SourceAt, 'colourOf'>): Paints => ({
  fill: source.filled ? colourOf(source.colour) : null,
  border: source.border > 0 ? { colour: colourOf(source.borderColour), width: source.border, where: source.borderWhere } : null,
});
