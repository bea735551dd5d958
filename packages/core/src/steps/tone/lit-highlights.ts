import { ONE } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { smoothstep } from '../../units/smooth';
import { defineStep, ON_GREYS, type Coarse } from '../declare';
import { softCopy, softWish } from '../soft';
import { length, share } from '../../fields/dials';
import { toneTable } from './table';

const openedTable = remembering(8, String, ([open, from]: readonly [number, number]) =>
  toneTable((t) => t + (1 - t) * open * smoothstep(from, 1, t)),
);

/** The light that each tone gives off: that of the brightest parts alone. */
const givenOff = remembering(8, String, ([glow, from]: readonly [number, number]) => toneTable((t) => glow * smoothstep(from, 1, t)));

/** Pale tones opened towards paper; then 1 − (1 − t) · (1 − g), g the light of the brightest parts spread by a Gaussian. */
export const litHighlights = defineStep({
  kind: 'lit-highlights',
  version: 1,
  title: 'Lit highlights',
  family: 'tone',
  purpose: 'Pale tones open towards paper while darks stay, and the brightest parts may glow.',
  words: 'glow bright bloom halation light airy high key paper',
  dials: {
    open: share({ title: 'Open', default: 0.6, more: 'pale tones nearer to paper' }),
    from: share({ title: 'From', max: 0.95, default: 0.4, more: 'only the palest' }),
    glow: share({ title: 'Glow', default: 0.45, more: 'more light spreads from the brightest parts' }),
    length: length({
      title: 'Length',
      min: 0.2,
      max: 60,
      wide: true,
      default: 8,
      more: 'the glow reaches further',
      shownWhen: { dial: 'glow', isNot: 0 },
    }),
  },
  ...ON_GREYS,
  locality: 'grid',
  coarse: ({ glow, from, length: mm }) =>
    glow > 0 ? [softWish(mm / 2, { name: ['given off', glow, from], table: givenOff([glow, from]) })] : [],
  summary: ({ open, glow, length: mm }) =>
    `${(100 * open).toFixed(0)} %${glow > 0 ? `, glow ${(100 * glow).toFixed(0)} % over ${Number(mm.toFixed(1))} mm` : ''}`,
  *apply(input, { open, from, glow, length: mm }, at, kernels) {
    const { arena } = kernels;
    const opened = arena.plane(input.tone.length);
    kernels.table(input.tone, openedTable([open, from]), opened);
    if (glow === 0) return { ...input, tone: opened };
    const light = softCopy(at.coarse[0] as Coarse, input.region, (mm / 2) * at.pxPerMm, kernels);
    yield;
    const dark = arena.plane(opened.length);
    kernels.complement(opened, ONE, dark);
    kernels.multiplyAdd(dark, light, opened, opened);
    return { ...input, tone: opened };
  },
});
