import { angle, choice, font, frequency, picture, share, text } from '../../fields/dials';
import type { SpotScreen } from '../../raster/kernels';
import { bandsOf } from '../../raster/region';
import { isWhole } from '../../sheet/model';
import { SHIPPED_FONTS } from '../../type/fonts';
import { cosDeg, sinDeg } from '../../units/exact';
import { CARRIED_DIALS, inkCarried, inkOfTone } from './carried';
import { defineStep } from '../declare';
import { cellPx, readTones, tonesWish } from './read-tones';

const LETTERS = 'letters';
const PICTURE = 'a picture';
/** Rows that are screened at one go. */
const ROWS = 128;

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
  reach: () => 0,
  locality: 'grid',
  followsBends: true,
  coarse: ({ detail, lpi }) => (detail < 1 ? [tonesWish({ shape: 'square', lpi })] : []),
  readsGridsOnly: ({ detail }) => detail === 0,
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
    const softest = isWhole(at.edges) && !at.draft ? 0 : 0.25 * (1 - hardness);
    const screen: SpotScreen = { cell, cos: cosDeg(degrees), sin: sinDeg(degrees), softest, ...at.spot() };
    for (const band of bandsOf(region, ROWS)) {
      const [from, to] = [(band.y - region.y) * region.width, (band.y - region.y + band.height) * region.width];
      const ways = at.bend && { ...at.bend, x: at.bend.x.subarray(from, to), y: at.bend.y.subarray(from, to) };
      kernels.spotScreen(amounts.subarray(from, to), band, screen, ways, coverage.subarray(from, to));
      yield;
    }
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region, coverage, colour: at.colourOf(ink) };
  },
});
