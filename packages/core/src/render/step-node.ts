import type { Arena } from '../raster/arena';
import type { Ways } from '../raster/kernels';
import { ONE, sizeOf, type Raster, type RasterKind, type Region, type Rgb, type ToneRaster } from '../raster/raster';
import { coarseRegion, fineRegion } from '../raster/coarse';
import { grow, hull, regionName } from '../raster/region';
import { blankPlane, isBlank, uniformPlane } from '../raster/uniform';
import type { AnyStep, Coarse, Covered, RasterWork, StepAt } from '../steps/declare';
import { reducedTone, type Through } from '../nodes/coarse-node';
import { bareOf, boundsAs } from '../nodes/convert-node';
import type { RampStop } from '../fields/values';
import { SPOT_SIDE, spotTable, type SpotTable } from '../steps/screen/spot-table';
import { remembering } from '../units/remember';
import { cellsFrom, cellsRegion, type CellGrid } from './cells-node';
import { keyOf } from '../nodes/key';
import { cropped } from '../nodes/rasters';
import { rendered, wantOnce, type Node, type PlanWork, type Rendering, type Wants, type Work } from '../nodes/node';
import { coverageNode } from '../nodes/plane-nodes';
import { statisticsOf, wantStatistics, type StatisticsNode } from '../nodes/statistics-node';
import { withinBounds } from '../nodes/within-bounds';

/**
 * A coarse grid of a step's input, and how many of its pixels the step reads beyond those that a region touches. Where that is not far
 * it is taken from the input as the step reads it, and has no node of its own.
 */
export interface CoarseInput {
  readonly node: Node<'tone'> | null;
  readonly shift: number;
  readonly reach: number;
  readonly through: Through | null;
}

/** The region of a coarse grid that a region of the step reads. */
const coarseRead = ({ shift, reach }: CoarseInput, region: Region): Region => grow(coarseRegion(region, shift), reach);

/** A region and all that its coarse grids take from the input itself. */
const withGrids = (coarse: readonly CoarseInput[], region: Region): Region =>
  coarse.reduce((all, each) => (each.node ? all : hull(all, fineRegion(coarseRead(each, region), each.shift))), region);

/** A draft reads so many pixels beyond a region, or a multiple of them: while a dial turns, what lies before it stays what was rendered. */
const DRAFT_MARGIN = 4;

/** About a region, what is read beyond it in steps of DRAFT_MARGIN pixels. */
const steady = (wide: Region, region: Region): Region => {
  const beyond = Math.max(
    region.x - wide.x,
    region.y - wide.y,
    wide.x + wide.width - region.x - region.width,
    wide.y + wide.height - region.y - region.height,
  );
  return grow(region, DRAFT_MARGIN * Math.ceil(beyond / DRAFT_MARGIN));
};

/** Greys of a raster, or its ink, as a tone. */
const asGreys = (raster: Raster): ToneRaster => {
  if (raster.kind === 'tone') return raster;
  if (raster.kind === 'ink') return { kind: 'tone', region: raster.region, tone: raster.coverage, coverage: null };
  throw new Error(`a ${raster.kind} raster has no greys of its own`);
};

/** The ways of a bend. */
export interface BendNodes {
  readonly x: Node<'tone'>;
  readonly y: Node<'tone'>;
  readonly mostMm: number;
}

/** A step as the graph holds it: its declaration, params, and the tones it wants to know. */
export interface StepCall {
  readonly declaration: AnyStep;
  readonly params: Readonly<Record<string, unknown>>;
  readonly at: StepAt;
  readonly statistics: StatisticsNode | null;
  /** The earlier pass whose tones it reads. */
  readonly others: StatisticsNode | null;
  /** The coarse grids that it wishes for. */
  readonly coarse: readonly CoarseInput[];
  /** The pass's source as placed, where the step reads it. */
  readonly original: Node<'colour'> | null;
  /** The map that it reads, and its tones where they are asked for. */
  readonly map: Node<'tone'> | null;
  readonly mapTones: StatisticsNode | null;
  /** The cell with the dot of one's own in it. */
  readonly spot: Node<'tone'> | null;
  /** How a bend before it moves its dots: two planes of ways, ± ONE as far as `mostMm`. */
  readonly bend: BendNodes | null;
  /** The cells that it decides on. */
  readonly cells: { readonly node: Node<'index'>; readonly grid: CellGrid } | null;
}

/** Colours that a step's dials name, as they are now: an ink may change its colour and keep its name. */
const coloursNamed = ({ dials }: AnyStep, params: StepCall['params'], { colourOf }: StepAt): unknown[] =>
  Object.entries(dials).flatMap(([name, { type }]) => {
    if (type === 'colour') return [colourOf(params[name])];
    return type === 'ramp' ? (params[name] as readonly RampStop[]).map(({ colour }) => colourOf(colour)) : [];
  });

export const callKey = (call: StepCall, extra: unknown): unknown => {
  const { declaration, params, at, statistics, others, coarse, original, map, mapTones, cells, bend, spot } = call;
  return [
    declaration.kind,
    declaration.version,
    params,
    [at.pxPerMm, at.size, at.edges, at.draft, at.edges === 'screened' ? at.dots : null],
    statistics?.node.key,
    others?.node.key,
    original?.key,
    map?.key,
    mapTones?.node.key,
    cells?.node.key,
    spot?.key,
    bend && [bend.x.key, bend.y.key, bend.mostMm],
    declaration.reads ? [at.box, at.placement] : null,
    coarse.map(({ node, shift, reach, through }) => node?.key ?? [shift, reach, through?.name]),
    coloursNamed(declaration, params, at),
    extra,
  ];
};

export function* knownAt(call: StepCall, work: Work): Rendering<StepAt> {
  const statistics = call.statistics ? yield* statisticsOf(call.statistics, work) : null;
  const others = call.others ? yield* statisticsOf(call.others, work) : null;
  const mapTones = call.mapTones ? yield* statisticsOf(call.mapTones, work) : null;
  return { ...call.at, statistics, others, mapTones };
}

/** Plans what a step has to know of tones before it can begin. */
export const wantKnown = ({ statistics, others, mapTones }: StepCall, wants: Wants, work: PlanWork): void => {
  for (const tones of [statistics, others, mapTones]) if (tones) wantStatistics(tones, wants, work);
};

/** The ways of a bend on a region: dots at p are those that were at p − d(p). */
function* waysOf({ x, y, mostMm }: BendNodes, region: Region, pxPerMm: number, work: Work): Rendering<Ways> {
  const most = -Math.round(mostMm * pxPerMm * 256);
  const across = yield* rendered(x, region, work);
  const down = yield* rendered(y, region, work);
  return { x: across.tone, y: down.tone, across: most, down: most };
}

const SPOT_REGION: Region = { x: 0, y: 0, width: SPOT_SIDE, height: SPOT_SIDE };

/** The latest dots of one's own, by the key of their cell. */
const spotTables = remembering(
  8,
  ({ key }: { readonly key: string; readonly light: Int16Array }) => key,
  ({ light }) => spotTable(light),
);

const roundSpot = (): SpotTable => spotTables({ key: 'round', light: uniformPlane(sizeOf(SPOT_REGION), ONE) });

function* spotOf(node: Node<'tone'>, work: Work): Rendering<() => SpotTable> {
  const { tone } = yield* rendered(node, SPOT_REGION, work);
  return () => spotTables({ key: node.key, light: tone });
}

const isBare = (raster: Raster): boolean =>
  raster.kind === 'colour'
    ? isBlank(raster.data)
    : raster.kind === 'ink'
      ? isBlank(raster.coverage)
      : raster.kind === 'tone' && raster.coverage !== null && isBlank(raster.coverage);

/** Where a step prints, of an input that has something in a box only. */
const printedIn = (
  { declaration, params, at }: StepCall,
  input: Node,
  reach: number,
  kind: 'colour' | 'tone' | 'ink',
  colour: Rgb | undefined,
): Pick<Node, 'bounds' | 'lateBounds'> => {
  if (declaration.printsIn) return input.bounds ? { bounds: { box: declaration.printsIn(params, at), bare: bareOf(kind, colour) } } : {};
  const spreads = declaration.reads ? (declaration.spreads?.(params, at) ?? null) : 0;
  return spreads === null ? {} : boundsAs(input, kind, colour, (box) => grow(box, reach + Math.ceil(spreads * at.pxPerMm)));
};

/** The coverage that stands for all of an input of which a step reads no more than it and its grids; null where its tones are read as well. */
export const coverageFor = (declaration: AnyStep, params: StepCall['params'], input: Node): Node['coverage'] | null =>
  declaration.readsGridsOnly?.(params) ? (input.coverage ?? null) : null;

/** A step on rasters: reads its reach beyond the region asked for. Where there is nothing within its reach it gives nothing. */
export const stepNode = (input: Node, call: StepCall): Node => {
  const { declaration } = call;
  const reach = Math.ceil(declaration.reach(call.params) * call.at.pxPerMm);
  const kind = (declaration.gives === 'same' ? input.kind : declaration.gives) as 'colour' | 'tone' | 'ink';
  const colour = declaration.ink?.(call.params, call.at).colour ?? input.colour;
  const bare = bareOf<typeof kind>(kind, colour);
  const read = (region: Region): Region => declaration.reads?.(call.params, region, call.at) ?? grow(region, reach);
  const whole = (region: Region): Region => {
    const all = withGrids(call.coarse, read(region));
    return call.at.draft && !declaration.reads ? steady(all, region) : all;
  };
  const coverageAlone = call.coarse.every(({ node }) => node !== null) ? coverageFor(declaration, call.params, input) : null;
  const coverage = declaration.readsCoverage ? coverageNode(input.readingOf?.kind === 'ink' ? input.readingOf : input) : null;
  const isColourless = declaration.readsCoverage?.(call.params) === 'alone';
  function* coveredOf(region: Region, work: Work): Rendering<Covered | null> {
    return coverage && { region, plane: (yield* rendered(coverage, region, work)).tone };
  }
  function* inputOf(region: Region, covered: Covered | null, work: Work): Rendering<Raster> {
    if (covered) return isColourless || isBlank(covered.plane) ? bare(region) : yield* rendered(input, region, work);
    if (!coverageAlone) return yield* rendered(input, whole(region), work);
    const from = read(region);
    return { kind: 'tone', region: from, tone: blankPlane(sizeOf(from)), coverage: coverageAlone(from, work) };
  }
  return withinBounds<RasterKind>({
    key: keyOf('step', callKey(call, null), [input]),
    kind,
    ...(colour && kind === 'ink' ? { colour } : {}),
    ...printedIn(call, input, reach, kind, colour),
    want(region, wants, work) {
      wantKnown(call, wants, work);
      const from = read(region);
      if (call.original) wantOnce(call.original, from, wants, work);
      if (call.map) wantOnce(call.map, from, wants, work);
      if (call.bend) for (const ways of [call.bend.x, call.bend.y]) wantOnce(ways, from, wants, work);
      if (call.spot) wantOnce(call.spot, SPOT_REGION, wants, work);
      if (call.cells) wantOnce(call.cells.node, cellsRegion(call.cells.grid), wants, work);
      for (const each of call.coarse) if (each.node) wantOnce(each.node, coarseRead(each, from), wants, work);
      if (coverage) wantOnce(coverage, from, wants, work);
      else if (!coverageAlone) wantOnce(input, whole(region), wants, work);
    },
    *render(region, work) {
      const { arena } = work.kernels;
      const from = read(region);
      const covered = yield* coveredOf(from, work);
      const all = yield* inputOf(region, covered, work);
      if (covered ? isBlank(covered.plane) : isBare(all))
        return kind === 'ink' && all.kind === 'ink' ? bareOf('ink', colour ?? all.colour)(region) : bare(region);
      const known = yield* knownAt(call, work);
      const original = call.original ? yield* rendered(call.original, from, work) : null;
      const map = call.map ? yield* rendered(call.map, from, work) : null;
      const cells = call.cells && cellsFrom(yield* rendered(call.cells.node, cellsRegion(call.cells.grid), work), call.cells.grid);
      const spot = call.spot ? yield* spotOf(call.spot, work) : roundSpot;
      const bend = call.bend ? yield* waysOf(call.bend, from, call.at.pxPerMm, work) : null;
      const coarse: Coarse[] = [];
      // Grids of one region are made of the same greys.
      const greys = new Map<string, ToneRaster>();
      const greysOver = (fine: Region): ToneRaster => {
        const name = regionName(fine);
        const known = greys.get(name) ?? (cropped(asGreys(all), fine, arena) as ToneRaster);
        greys.set(name, known);
        return known;
      };
      for (const each of call.coarse) {
        const wanted = coarseRead(each, from);
        const { shift, through } = each;
        const tone = each.node
          ? yield* rendered(each.node, wanted, work)
          : reducedTone(greysOver(fineRegion(wanted, shift)), wanted, shift, through, work.kernels);
        coarse.push({ shift, tone });
      }
      const wide = cropped(all, covered ? region : from, arena);
      const at: StepAt = { ...known, original, map, cells, spot, bend, coarse, covered, wanted: declaration.reads ? region : from };
      const apply = declaration.apply as RasterWork<unknown, 'any', 'same'>;
      const mark = arena.mark();
      const made = yield* apply(wide, call.params, at, work.kernels);
      return packed(cropped(made, region, arena), mark, arena);
    },
  });
};

/** A raster without what was laid out on the way to it since a mark. */
const packed = (raster: Raster, mark: number, arena: Arena): Raster => {
  if (raster.kind === 'index') return raster;
  if (raster.kind === 'colour') return { ...raster, data: arena.pack(mark, [raster.data])[0] as Int16Array };
  if (raster.kind === 'ink') return { ...raster, coverage: arena.pack(mark, [raster.coverage])[0] as Int16Array };
  const [tone, coverage] = arena.pack(mark, raster.coverage ? [raster.tone, raster.coverage] : [raster.tone]);
  return { ...raster, tone: tone as Int16Array, coverage: coverage ?? null };
};
