import { convert, type InkChoice } from '../raster/convert';
import { HALF, ONE, sizeOf, times, type Raster, type RasterKind, type RasterOf, type Region } from '../raster/raster';
import { blankPlane, isBlank } from '../raster/blank';
import { cover } from '../raster/place';
import { crop, grow } from '../raster/region';
import type { ModeName } from '../raster/kernels';
import type { AnyStep, RasterWork, StepAt } from '../steps/declare';
import { toneStatistics, type ToneStatistics } from '../steps/statistics';
import { joined, weakened } from '../steps/tone/table';
import { keyOf } from './key';
import { rendered, wantOnce, type Node, type Rendering, type Wants, type Work } from './node';
import { isEmpty } from './source-nodes';

/** A node's raster in another kind; the node itself where it is of that kind already. */
export const convertNode = <K extends RasterKind>(input: Node, kind: K, choice?: InkChoice): Node<K> =>
  input.kind === kind
    ? (input as unknown as Node<K>)
    : {
        key: keyOf('convert', { kind, choice }, [input]),
        kind,
        kept: false,
        want: (region, wants, work) => input.want(region, wants, work),
        *render(region, work) {
          return convert(yield* rendered(input, region, work), kind, work.kernels, choice) as RasterOf<K>;
        },
      };

/** Tones of a node over its whole sheet: the node at analysis scale, and the region that is all of it. */
export interface StatisticsNode {
  readonly node: Node<'tone'>;
  readonly region: Region;
}

export function* statisticsOf({ node, region }: StatisticsNode, work: Work): Rendering<ToneStatistics> {
  const known = work.statistics.get(node.key);
  if (known) return known;
  const statistics = toneStatistics(yield* rendered(node, region, work));
  work.statistics.put(node.key, statistics, statistics.weights.byteLength);
  return statistics;
}

const wantStatistics = (statistics: StatisticsNode, wants: Wants, work: Pick<Work, 'statistics'>): void => {
  if (!work.statistics.get(statistics.node.key)) wantOnce(statistics.node, statistics.region, wants, work);
};

/** A step as the graph holds it: its declaration, params, and the tones it wants to know. */
export interface StepCall {
  readonly declaration: AnyStep;
  readonly params: Readonly<Record<string, unknown>>;
  readonly at: StepAt;
  readonly statistics: StatisticsNode | null;
  /** The pass's source as placed, where the step reads it. */
  readonly original: Node<'colour'> | null;
}

export const callKey = ({ declaration, params, at, statistics, original }: StepCall, extra: unknown): unknown => [
  declaration.kind,
  declaration.version,
  params,
  [at.pxPerMm, at.edges, at.draft],
  statistics?.node.key,
  original?.key,
  extra,
];

function* knownAt(call: StepCall, work: Work): Rendering<StepAt> {
  return call.statistics ? { ...call.at, statistics: yield* statisticsOf(call.statistics, work) } : call.at;
}

/** A run of steps that move each tone by itself, as one table; amounts are in 0 … ONE. */
export interface PointLink extends StepCall {
  readonly amount: number;
}

interface PointRun extends Node<'tone'> {
  readonly links: readonly PointLink[];
  readonly before: Node<'tone'>;
}

const isPointRun = (node: Node): node is PointRun => 'links' in node;

const tableOf = (link: PointLink, at: StepAt): Int16Array => {
  const { table } = link.declaration.apply as { table: (params: unknown, at: StepAt) => Int16Array };
  return weakened(table(link.params, at), link.amount);
};

/** A point step after a tone; one that follows another joins its table. */
export const pointNode = (input: Node<'tone'>, link: PointLink): Node<'tone'> => {
  const before = isPointRun(input) ? input.before : input;
  const links = isPointRun(input) ? [...input.links, link] : [link];
  let built: Int16Array | null = null;
  const run: PointRun = {
    key: keyOf(
      'points',
      links.map((each) => callKey(each, each.amount)),
      [before],
    ),
    kind: 'tone',
    kept: true,
    before,
    links,
    want(region, wants, work) {
      for (const each of links) if (each.statistics) wantStatistics(each.statistics, wants, work);
      wantOnce(before, region, wants, work);
    },
    *render(region, work) {
      if (!built) {
        for (const each of links) {
          const table: Int16Array = tableOf(each, yield* knownAt(each, work));
          built = built ? joined(built, table) : table;
        }
      }
      const input = yield* rendered(before, region, work);
      const tone = new Int16Array(input.tone.length);
      work.kernels.table(input.tone, built as Int16Array, tone);
      return { kind: 'tone', region, tone, coverage: input.coverage };
    },
  };
  return run;
};

/** A step on rasters: reads its reach beyond the region asked for. */
export const stepNode = (input: Node, call: StepCall): Node => {
  const { declaration } = call;
  const reach = Math.ceil(declaration.reach(call.params) * call.at.pxPerMm);
  return {
    key: keyOf('step', callKey(call, null), [input]),
    kind: declaration.gives === 'same' ? input.kind : declaration.gives,
    kept: true,
    want(region, wants, work) {
      if (call.statistics) wantStatistics(call.statistics, wants, work);
      if (call.original) wantOnce(call.original, grow(region, reach), wants, work);
      wantOnce(input, grow(region, reach), wants, work);
    },
    *render(region, work) {
      const known = yield* knownAt(call, work);
      const wide = yield* rendered(input, grow(region, reach), work);
      const at = call.original ? { ...known, original: yield* rendered(call.original, grow(region, reach), work) } : known;
      const apply = declaration.apply as RasterWork<unknown, 'any', 'same'>;
      return cropped(yield* apply(wide, call.params, at, work.kernels), region);
    },
  };
};

const cropped = (raster: Raster, region: Region): Raster => {
  const { region: from } = raster;
  if (raster.kind === 'colour') return { ...raster, region, data: crop(raster.data, from, region, 4) };
  if (raster.kind === 'ink') return { ...raster, region, coverage: crop(raster.coverage, from, region) };
  const coverage = raster.coverage && crop(raster.coverage, from, region);
  return { ...raster, region, tone: crop(raster.tone, from, region), coverage };
};

/** from + (to − from) · share · mask, of two nodes of one kind; all of `to` is that node itself. */
export const mixNode = (from: Node, to: Node, share: number, mask: Node<'tone'> | null): Node =>
  share === ONE && !mask ? to : mixture(from, to, share, mask);

const mixture = (from: Node, to: Node, share: number, mask: Node<'tone'> | null): Node => ({
  key: keyOf('mix', share, mask ? [from, to, mask] : [from, to]),
  kind: to.kind,
  kept: false,
  want(region, wants, work) {
    for (const node of mask ? [from, to, mask] : [from, to]) wantOnce(node, region, wants, work);
  },
  *render(region, work) {
    const first = yield* rendered(from, region, work);
    const second = yield* rendered(to, region, work);
    const weights = mask ? (yield* rendered(mask, region, work)).tone : null;
    const mixed = (a: Int16Array, b: Int16Array, channels: 1 | 4): Int16Array => {
      const out = new Int16Array(a.length);
      work.kernels.mix(a, b, channels, share, weights, out);
      return out;
    };
    if (first.kind === 'colour' && second.kind === 'colour') {
      return { ...second, data: mixed(first.data, second.data, 4) };
    }
    if (first.kind === 'ink' && second.kind === 'ink') {
      return { ...second, coverage: mixed(first.coverage, second.coverage, 1) };
    }
    if (first.kind === 'tone' && second.kind === 'tone') {
      const coverage = mixedCoverage(first.coverage, second.coverage, second.tone.length, mixed);
      return { ...second, tone: mixed(first.tone, second.tone, 1), coverage };
    }
    throw new Error(`a ${first.kind} raster cannot be mixed with a ${second.kind} raster`);
  },
});

const mixedCoverage = (
  first: Int16Array | null,
  second: Int16Array | null,
  pixels: number,
  mixed: (a: Int16Array, b: Int16Array, channels: 1) => Int16Array,
): Int16Array | null => {
  if (first === second) return first;
  const full = new Int16Array(pixels).fill(ONE);
  return mixed(first ?? full, second ?? full, 1);
};

/** A node's coverage multiplied by a plane. */
export const maskedNode = (input: Node, mask: Node<'tone'>): Node => ({
  key: keyOf('masked', null, [input, mask]),
  kind: input.kind,
  kept: false,
  want(region, wants, work) {
    wantOnce(input, region, wants, work);
    wantOnce(mask, region, wants, work);
  },
  *render(region, work) {
    const raster = yield* rendered(input, region, work);
    const { tone: weights } = yield* rendered(mask, region, work);
    const weighted = (plane: Int16Array, channels: 1 | 4): Int16Array => {
      if (isBlank(plane)) return plane;
      const out = new Int16Array(plane.length);
      work.kernels.mix(blankPlane(plane.length), plane, channels, ONE, weights, out);
      return out;
    };
    if (raster.kind === 'colour') return { ...raster, data: weighted(raster.data, 4) };
    if (raster.kind === 'ink') return { ...raster, coverage: weighted(raster.coverage, 1) };
    return { ...raster, coverage: raster.coverage ? weighted(raster.coverage, 1) : weights };
  },
});

/** A plane of weights made of other nodes' rasters, pixel by pixel. */
const planeNode = (kind: string, inputs: readonly Node[], weigh: (rasters: readonly Raster[]) => Int16Array): Node<'tone'> => ({
  key: keyOf(kind, null, inputs),
  kind: 'tone',
  kept: false,
  want(region, wants, work) {
    for (const input of inputs) wantOnce(input, region, wants, work);
  },
  *render(region, work) {
    const rasters: Raster[] = [];
    for (const input of inputs) rasters.push(yield* rendered(input, region, work));
    return { kind: 'tone', region, tone: weigh(rasters), coverage: null };
  },
});

const coverageOf = (raster: Raster, i: number): number => {
  if (raster.kind === 'ink') return raster.coverage[i] as number;
  if (raster.kind === 'colour') return raster.data[4 * i + 3] as number;
  return raster.coverage ? (raster.coverage[i] as number) : ONE;
};

/** Where a node is there: its coverage as weights. */
export const coverageNode = (input: Node): Node<'tone'> =>
  planeNode('coverage', [input], ([raster]) =>
    Int16Array.from({ length: sizeOf((raster as Raster).region) }, (_, i) => coverageOf(raster as Raster, i)),
  );

/** The light of a node as weights: what is not there counts as white. */
export const lightNode = (input: Node<'tone'>): Node<'tone'> =>
  planeNode('light', [input], ([raster]) => {
    const { tone, coverage } = raster as RasterOf<'tone'>;
    return coverage ? tone.map((value, i) => ONE - times(ONE - value, coverage[i] as number)) : tone;
  });

/** The product of several planes of weights. */
export const productNode = (planes: readonly Node<'tone'>[]): Node<'tone'> | null => {
  if (planes.length < 2) return planes[0] ?? null;
  return planeNode('product', planes, (rasters) => {
    const out = (rasters[0] as RasterOf<'tone'>).tone.slice();
    for (const raster of rasters.slice(1)) cover(out, 1, (raster as RasterOf<'tone'>).tone);
    return out;
  });
};

/** Coverage cut at one half: every pixel all or nothing, colours kept. */
export const cutNode = (input: Node): Node => ({
  key: keyOf('cut', null, [input]),
  kind: input.kind,
  kept: false,
  want: (region, wants, work) => wantOnce(input, region, wants, work),
  *render(region, work) {
    const raster = yield* rendered(input, region, work);
    const cutPlane = (plane: Int16Array): Int16Array => {
      if (isBlank(plane)) return plane;
      const out = new Int16Array(plane.length);
      work.kernels.table(plane, ALL_OR_NOTHING, out);
      return out;
    };
    if (raster.kind === 'ink') return { ...raster, coverage: cutPlane(raster.coverage) };
    if (raster.kind === 'tone') return { ...raster, coverage: raster.coverage && cutPlane(raster.coverage) };
    return { ...raster, data: cutColours(raster.data) };
  },
});

const ALL_OR_NOTHING = Int16Array.from({ length: ONE + 1 }, (_, v) => (v >= HALF ? ONE : 0));

/** The same data where every pixel is all or nothing already. */
const cutColours = (data: Int16Array): Int16Array => {
  if (isBlank(data)) return data;
  let first = 3;
  while (first < data.length && ((data[first] as number) === ONE || (data[first] as number) === 0)) first += 4;
  if (first >= data.length) return data;
  const out = data.slice();
  for (let i = first - 3; i < out.length; i += 4) {
    const alpha = out[i + 3] as number;
    if (alpha === ONE) continue;
    for (let c = 0; c < 3; c++) {
      out[i + c] = alpha < HALF ? 0 : Math.min(ONE, Math.floor(((out[i + c] as number) * ONE + (alpha >> 1)) / alpha));
    }
    out[i + 3] = alpha < HALF ? 0 : ONE;
  }
  return out;
};

/** A pass laid on what is beneath; `atop` blends colours and keeps beneath's coverage. */
export const layNode = (
  beneath: Node<'colour'>,
  source: Node<'colour'>,
  mode: ModeName,
  strength: number,
  atop = false,
  mask: Node<'tone'> | null = null,
): Node<'colour'> => {
  // On nothing there is nothing to remove; at full strength any other mode leaves the source as it is.
  if (isEmpty(beneath) && mode === 'knock-out') return beneath;
  if (isEmpty(beneath) && strength === ONE && !mask && !atop) return source;
  return blendNode(beneath, source, mode, strength, atop, mask);
};

const blendNode = (
  beneath: Node<'colour'>,
  source: Node<'colour'>,
  mode: ModeName,
  strength: number,
  atop: boolean,
  mask: Node<'tone'> | null,
): Node<'colour'> => ({
  key: keyOf('lay', { mode, strength, atop }, mask ? [beneath, source, mask] : [beneath, source]),
  kind: 'colour',
  kept: true,
  want(region, wants, work) {
    for (const node of mask ? [beneath, source, mask] : [beneath, source]) wantOnce(node, region, wants, work);
  },
  *render(region, work) {
    const under = yield* rendered(beneath, region, work);
    const over = yield* rendered(source, region, work);
    if (isBlank(over.data)) return under;
    const weights = mask ? (yield* rendered(mask, region, work)).tone : null;
    const data = new Int16Array(under.data.length);
    work.kernels.blend(under.data, over.data, mode, atop, strength, weights, data);
    return { kind: 'colour', region, data };
  },
});
