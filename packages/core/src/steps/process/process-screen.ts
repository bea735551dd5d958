import { angle, choice, colour, defaultParams, frequency, point, share } from '../../fields/dials';
import { defineStep, type Plate } from '../declare';
import { misregister } from '../press/misregister';
import { screen } from '../screen/screen';
import { SHAPES } from '../screen/shapes';

/** Process inks as they look on white paper; angles 30° apart, the pale one between two of them. Common practice. */
const USUAL = [
  { name: 'First ink', colour: '#00a0dc', angle: 15 },
  { name: 'Second ink', colour: '#e5097f', angle: 75 },
  { name: 'Third ink', colour: '#ffec00', angle: 0 },
  { name: 'Fourth ink', colour: '#1e1c1e', angle: 45 },
] as const;

/**
 * The first ink's screen lies a quarter of a cell aside: of three screens 30° apart two together have the third's period, so where all began
 * with a dot at one place they would print darker or lighter than by chance everywhere.
 */
const APART = 0.25;

/** The dials of the n-th ink are shown while there are at least n inks. */
const shownFor = (n: 1 | 2 | 3 | 4) =>
  n === 3 ? { shownWhen: { dial: 'inks', isNot: '2' } } : n === 4 ? { shownWhen: { dial: 'inks', is: '4' } } : {};

const inkDials = (n: 1 | 2 | 3 | 4) => {
  const { name, colour: srgb, angle: degrees } = USUAL[n - 1] as (typeof USUAL)[number];
  return {
    ink: colour({ title: name, default: { srgb }, ...shownFor(n) }),
    angle: angle({
      further: true,
      title: `${name}, angle`,
      min: 0,
      max: 90,
      default: degrees,
      more: 'turned further counter-clockwise',
      ...shownFor(n),
    }),
    fine: share({
      title: `${name}, frequency`,
      min: 0.25,
      max: 4,
      default: 1,
      further: true,
      more: 'finer than the others',
      ...shownFor(n),
    }),
    off: point({ title: `${name}, out of register`, arrow: true, default: { x: 0, y: 0 }, further: true, ...shownFor(n) }),
  };
};
const [one, two, three, four] = [inkDials(1), inkDials(2), inkDials(3), inkDials(4)];

/**
 * A picture in colour as up to four inks, each with a screen at its own angle, laid on each other by multiply. Coverages are those whose
 * mean by Neugebauer's equations is nearest to the picture's colour.
 */
export const processScreen = defineStep({
  kind: 'process-screen',
  version: 1,
  title: 'Process screens',
  family: 'screen',
  purpose: 'A picture in colour becomes dots of two to four inks, each at its own angle.',
  words: 'cmyk rosette full colour dots separation cyan magenta yellow black comic offset plates gcr',
  dials: {
    inks: choice({ title: 'Inks', options: ['2', '3', '4'], default: '4' }),
    ink1: one.ink,
    angle1: one.angle,
    ink2: two.ink,
    angle2: two.angle,
    ink3: three.ink,
    angle3: three.angle,
    ink4: four.ink,
    angle4: four.angle,
    black: share({ title: 'Black', default: 0.7, more: 'the darkest ink prints the greys, less of the others' }),
    shape: choice({ title: 'Shape', options: SHAPES, default: 'round', looks: 'dot shape' }),
    lpi: frequency({ title: 'Frequency', min: 0.5, max: 200, default: 20, more: 'finer, clearer' }),
    hardness: share({ title: 'Hardness', default: 0.9, more: 'crisper dot edge, up to all or nothing' }),
    fine1: one.fine,
    off1: one.off,
    fine2: two.fine,
    off2: two.off,
    fine3: three.fine,
    off3: three.off,
    fine4: four.fine,
    off4: four.off,
  },
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: () => 0,
  locality: 'grid',
  draft: { behaviour: 'same' },
  summary: ({ inks, lpi }) => `${inks} inks, ${lpi} lpi`,
  apply: {
    plates: (params): readonly Plate[] => {
      const { shape, lpi, hardness, black } = params;
      const all = [
        { ink: params.ink1, angle: params.angle1, fine: params.fine1, off: params.off1 },
        { ink: params.ink2, angle: params.angle2, fine: params.fine2, off: params.off2 },
        { ink: params.ink3, angle: params.angle3, fine: params.fine3, off: params.off3 },
        { ink: params.ink4, angle: params.angle4, fine: params.fine4, off: params.off4 },
      ].slice(0, Number(params.inks));
      const inks = all.map(({ ink }) => ink);
      return all.map(({ ink, angle: degrees, fine, off }, plate) => ({
        ink,
        separation: { inks, black, colour: 1, plate },
        screen: {
          kind: screen.kind,
          params: {
            ...defaultParams(screen),
            shape,
            lpi: Math.max(0.5, Math.min(200, lpi * fine)),
            angle: degrees,
            hardness,
            shift: plate === 0 ? APART : 0,
            ink,
          },
        },
        register: { kind: misregister.kind, params: { ...defaultParams(misregister), across: off?.x ?? 0, down: off?.y ?? 0 } },
      }));
    },
  },
});
