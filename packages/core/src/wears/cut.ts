import type { CurvePoint } from '../fields/dials';
import { otsuBin } from '../steps/otsu';
import { TONE_BINS } from '../raster/kernels';
import type { ToneStatistics } from '../steps/statistics';
import { throughPoints } from '../steps/tone/interpolation';
import { toneTable } from '../steps/tone/table';

/** How much of a texture a wear takes away, by words. Common practice: bold art stands about a tenth. */
export const WEAR_SHARES = [
  { name: 'light', share: 0.05 },
  { name: 'medium', share: 0.12 },
  { name: 'heavy', share: 0.28 },
] as const;

/** The grey at which a texture is cut, how long the passage is, and which side takes away. */
interface CutDials {
  readonly cut: number;
  readonly softness: number;
  readonly takes: 'darks' | 'lights';
}

/** What a wear takes at a grey: all on one side of the cut, nothing on the other, a passage between. */
const taken = ({ cut, softness, takes }: CutDials, grey: number): number => {
  const lights = softness > 0 ? Math.max(0, Math.min(1, (grey - cut) / softness + 0.5)) : grey >= cut ? 1 : 0;
  return takes === 'lights' ? lights : 1 - lights;
};

/** What a wear takes at each grey of its texture, before its curve, as ONE + 1 working values. */
export const takenTable = (wear: CutDials & { readonly curve: readonly CurvePoint[]; readonly invert: boolean }): Int16Array => {
  const curve = throughPoints(wear.curve);
  return toneTable((grey) => {
    const share = taken(wear, curve(grey));
    return wear.invert ? 1 - share : share;
  });
};

/** The statistics of greys after a curve. */
const curved = (statistics: ToneStatistics, points: readonly CurvePoint[]): ToneStatistics => {
  const curve = throughPoints(points);
  const weights = new Float64Array(TONE_BINS + 1);
  for (let bin = 0; bin <= TONE_BINS; bin++) {
    const to = Math.floor(Math.max(0, Math.min(1, curve(bin / TONE_BINS))) * TONE_BINS + 0.5);
    weights[to] = (weights[to] as number) + (statistics.weights[bin] as number);
  }
  return { weights, total: statistics.total };
};

/** Share of a texture that a cut takes away, by the texture's own greys. */
const shareTaken = ({ weights, total }: ToneStatistics, dials: CutDials): number => {
  let sum = 0;
  for (let bin = 0; bin <= TONE_BINS; bin++) {
    const weight = weights[bin] as number;
    if (weight > 0) sum += weight * taken(dials, bin / TONE_BINS);
  }
  return total > 0 ? sum / total : 0;
};

/** Of a texture's darks and lights, parted where they part best, the one that covers less of it. */
export const lesserSide = (statistics: ToneStatistics): CutDials['takes'] => {
  const at = otsuBin(statistics);
  let darks = 0;
  for (let bin = 0; bin <= at; bin++) darks += statistics.weights[bin] as number;
  return 2 * darks <= statistics.total ? 'darks' : 'lights';
};

/** Halvings of the range of greys in which a cut is looked for. */
const HALVINGS = 24;

/** The side and the cut at which a texture with these greys takes away a share of itself, passage included. */
export const solvedCut = (
  greys: ToneStatistics,
  { curve, softness, share }: { readonly curve: readonly CurvePoint[]; readonly softness: number; readonly share: number },
): Pick<CutDials, 'cut' | 'takes'> => {
  const statistics = curved(greys, curve);
  const takes = lesserSide(statistics);
  // The darks take more the higher the cut, the lights the lower; beyond 0 and 1 by half the passage.
  let [low, high] = [-softness / 2, 1 + softness / 2];
  for (let n = 0; n < HALVINGS; n++) {
    const cut = (low + high) / 2;
    if (shareTaken(statistics, { cut, softness, takes }) > share === (takes === 'darks')) high = cut;
    else low = cut;
  }
  return { takes, cut: (low + high) / 2 };
};
