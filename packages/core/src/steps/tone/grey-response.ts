import { greyShares, LUMA } from '../../raster/convert';
import { HUE_KNOTS, type Kernels } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { defineStep } from '../declare';
import { choice, curve, share, type CurvePoint } from '../../fields/dials';
import { roundCircle } from './interpolation';
import { filled } from '../../units/filled';

/** How bright hues became on plates and films, and two responses by purpose. Common practice; tuned by eye. */
export const RESPONSES = [
  { name: 'even', points: [] },
  {
    name: 'orthochromatic',
    points: [
      [0, -0.46],
      [35, -0.34],
      [60, -0.06],
      [120, 0.08],
      [180, 0.26],
      [240, 0.5],
      [300, 0.02],
    ],
  },
  {
    name: 'panchromatic',
    points: [
      [0, 0.1],
      [60, 0.02],
      [120, -0.08],
      [180, 0.06],
      [240, 0.2],
      [300, 0.12],
    ],
  },
  {
    name: 'pale skin',
    points: [
      [0, 0.2],
      [28, 0.38],
      [60, 0.2],
      [120, 0],
      [240, 0],
      [320, 0.06],
    ],
  },
  {
    name: 'heavy sky',
    points: [
      [0, 0.16],
      [60, 0.04],
      [140, -0.1],
      [195, -0.36],
      [230, -0.46],
      [280, -0.2],
    ],
  },
] as const satisfies readonly { name: string; points: readonly CurvePoint[] }[];

/** The response at the kernels' knots: g(hue) in ± ONE, from red by yellow, green, cyan, blue and magenta to red. */
const responseTable = (points: readonly CurvePoint[]): Int16Array => {
  const g = roundCircle(points);
  return filled(new Int16Array(HUE_KNOTS + 1), (knot) => Math.floor(g((knot * 360) / HUE_KNOTS) * ONE + 0.5));
};

interface ResponseDials {
  readonly by: 'hue' | 'shares';
  readonly response: readonly CurvePoint[];
  readonly red: number;
  readonly green: number;
  readonly blue: number;
}

/** Responses at the knots, by their handles. */
const responses = remembering(8, String, responseTable);

/** How colours go to grey; gives the least coverage met. */
const greyWay =
  ({ by, response, red, green, blue }: ResponseDials) =>
  (rgba: Int16Array, tone: Int16Array, coverage: Int16Array, kernels: Kernels): number => {
    const even = by === 'shares' || response.every(([, lift]) => lift === 0);
    const shares = by === 'shares' ? greyShares(red, green, blue) : LUMA;
    return even ? kernels.grey(rgba, shares, tone, coverage) : kernels.greyByHue(rgba, shares, responses(response), tone, coverage);
  };

const channelShare = (title: string, value: number) =>
  share({
    title,
    min: -1,
    max: 1.9,
    default: value,
    more: `${title.toLowerCase()}s print lighter`,
    shownWhen: { dial: 'by', is: 'shares' },
  });

/**
 * tone = luma + g(hue) · (max − min), luma by ITU-R BT.709, g a periodic monotone cubic through the handles; or free
 * shares of red, green and blue. Neutral greys keep their tone under any response.
 */
export const greyResponse = defineStep({
  kind: 'grey-response',
  version: 1,
  title: 'Grey response',
  family: 'tone',
  purpose: 'How bright each colour becomes when the picture goes to grey.',
  words: 'black and white grey greyscale desaturate orthochromatic colours',
  dials: {
    by: choice({ title: 'Grey by', options: ['hue', 'shares'], default: 'hue' }),
    response: curve({
      title: 'Response',
      domain: 'hue',
      presets: RESPONSES,
      default: [],
      more: 'that hue prints lighter',
      shownWhen: { dial: 'by', is: 'hue' },
    }),
    red: channelShare('Red', 0.2126),
    green: channelShare('Green', 0.7152),
    blue: channelShare('Blue', 0.0722),
  },
  takes: 'colour',
  gives: 'tone',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  summary: ({ by, response }) => (by === 'shares' ? 'by shares' : response.length === 0 ? 'even' : 'by hue'),
  draft: { behaviour: 'same' },
  greyWay,
  *apply(input, params, _, kernels) {
    const tone = kernels.arena.plane(input.data.length / 4);
    const coverage = kernels.arena.plane(tone.length);
    yield;
    const least = greyWay(params)(input.data, tone, coverage, kernels);
    return { kind: 'tone', region: input.region, tone, coverage: least === ONE ? null : coverage };
  },
});
