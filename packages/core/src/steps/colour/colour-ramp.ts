import type { Rgb } from '../../raster/raster';
import { ONE } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { defineStep } from '../declare';
import { choice, ramp } from '../../fields/dials';
import { inToneColours, toneColours, withLuma, type Colour } from './by-tone';

const LAYS = ['in full', 'colour only'] as const;

interface Stops {
  readonly lay: (typeof LAYS)[number];
  readonly stops: readonly { readonly at: number; readonly strength: number; readonly rgb: Rgb }[];
}

/** The colour of a ramp at a place, straight between its stops, laid over the grey of that place by its strength. */
const rampAt = (stops: Stops['stops'], at: number): Colour => {
  const next = stops.findIndex((stop) => stop.at >= at);
  const to = stops[next < 0 ? stops.length - 1 : next] as Stops['stops'][number];
  const from = next <= 0 ? to : (stops[next - 1] as Stops['stops'][number]);
  const share = to.at > from.at ? (at - from.at) / (to.at - from.at) : 0;
  const strength = from.strength + (to.strength - from.strength) * share;
  return [0, 1, 2].map((c) => {
    const colour = ((from.rgb[c] as number) + ((to.rgb[c] as number) - (from.rgb[c] as number)) * share) / ONE;
    return at + (colour - at) * strength;
  }) as unknown as Colour;
};

const tablesFor = remembering(
  6,
  (given: Stops) => JSON.stringify(given),
  ({ lay, stops }) => toneColours((tone) => (lay === 'in full' ? rampAt(stops, tone) : withLuma(rampAt(stops, tone), tone))),
);

/** Each tone (BT.709 luma) takes the ramp’s colour at its place; in *colour only* it stays as light as it was. */
export const colourRamp = defineStep({
  kind: 'colour-ramp',
  version: 1,
  title: 'Colour ramp',
  family: 'colour',
  purpose: 'Colours laid over the tones, darks to lights.',
  words: 'gradient duotone two colours fire sunset tones',
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
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  pointwise: true,
  summary: ({ colours, lay }) => `${colours.length} colours, ${lay}`,
  *apply(input, { colours, lay }, at, kernels) {
    const stops = colours.map((stop) => ({ at: stop.at, strength: stop.strength, rgb: at.colourOf(stop.colour) }));
    return yield* inToneColours(input, tablesFor({ lay, stops }), kernels);
  },
});
