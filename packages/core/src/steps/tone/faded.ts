import { defineStep, ON_GREYS } from '../declare';
import { share } from '../../fields/dials';
import { toneTable } from './table';

/** out = blacks + (whites − blacks) · t: straight, so that every tone between stays in its place. */
export const faded = defineStep({
  kind: 'faded',
  version: 1,
  title: 'Faded blacks and paper white',
  family: 'tone',
  purpose: 'How far the print’s darkest and lightest may go, as with old ink on old paper.',
  words: 'fade matte washed out old ink paper vintage aged lifted blacks',
  dials: {
    blacks: share({ title: 'Blacks', max: 0.6, default: 0.16, more: 'blacks fade towards grey' }),
    whites: share({ title: 'Whites', max: 0.6, default: 0.06, more: 'whites go grey as old paper does' }),
  },
  ...ON_GREYS,
  summary: ({ blacks, whites }) => `${(100 * blacks).toFixed(0)}–${(100 - 100 * whites).toFixed(0)} %`,
  apply: { table: ({ blacks, whites }) => toneTable((t) => Math.min(blacks, 1 - whites) + Math.max(0, 1 - whites - blacks) * t) },
});
