import { isWhole } from '../../sheet/model';
import type { Kernels, NoiseOctave } from '../../raster/kernels';
import { noiseOctaves, noiseTile, type NoiseKind } from '../../raster/noise';
import { ONE, sizeOf, type InkRaster, type Region } from '../../raster/raster';
import { uniformPlane } from '../../raster/uniform';
import { normalQuantile } from '../../units/normal';
import { once, remembering } from '../../units/remember';
import { smoothstep } from '../../units/smooth';
import { defineStep, type Coarse, type StepAt } from '../declare';
import { softCopy, softWish } from '../soft';
import { angle, length, seed, share } from '../../fields/dials';
import { toneTable } from '../tone/table';
import { inkBody } from './ink-body';
import { filled } from '../../units/filled';

interface SpreadDials {
  readonly spread: number;
  readonly ragged: number;
  readonly seed: number;
}

/*
 * Ink that runs into paper. How far a place lies from the ink's edge is read from a soft copy: beside a straight edge a Gaussian of
 * σ has the value Φ(d / σ). Where shapes come near each other it is higher, so that ink gains more and bridges between them; corners
 * go round. Fibres move the edge at three scales (sizes and shares by trial).
 */

/** Fibres that lead ink on: how long and how broad each sort is, mm, and its share of the whole. */
const FIBRES = [
  { long: 1.5, broad: 0.3, share: 0.51 },
  { long: 0.55, broad: 0.12, share: 0.32 },
  { long: 0.22, broad: 0.06, share: 0.17 },
];
/** Their direction turns slowly: places are moved this far, mm, by noise of this grain. */
const TURNING = { grain: 14, far: 1.7 };
/** Single fibres that draw ink far out: from this noise on. */
const WICK = { long: 1.1, broad: 0.075, from: 0.42, times: 2.6 };
/** How far fibres move an edge at full raggedness, mm: of the spread, and whatever the spread. */
const RAGGED = { bySpread: 1.2, least: 0.12 };

/** Standard deviations of the soft copy that the edge may be moved by. */
const SEEN = 1.75;
const LEAST_SIGMA = 0.035;
/** Under this many pixels a Gaussian does not reach the next one: its reach is two, which every grid has about its region. */
const LEAST_SIGMA_PX = 0.6;

/** How thick the ink about a place is, Σ c² / Σ c: from THICK on it creeps whole, up to THIN not at all, since a soft tone does not run full. */
const THICK = 0.5;
const THIN = 0.2;

/** How far fibres move the edge, mm. */
const wanderOf = ({ spread, ragged }: SpreadDials): number => ragged * (RAGGED.bySpread * spread + RAGGED.least);
/** How far out or in an edge may come to lie, mm. */
const farthestOf = (dials: SpreadDials): number => dials.spread + 1.2 * wanderOf(dials);
const sigmaOf = (dials: SpreadDials): number => Math.max(LEAST_SIGMA, farthestOf(dials) / SEEN);

/** Variance of a pixel's own square, in pixels: an edge is soft by that already. */
const PIXEL_VARIANCE = 1 / 12;

interface Edge {
  /** Standard deviation of the soft copy with its pixels' own, and the least that is told apart, both in pixels. */
  readonly sigmaPx: number;
  readonly farPx: number;
  readonly spreadPx: number;
}

/** The normal quantile of each soft value. */
const quantiles = once(() => filled(new Float64Array(ONE + 1), (v) => normalQuantile(v / ONE)));

/** Distance into the ink, grown by the spread, of each soft value: ½ + (d + spread) / (2 · far), 0 and 1 where that is sure. */
const distances = remembering(
  12,
  ({ sigmaPx, farPx, spreadPx }: Edge) => `${sigmaPx} ${farPx} ${spreadPx}`,
  ({ sigmaPx, farPx, spreadPx }) => toneTable((g) => 0.5 + (sigmaPx * (quantiles()[g * ONE] as number) + spreadPx) / (2 * farPx)),
);

/** Coverage of each distance: a passage a pixel wide. */
const covers = remembering(12, String, (farPx: number) => toneTable((x) => (x - 0.5) * 2 * farPx + 0.5));

/** What of a distance is left where ink is thin: the edge draws in. */
const thickness = once(() => toneTable((thick) => smoothstep(THIN, THICK, thick)));
const squares = once(() => toneTable((v) => v * v));

const fibreKind = ({ long, broad }: { readonly long: number; readonly broad: number }, seedOf: number): NoiseKind => ({
  grain: broad,
  stretch: long / broad,
  seed: seedOf,
  warp: TURNING.far,
});

/** Octaves of all fibres, each weighed by its share and by how far it moves the edge. */
const fibreOctaves = (dials: SpreadDials, pxPerMm: number, farPx: number): NoiseOctave[] => {
  // Noise has a standard deviation of 0.35: the wander is about what two of them move.
  const by = (1.4 * wanderOf(dials) * pxPerMm) / (2 * farPx);
  return FIBRES.flatMap((fibre, i) =>
    noiseOctaves(fibreKind(fibre, 8 * dials.seed + i), pxPerMm).map((octave) => ({
      ...octave,
      weight: Math.floor(octave.weight * fibre.share * by + 0.5),
    })),
  );
};

const wicks = remembering(8, String, (by: number) => toneTable((v) => Math.max(0, 2 * v - 1 - WICK.from) * by));

/** All where a coverage is all, else nothing. */
const wholly = (coverage: Int16Array, out: Int16Array, { combined }: Kernels): void =>
  combined(coverage, ONE, null, 0, -ONE * (ONE - 1), 0, out);

/** The greater of two coverages, the second of which is nothing or all everywhere. */
const greater = (one: Int16Array, other: Int16Array, out: Int16Array, { combined }: Kernels): void => combined(one, 1, other, 1, 0, 0, out);

/** Moves the distances of a region by its fibres, in place. */
function* ledByFibres(
  at: Int16Array,
  dials: SpreadDials,
  pxPerMm: number,
  farPx: number,
  region: Region,
  kernels: Kernels,
): Generator<void, void> {
  const octaves = fibreOctaves(dials, pxPerMm, farPx);
  if (octaves.length === 0) return;
  const pixels = sizeOf(region);
  const turn = (by: number): NoiseOctave[] => noiseOctaves({ grain: TURNING.grain, seed: 8 * dials.seed + by }, pxPerMm);
  const warp = { x: turn(5), y: turn(6) };
  const moved = kernels.arena.plane(pixels);
  kernels.noise(region, octaves, noiseTile(), warp, at, moved);
  yield;
  const full = uniformPlane(pixels, ONE);
  kernels.multiplyAdd(moved, full, at, at);
  const wick = noiseOctaves(fibreKind(WICK, 8 * dials.seed + 7), pxPerMm);
  // Finer than about a pixel and a half they would be a faint haze that costs as much as they do.
  if ((wick[0]?.weight ?? 0) < ONE / 2) return;
  const half = uniformPlane(pixels, ONE / 2);
  kernels.noise(region, wick, noiseTile(), warp, at, moved);
  kernels.multiplyAdd(moved, half, half, moved);
  kernels.table(moved, wicks((WICK.times * wanderOf(dials) * pxPerMm) / (2 * farPx)), moved);
  // Wicks draw ink out of edges; bare paper beyond them, where the distance is 0, stays bare.
  kernels.modulated(at, moved, wickWeights(), at);
}
const wickWeights = once(() => toneTable((x) => (x <= 0 ? 0 : Math.min(1, 4 * x))));

function* spreadOut(
  input: InkRaster,
  dials: SpreadDials,
  at: StepAt,
  kernels: Kernels,
): Generator<void, { readonly coverage: Int16Array; readonly soft: Int16Array }> {
  const { region, coverage: from } = input;
  const { arena } = kernels;
  const sigma = Math.max(LEAST_SIGMA_PX, sigmaOf(dials) * at.pxPerMm);
  const [plain, squared] = at.coarse as readonly [Coarse, Coarse];
  const soft = softCopy(plain, region, sigma, kernels);
  yield;
  const edge: Edge = {
    sigmaPx: Math.sqrt(sigma * sigma + PIXEL_VARIANCE),
    farPx: Math.max(1, 1.2 * farthestOf(dials) * at.pxPerMm),
    spreadPx: dials.spread * at.pxPerMm,
  };
  const reached = arena.plane(from.length);
  kernels.table(soft, distances(edge), reached);
  if (dials.ragged > 0) {
    // Where ink is whole nothing can be added: its fibres need not be looked up.
    const full = arena.plane(from.length);
    wholly(from, full, kernels);
    greater(reached, full, reached, kernels);
    yield* ledByFibres(reached, dials, at.pxPerMm, edge.farPx, region, kernels);
  }
  const thick = arena.plane(from.length);
  kernels.ratio(softCopy(squared, region, sigma, kernels), soft, thick);
  yield;
  kernels.table(thick, thickness(), thick);
  kernels.multiply(reached, thick, reached);
  // What was inked stays so.
  const coverage = arena.plane(from.length);
  if (isWhole(at.edges) && !at.draft) {
    kernels.cut(reached, reached);
    greater(from, reached, coverage, kernels);
  } else {
    kernels.table(reached, covers(edge.farPx), reached);
    const bare = arena.plane(from.length);
    kernels.complement(from, ONE, bare);
    kernels.multiplyAdd(bare, reached, from, coverage);
  }
  return { coverage, soft };
}

export const inkSpread = defineStep({
  kind: 'ink-spread',
  version: 2,
  title: 'Ink spread',
  family: 'press',
  purpose: 'Ink runs past the edge it was laid in, along the paper’s fibres, and dries unevenly.',
  words: 'bleed swell photocopy dot gain wet pinholes mottle starved fibres',
  dials: {
    spread: length({ title: 'Spread', min: 0, max: 1, default: 0.08, more: 'ink travels further' }),
    ragged: share({ title: 'Raggedness', default: 0.3, more: 'edges follow the paper’s fibres' }),
    pooled: share({ title: 'Pooled rims', default: 0, more: 'ink gathers at the rims and is thinner within', further: true }),
    mottle: share({ title: 'Mottle', default: 0, more: 'ink lies unevenly', further: true }),
    pinholes: share({ title: 'Pinholes', default: 0, more: 'more small holes', further: true }),
    starved: share({ title: 'Starved', default: 0, more: 'more of the ink is missing, along the travel of the press', further: true }),
    travel: angle({
      title: 'Travel',
      min: 0,
      max: 180,
      default: 90,
      more: 'turned further counter-clockwise',
      shownWhen: { dial: 'starved', isNot: 0 },
      further: true,
    }),
    seed: seed({ title: 'Seed', default: 1 }),
  },
  takes: 'ink',
  gives: 'ink',
  amount: 'scale',
  scaled: (params, amount) => ({
    ...params,
    spread: params.spread * amount,
    ragged: params.ragged * amount,
    pooled: params.pooled * amount,
    mottle: params.mottle * amount,
    pinholes: params.pinholes * amount,
    starved: params.starved * amount,
  }),
  reach: (dials) => (farthestOf(dials) > 0 ? farthestOf(dials) : 0),
  locality: 'grid',
  coarse: (dials) => {
    const wish = softWish(sigmaOf(dials));
    return farthestOf(dials) > 0 ? [wish, { ...wish, through: { name: 'squares', table: squares() } }] : [softWish(LEAST_SIGMA)];
  },
  draft: { behaviour: 'fold' },
  // Version 1 had no more than spread and raggedness, and without spread it left edges alone.
  upgrade: (params) => ({
    pooled: 0,
    mottle: 0,
    pinholes: 0,
    starved: 0,
    travel: 90,
    ...params,
    ...(params['spread'] === 0 ? { ragged: 0 } : {}),
  }),
  summary: ({ spread }) => `${Number(spread.toFixed(2))} mm`,
  *apply(input, dials, at, kernels) {
    yield;
    const isMoved = farthestOf(dials) > 0;
    const { coverage, soft } = isMoved
      ? yield* spreadOut(input, dials, at, kernels)
      : { coverage: input.coverage, soft: softCopy(at.coarse[0] as Coarse, input.region, LEAST_SIGMA * at.pxPerMm, kernels) };
    yield;
    const body = inkBody(soft, dials, at, input.region, kernels);
    if (!body) return { ...input, coverage };
    kernels.multiply(body, coverage, body);
    return { ...input, coverage: body };
  },
});
