import { rampAt, type RampPoint } from '../../raster/ramp';
import { ONE } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { defineStep, ON_COLOURS } from '../declare';
import { choice, ramp } from '../../fields/dials';
import { inToneColours, toneColours, withLuma, type Colour } from './by-tone';

const LAYS = ['in full', 'colour only'] as const;

interface Stops {
  readonly lay: (typeof LAYS)[number];
  readonly stops: readonly RampPoint[];
}

/** The ramp's colour at a tone, laid over that grey by its strength there. */
const over = (stops: readonly RampPoint[], tone: number): Colour => {
  const { colour, strength } = rampAt(stops, tone);
  return colour.map((v) => tone + (v / ONE - tone) * strength) as unknown as Colour;
};

const tablesFor = remembering(
  6,
  (given: Stops) => JSON.stringify(given),
  ({ lay, stops }) => toneColours((tone) => (lay === 'in full' ? over(stops, tone) : withLuma(over(stops, tone), tone))),
);

/** Each tone (BT.709 luma) takes the ramp’s colour at its place; in *colour only* it stays as light as it was. */
export const colourRamp = defineStep({
  kind: 'colour-ramp',
  version: 1,
  title: 'Colour ramp',
  family: 'colour',
  purpose: 'Colours laid over the tones, darks to lights.',
  words: 'gradient duotone two colours two inks fire sunset tones',
  dials: {
    colours: ramp({
      title: 'Colours',
      default: [
        { at: 0, colour: { srgb: '#1d1426' }, strength: 1 },
        { at: 0.55, colour: { srgb: '#d8432a' }, strength: 1 },
        { at: 1, colour: { srgb: '#ffe3a1' }, strength: 1 },
      ],
    }),
    lay: choice({ title: 'Laid', options: LAYS, default: 'in full' }),
  },
  ...ON_COLOURS,
  summary: ({ colours, lay }) => `${colours.length} colours, ${lay}`,
  *apply(input, { colours, lay }, at, kernels) {
    const stops = colours.map((stop) => ({ at: stop.at, strength: stop.strength, colour: at.colourOf(stop.colour) }));
    return yield* inToneColours(input, tablesFor({ lay, stops }), kernels);
  },
});
