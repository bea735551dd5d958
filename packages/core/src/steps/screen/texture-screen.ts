import { length, share } from '../../fields/dials';
import { ONE } from '../../raster/raster';
import { isWhole } from '../../sheet/model';
import { CARRIED_DIALS, inkCarried, inkOfTone } from './carried';
import { defineStep } from '../declare';
import { mapDials, mapSummary, mapWish } from '../map';
import { TONE_BINS } from '../../raster/kernels';
import type { ToneStatistics } from '../statistics';
import { toneTable } from '../tone/table';
import { amountsFor, halfEdge, printed, within } from './threshold-screen';

/** The share of the map that is darker than each tone (0 … ONE), half of what is alike: its rank. */
const rankTable = ({ weights, total }: ToneStatistics): Float64Array => {
  const ranks = new Float64Array(TONE_BINS + 2);
  let below = 0;
  for (let bin = 0; bin <= TONE_BINS; bin++) {
    ranks[bin] = total > 0 ? below / total : bin / TONE_BINS;
    below += weights[bin] as number;
  }
  ranks[TONE_BINS + 1] = 1;
  return ranks;
};

/** Thresholds by the map's light: what is dark takes ink first. Tones of a bin lie from half a bin under it to half a bin above. */
const thresholdTable = (statistics: ToneStatistics, breaks: number, w: number): Int16Array => {
  const ranks = rankTable(statistics);
  return toneTable((tone) => {
    const place = Math.max(0, tone * TONE_BINS + 0.5);
    const bin = Math.min(TONE_BINS, Math.floor(place));
    const from = ranks[bin] as number;
    const rank = from + ((ranks[bin + 1] as number) - from) * (place - bin);
    return within(0.5 + breaks * (rank - 0.5), w);
  });
};

/**
 * A screen whose thresholds are the ranks of a map's light, so that t % tone prints t % ink whatever the map; with less breaking in they
 * draw together about one half: the picture cut to black and white.
 */
export const textureScreen = defineStep({
  kind: 'texture-screen',
  version: 1,
  title: 'Texture as screen',
  family: 'screen',
  purpose: 'Tone breaks up along a surface, a picture or an earlier pass instead of dots.',
  words: 'grain paper brush cloth grunge halftone own texture mezzotint dissolve lithograph crayon',
  dials: {
    ...mapDials('concrete rubbing'),
    soft: length({ title: 'Softness of the map', min: 0, max: 20, wide: true, default: 0, more: 'coarser, rounder marks' }),
    breaks: share({ title: 'Breaks in', default: 1, more: 'the texture’s own grain; less cuts the picture to black and white' }),
    hardness: share({ title: 'Hardness', default: 0.9, more: 'crisper edges, up to all or nothing' }),
    ...CARRIED_DIALS,
  },
  takes: 'tone',
  gives: 'ink',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  followsBends: true,
  draft: { behaviour: 'same' },
  readsMap: (params) => {
    const wish = mapWish(params);
    return wish && { ...wish, softMm: params.soft, grained: true, tones: 'pixels' };
  },
  summary: (params) => mapSummary(params),
  ink: inkCarried,
  *apply(input, { breaks, hardness, carries, ink }, at, kernels) {
    const { region, tone } = input;
    const { arena } = kernels;
    const w = halfEdge(isWhole(at.edges) ? 1 : hardness);
    const amounts = arena.plane(tone.length);
    kernels.table(tone, inkOfTone(carries), amounts);
    kernels.table(amounts, amountsFor(w), amounts);
    yield;
    const thresholds = arena.plane(tone.length);
    // Without a map yet, the picture is cut at one half.
    if (at.map && at.mapTones) kernels.table(at.map.tone, thresholdTable(at.mapTones, breaks, w), thresholds);
    else thresholds.fill(ONE / 2);
    yield;
    const coverage = printed(amounts, thresholds, w, kernels);
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region, coverage, colour: at.colourOf(ink) };
  },
});
