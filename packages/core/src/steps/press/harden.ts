import { noisePlane } from '../../raster/noise';
import { cleaned } from '../../raster/specks';
import { remembering } from '../../units/remember';
import { defineStep, type Coarse } from '../declare';
import { softCopy, softWish } from '../soft';
import { TONE_BINS } from '../../raster/kernels';
import { meanTone, toneAtShare, type ToneStatistics } from '../statistics';
import { length, seed, share, toggle } from '../../fields/dials';
import { toneTable } from '../tone/table';

/** The cut stays between these, whatever the inked area asked for: beyond them solids break up or grounds fill in (by trial). */
const LEAST_CUT = 0.2;
const MOST_CUT = 0.8;
/** Half the passage from bare to solid, about the cut. */
const PASSAGE = 0.045;
/** Noise of an edge that wanders, mm, and how far it moves a soft edge (a standard deviation is 0.35). */
const WANDER_GRAIN = 1.1;
const MOST_WANDER = 0.6;

/** The softened ink from which an area of a share of the sheet is inked. */
const cutFor = (statistics: ToneStatistics, inked: number): number =>
  Math.max(LEAST_CUT, Math.min(MOST_CUT, toneAtShare(statistics, 1 - inked) + 0.5 / TONE_BINS));

/** How far noise moves each soft value: edges alone, never solids or bare paper. */
const wanders = remembering(8, String, (wander: number) => toneTable((v) => MOST_WANDER * wander * Math.min(1, 6 * v * (1 - v))));

const cuts = remembering(16, String, (cut: number) => toneTable((v) => (v - cut) / (2 * PASSAGE) + 0.5));

/** Ink softened by a Gaussian over a length, moved by noise at its edges, and cut: all or nothing but for a narrow passage. */
export const harden = defineStep({
  kind: 'harden',
  version: 1,
  title: 'Harden',
  family: 'press',
  purpose: 'Shapes are rounded, then pulled to all or nothing: the torn, inked look of a drawn page.',
  words: 'inked drawn round threshold torn blobs liquid comic stamp linocut',
  dials: {
    length: length({ title: 'Rounded over', min: 0.05, max: 4, wide: true, default: 0.34, more: 'rounder, larger shapes' }),
    auto: toggle({ title: 'Hold the inked area', default: true }),
    inked: share({
      title: 'Inked area',
      min: 0.02,
      max: 0.98,
      default: 0.5,
      more: 'more of the sheet is inked',
      shownWhen: { dial: 'auto', is: false },
    }),
    wander: share({ title: 'Wandering', default: 0.4, more: 'edges wander further along the fibres' }),
    smallest: length({ title: 'Smallest shape', min: 0, max: 2, default: 0.15, more: 'larger specks and holes are left out' }),
    seed: seed({ title: 'Seed', default: 1 }),
  },
  takes: 'ink',
  gives: 'ink',
  amount: 'mix',
  // Specks and, after them, holes are known by what lies about them.
  reach: ({ smallest }) => (smallest > 0 ? 2 * smallest + 1 : 0),
  locality: 'grid',
  coarse: ({ length: mm }) => [softWish(mm)],
  draft: { behaviour: 'fold' },
  wantsStatistics: () => true,
  readsInk: ({ length: mm }) => mm,
  found: { while: 'auto', find: (_, statistics) => ({ inked: Math.max(0.02, Math.min(0.98, meanTone(statistics))) }) },
  summary: ({ length: mm, auto, inked }) => `over ${Number(mm.toFixed(2))} mm${auto ? '' : `, ${(100 * inked).toFixed(0)} % inked`}`,
  *apply(input, { length: mm, auto, inked, wander, smallest, seed: number }, at, kernels) {
    const { region } = input;
    const { statistics, pxPerMm } = at;
    const cut = statistics ? cutFor(statistics, auto ? meanTone(statistics) : inked) : 0.5;
    let soft = softCopy(at.coarse[0] as Coarse, region, mm * pxPerMm, kernels);
    yield;
    if (wander > 0) {
      const noise = noisePlane({ grain: WANDER_GRAIN, octaves: 3, seed: number }, at, region, kernels);
      const moved = kernels.arena.plane(soft.length);
      kernels.modulated(soft, noise, wanders(wander), moved);
      soft = moved;
      yield;
    }
    const coverage = kernels.arena.plane(soft.length);
    kernels.table(soft, cuts(cut), coverage);
    const most = Math.floor(smallest * pxPerMm);
    return { ...input, coverage: cleaned(coverage, region, most, most, kernels) };
  },
});
