import { blurred } from '../../raster/blur';
import { expanded, softened } from '../../raster/coarse';
import type { Kernels } from '../../raster/kernels';
import { noiseOctaves, noisePlane, type NoiseAt } from '../../raster/noise';
import { ONE, shareOf, sizeOf, type Region } from '../../raster/raster';
import { grow } from '../../raster/region';
import { readFrom, taken, wayBack, type Shift } from '../../raster/shifted';
import { uniformPlane } from '../../raster/uniform';
import { exp, sinDeg } from '../../units/exact';
import { chanceAt } from '../../units/noise';
import { once, remembering } from '../../units/remember';
import { smoothstep } from '../../units/smooth';
import { defineStep, type Coarse } from '../declare';
import { liftTable, softWish } from '../soft';
import { number, seed, share } from '../../fields/dials';
import { toneTable } from '../tone/table';

/*
 * What each generation does, sizes in mm on the sheet, strengths as shares of tone: by trial. The optics blur; edges develop
 * strongest; exposure drifts; large solids hollow; tone becomes grains of toner; then there are specks, the drum's own marks, dust.
 */
const OPTICS = 0.26;
const FIELD = 3;
const HALO = 0.55;
const DRIFT = 0.07;
const WAVER = { grain: 90, strength: 0.05 };
const SOLID = { from: 0.34, full: 0.2, lift: 0.05, hollow: 0.3, grain: 28 };
const BANDS = [
  { pitch: 5.5, strength: 0.009 },
  { pitch: 2.2, strength: 0.006 },
];
const TONER = { grain: 0.18, strength: 1, edge: 0.045 };
/** Standard deviation of noise. */
const NOISE = 0.35;
const SPECK = { grain: 0.32, cut: 0.86 };
const DUST = { grain: 0.5, stretch: 7, cut: 0.9 };
const DRUM = { pitch: 94, marks: 7, width: 330, least: 0.12, most: 0.55 };
const SKEW = 0.0016;

interface CopierDials {
  readonly generations: number;
  readonly exposure: number;
  readonly halo: number;
  readonly hollow: number;
  readonly grain: number;
  readonly specks: number;
  readonly drum: number;
  readonly bands: number;
  readonly skew: number;
  readonly seed: number;
}

/** −1 … 1 by chance. */
const drawn = (dials: CopierDials, generation: number, what: number): number => 2 * chanceAt(dials.seed, generation, 400 + what) - 1;

const copies = ({ generations }: CopierDials): number => Math.round(generations);

/** How the sheet came to lie askew, over all generations. */
const skewOf = (dials: CopierDials): Shift => {
  let turn = 0;
  for (let g = 0; g < copies(dials); g++) turn += drawn(dials, g, 1) * dials.skew * 2 * SKEW * (180 / 3.141592653589793);
  return { across: 0, down: 0, turn, stretch: 0 };
};

const halos = remembering(4, String, (halo: number) => liftTable((d) => 2 * HALO * halo * d));
const solids = once(() => toneTable((m) => smoothstep(SOLID.from, SOLID.full, m)));
/** What toner makes of a tone to which grains of a strength were added, so much (0 … 1) of their power too fine to be seen: the
 * logistic curve that is nearest to the normal distribution. */
const toToner = remembering(8, String, ([grain, unseen]: readonly [number, number]) => {
  const deviation = Math.sqrt(TONER.edge * TONER.edge + (NOISE * TONER.strength * grain) ** 2 * unseen);
  return toneTable((t) => 1 / (1 + exp((-1.702 * (t - 0.5)) / deviation)));
});
/** Nothing where noise (½ + n / 2) passes a cut, all elsewhere. */
const below = remembering(16, String, (cut: number) => toneTable((v) => (v > (1 + cut) / 2 ? 0 : 1)));
const upper = once(() => toneTable((v) => Math.max(0, 2 * v - 1)));

/** One generation's light, before toner: what every row of it gains, exposure and bands. */
const rowLight = (dials: CopierDials, generation: number, region: Region, pxPerMm: number, kernels: Kernels): Int16Array => {
  const out = kernels.arena.plane(sizeOf(region));
  const exposure = drawn(dials, generation, 2) * DRIFT * 0.5 + (generation === 0 ? dials.exposure : 0);
  const phase = 360 * chanceAt(dials.seed, generation, 403);
  for (let row = 0; row < region.height; row++) {
    const y = (region.y + row + 0.5) / pxPerMm;
    let light = exposure;
    for (const { pitch, strength } of BANDS) light += 2 * dials.bands * strength * sinDeg(((360 * y) / pitch + phase) % 360);
    out.fill(Math.floor(light * ONE + 0.5), row * region.width, (row + 1) * region.width);
  }
  return out;
};

/** Blemishes of the drum, which come again once round: small discs of toner. */
const markDrum = (tone: Int16Array, dials: CopierDials, generation: number, region: Region, pxPerMm: number): void => {
  const marks = Math.floor(2 * dials.drum * DRUM.marks + 0.5);
  for (let m = 0; m < marks; m++) {
    const chance = (what: number): number => chanceAt(generation * 16 + m, what, dials.seed + 611);
    const radius = (DRUM.least + (DRUM.most - DRUM.least) * chance(1) ** 3) * pxPerMm;
    const cx = chance(2) * DRUM.width * pxPerMm;
    const pitch = DRUM.pitch * pxPerMm;
    const first = chance(3) * pitch;
    for (let k = Math.floor((region.y - first - radius) / pitch); first + k * pitch - radius < region.y + region.height; k++) {
      putDisc(tone, cx, first + k * pitch, radius, region);
    }
  }
};

const putDisc = (tone: Int16Array, cx: number, cy: number, radius: number, { x, y, width, height }: Region): void => {
  for (let row = Math.max(0, Math.floor(cy - radius) - y); row < Math.min(height, Math.ceil(cy + radius) - y); row++) {
    for (let column = Math.max(0, Math.floor(cx - radius) - x); column < Math.min(width, Math.ceil(cx + radius) - x); column++) {
      const [dx, dy] = [x + column + 0.5 - cx, y + row + 0.5 - cy];
      if (dx * dx + dy * dy <= radius * radius) tone[row * width + column] = 0;
    }
  }
};

/** A tone with what noise passes a cut set to black. */
const speckled = (
  tone: Int16Array,
  noise: { readonly grain: number; readonly stretch?: number; readonly angleDeg?: number; readonly seed: number },
  cut: number,
  region: Region,
  at: NoiseAt,
  kernels: Kernels,
): void => {
  const plane = noisePlane(noise, at, region, kernels);
  const half = uniformPlane(plane.length, ONE / 2);
  kernels.multiplyAdd(plane, half, half, plane);
  kernels.table(plane, below(cut), plane);
  kernels.multiply(tone, plane, tone);
};

/** One generation of a tone, in place; `around` is what lies about each place, softened. */
function* copied(
  tone: Int16Array,
  around: Int16Array,
  dials: CopierDials,
  generation: number,
  region: Region,
  from: NoiseAt,
  kernels: Kernels,
): Generator<void, void, void> {
  const { pxPerMm } = from;
  const { arena } = kernels;
  const mark = arena.mark();
  const pixels = tone.length;
  const uniform = (value: number): Int16Array => uniformPlane(pixels, shareOf(value));
  const [full, half] = [uniform(1), uniform(0.5)];
  const at = 64 * dials.seed + 8 * generation;
  const noise = (kind: Parameters<typeof noisePlane>[0]): Int16Array => noisePlane(kind, from, region, kernels);
  const soft = OPTICS * pxPerMm < 0.15 ? tone : blurred(tone, 1, region, OPTICS * pxPerMm, kernels);
  yield;
  kernels.lifted(soft, soft, around, halos(dials.halo), tone);
  kernels.multiplyAdd(tone, full, rowLight(dials, generation, region, pxPerMm, kernels), tone);
  kernels.multiplyAdd(noise({ grain: WAVER.grain, seed: at }), uniform(WAVER.strength), tone, tone);
  yield;
  if (dials.hollow > 0) {
    const solid = arena.plane(pixels);
    kernels.table(around, solids(), solid);
    const worn = noise({ grain: SOLID.grain, octaves: 3, seed: at + 1 });
    kernels.multiplyAdd(worn, half, half, worn);
    kernels.table(worn, upper(), worn);
    kernels.multiplyAdd(worn, uniform(2 * dials.hollow * SOLID.hollow), uniform(2 * dials.hollow * SOLID.lift), worn);
    kernels.multiplyAdd(solid, worn, tone, tone);
    yield;
  }
  const toner = { grain: TONER.grain, octaves: 2, weaker: 0.7, seed: at + 2 };
  const seen = noiseOctaves(toner, pxPerMm).reduce((power, { weight }) => power + (weight / ONE) ** 2, 0);
  if (seen > 0) kernels.multiplyAdd(noise(toner), uniform(dials.grain * TONER.strength), tone, tone);
  kernels.table(tone, toToner([dials.grain, Math.max(0, 1 - seen)]), tone);
  yield;
  if (dials.specks > 0) {
    speckled(tone, { grain: SPECK.grain, seed: at + 3 }, SPECK.cut - 0.12 * (dials.specks - 0.5), region, from, kernels);
    const dust = { grain: DUST.grain, stretch: DUST.stretch, angleDeg: 90 * drawn(dials, generation, 5), seed: at + 4 };
    speckled(tone, dust, DUST.cut - 0.1 * (dials.specks - 0.5), region, from, kernels);
  }
  markDrum(tone, dials, generation, region, pxPerMm);
  arena.release(mark);
}

/** A copy of a copy: each generation is made from the one before it, and again by its own chance. */
export const copier = defineStep({
  kind: 'copier',
  version: 1,
  title: 'Copier',
  family: 'press',
  purpose: 'Copied on an office copier, and the copy copied again.',
  words: 'photocopy xerographic flyer zine toner generations copy punk',
  dials: {
    generations: number({ title: 'Generations', unit: 'copies', min: 1, max: 8, step: 1, default: 3, more: 'a copy of a copy of a copy' }),
    exposure: share({ title: 'Exposure', min: -0.5, max: 0.5, default: 0, more: 'lighter', further: true }),
    halo: share({ title: 'Edges', default: 0.5, more: 'edges develop stronger than surfaces', further: true }),
    hollow: share({ title: 'Hollow solids', default: 0.5, more: 'large blacks go thin inside', further: true }),
    grain: share({ title: 'Toner', min: 0.05, default: 0.5, more: 'greys break up into coarser toner', further: true }),
    specks: share({ title: 'Specks and dust', default: 0.5, more: 'more specks and hairs', further: true }),
    drum: share({ title: 'Drum marks', default: 0.5, more: 'more marks that come again once round the drum', further: true }),
    bands: share({ title: 'Bands', default: 0.5, more: 'stronger bands across the way of the paper', further: true }),
    skew: share({ title: 'Skew', default: 0.5, more: 'the paper lies more askew', further: true }),
    seed: seed({ title: 'Seed', default: 1, further: true }),
  },
  takes: 'tone',
  gives: 'tone',
  amount: 'mix',
  reach: () => 0,
  reads: (dials, region, { pxPerMm }) => readFrom(wayBack(skewOf(dials), pxPerMm), grow(region, opticsReach(dials, pxPerMm))),
  locality: 'grid',
  coarse: () => [softWish(FIELD)],
  draft: { behaviour: 'same' },
  summary: (dials) => (copies(dials) === 1 ? 'one copy' : `${copies(dials)} generations`),
  *apply(input, dials, at, kernels) {
    const { pxPerMm } = at;
    const region = grow(at.wanted, opticsReach(dials, pxPerMm));
    const way = wayBack(skewOf(dials), pxPerMm);
    const tone = taken(input.tone, 1, input.region, way, region, kernels);
    const coverage = input.coverage && taken(input.coverage, 1, input.region, way, region, kernels);
    const { shift, tone: coarse } = at.coarse[0] as Coarse;
    // What lies about a place is followed on the coarse grid, by what a generation makes of a tone on the whole.
    let field = softened(coarse.tone, coarse.region, shift, FIELD * pxPerMm, kernels);
    for (let generation = 0; generation < copies(dials); generation++) {
      const around = expanded(field, coarse.region, shift, input.region, kernels);
      yield* copied(tone, taken(around, 1, input.region, way, region, kernels), dials, generation, region, at, kernels);
      const next = kernels.arena.plane(field.length);
      kernels.table(field, toToner([dials.grain, 1]), next);
      field = next;
      yield;
    }
    return { ...input, region, tone, coverage };
  },
});

/** Pixels that the optics of all generations read beyond a pixel. */
function opticsReach(dials: CopierDials, pxPerMm: number): number {
  return copies(dials) * Math.ceil(3 * OPTICS * pxPerMm);
}
