import { angle, choice, defaultParams, frequency, share } from '../../fields/dials';
import type { ColourRef } from '../../fields/values';
import { defineStep, type Plate } from '../declare';
import { misregister } from '../press/misregister';
import { screen } from '../screen/screen';
import { SHAPES } from '../screen/shapes';

/** What takes away one channel of light each, and nothing else: together with white and black they give six saturated colours. */
const INKS: readonly ColourRef[] = [{ srgb: '#00ffff' }, { srgb: '#ff00ff' }, { srgb: '#ffff00' }];

/**
 * Red, green and blue against the same screen: a dot has the primaries in rings about one centre, and every pixel is one of the eight
 * colours that full channels make. Coverages are by the channels' light, so that the mean is the picture's colour.
 */
export const channelScreen = defineStep({
  kind: 'channel-screen',
  version: 1,
  title: 'Channel screens',
  family: 'screen',
  purpose: 'Red, green and blue through the same dots: saturated primaries.',
  words: 'rgb primaries saturated pop art dots comic neon cmy',
  dials: {
    colour: share({
      title: 'Colour',
      max: 3,
      default: 1.5,
      more: 'more of the picture’s colour, up to pure primaries; none is black dots',
    }),
    shape: choice({ title: 'Shape', options: SHAPES, default: 'round', looks: 'dot shape' }),
    lpi: frequency({ title: 'Frequency', min: 0.5, max: 200, default: 12, more: 'finer, clearer' }),
    angle: angle({ title: 'Angle', min: 0, max: 90, default: 22.5, more: 'turned further counter-clockwise' }),
    hardness: share({ title: 'Hardness', default: 0.9, more: 'crisper dot edge, up to all or nothing' }),
  },
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: () => 0,
  locality: 'grid',
  draft: { behaviour: 'same' },
  summary: ({ shape, lpi }) => `${shape}, ${lpi} lpi`,
  apply: {
    plates: ({ colour, shape, lpi, angle: degrees, hardness }): readonly Plate[] =>
      INKS.map((ink, plate) => ({
        ink,
        separation: { inks: INKS, black: 0, colour, plate },
        screen: { kind: screen.kind, params: { ...defaultParams(screen), shape, lpi, angle: degrees, hardness, ink } },
        register: { kind: misregister.kind, params: { ...defaultParams(misregister), across: 0, down: 0 } },
      })),
  },
});
