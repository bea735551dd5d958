import { angle, choice, font, frequency, picture, share, text } from '../../fields/dials';
import { ONE } from '../../raster/raster';
import { isWhole } from '../../sheet/model';
import { SHIPPED_FONTS } from '../../type/fonts';
import { cosDeg, sinDeg } from '../../units/exact';
import { cellMm } from '../../units/length';
import { CARRIED_DIALS, inkCarried, inkOfTone } from './carried';
import { defineStep } from '../declare';
import { softWish } from '../soft';
import { edged, wayBy } from './edged';
import { cellPx, MEAN_CELLS, readTones } from './read-tones';
import { spotValue } from './spot-table';

const LETTERS = 'letters';
const PICTURE = 'a picture';
const LEAST_CELL = 2;

/** Dots of a shape of one's own, on a square grid: letters, or what is dark in a picture. Thresholds are spread evenly, so that t % tone prints t % ink. */
export const ownScreen = defineStep({
  kind: 'own-screen',
  version: 1,
  title: 'Own dots',
  family: 'screen',
  purpose: 'Tone becomes dots of a shape of your own: letters, or a picture.',
  words: 'custom shape letter symbol stamp icon halftone star heart logo dot text',
  dials: {
    of: choice({ title: 'Dots of', options: [LETTERS, PICTURE], default: LETTERS }),
    letters: text({ title: 'Letters', default: 'A', shownWhen: { dial: 'of', is: LETTERS } }),
    font: font({
      title: 'Font',
      families: SHIPPED_FONTS.map(({ family }) => family),
      default: { family: 'anton' },
      shownWhen: { dial: 'of', is: LETTERS },
    }),
    texture: picture({ title: 'The picture', default: null, shownWhen: { dial: 'of', is: PICTURE } }),
    lpi: frequency({ title: 'Frequency', min: 0.5, max: 100, default: 5, more: 'finer, clearer' }),
    angle: angle({ title: 'Angle', min: -180, max: 180, default: 0, more: 'turned further counter-clockwise' }),
    hardness: share({ title: 'Hardness', default: 0.95, more: 'crisper dot edge, up to all or nothing' }),
    detail: share({
      title: 'Detail',
      default: 0,
      more: 'dots follow the picture within themselves; at 0 % each dot has one tone',
    }),
    ...CARRIED_DIALS,
  },
  takes: 'tone',
  gives: 'ink',
  amount: 'mix',
  reach: ({ detail, lpi }) => (detail < 1 ? 0.75 * cellMm(lpi) + 0.1 : 0),
  locality: 'grid',
  followsBends: true,
  coarse: ({ detail, lpi }) => (detail < 1 ? [softWish(MEAN_CELLS * cellMm(lpi))] : []),
  draft: { behaviour: 'same' },
  readsSpot: ({ of, letters, font: face, texture }) =>
    of === PICTURE ? texture && { picture: texture } : letters.trim() === '' ? null : { letters, font: face },
  summary: ({ of, letters, texture, lpi }) =>
    `${of === LETTERS ? `“${letters}”` : texture ? of : 'a picture, none chosen yet'}, ${Number(lpi.toFixed(1))} lpi`,
  ink: inkCarried,
  *apply(input, { lpi, angle: degrees, hardness, detail, carries, ink }, at, kernels) {
    const { region } = input;
    const { arena } = kernels;
    const cell = cellPx(lpi, at);
    const tones = detail < 1 ? readTones(input, { shape: 'square', lpi, angle: degrees, shift: 0 }, detail, at, kernels) : input.tone;
    yield;
    const amounts = arena.plane(tones.length);
    kernels.table(tones, inkOfTone(carries), amounts);
    const coverage = arena.plane(tones.length);
    const [c, s] = [cosDeg(degrees) / cell, sinDeg(degrees) / cell];
    const way = wayBy(at.bend);
    const softest = isWhole(at.edges) && !at.draft ? 0 : 0.25 * (1 - hardness);
    // Dots of less than two pixels run together to their mean.
    const seen = Math.max(0, Math.min(1, cell - LEAST_CELL));
    const { thresholds, slopes } = at.spot();
    for (let row = 0, i = 0; row < region.height; row++) {
      for (let column = 0; column < region.width; column++, i++) {
        const amount = (amounts[i] as number) / ONE;
        if (amount === 0 || amount === 1 || seen === 0) {
          coverage[i] = amounts[i] as number;
          continue;
        }
        const [x, y] = [region.x + column + 0.5 + way.x(i), region.y + row + 0.5 + way.y(i)];
        const [u, v] = [c * x - s * y + 0.5, s * x + c * y + 0.5];
        // An edge is at least a pixel wide.
        const edge = Math.max(softest, spotValue(slopes, u, v) / cell / 2);
        const inked = edged(amount, spotValue(thresholds, u, v), edge);
        coverage[i] = Math.floor((amount + (inked - amount) * seen) * ONE + 0.5);
      }
      if (row % 16 === 15) yield;
    }
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region, coverage, colour: at.colourOf(ink) };
  },
});
