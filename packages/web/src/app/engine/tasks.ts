import {
  automaticLevels,
  bandsOf,
  betterSpots,
  capShare,
  compile,
  compileAnalysis,
  convertNode,
  coverageNode,
  draftScale,
  findPass,
  fontsOf,
  inkShares,
  layoutOf,
  meanTone,
  momentsOf,
  ONE,
  overlap,
  peeled,
  pictureNode,
  plan,
  productNode,
  rendered,
  renderBytes,
  renderReduced,
  rgbOfHex,
  sizeOf,
  stepName,
  surfaceNode,
  textureGreys,
  toneReading,
  toneStatistics,
  trueScale,
  wearLies,
  wearSums,
  whyAt,
  whyNodes,
  wholeRegion,
  wornNodes,
  worstLetters,
  type FontRef,
  type Graph,
  type Node,
  type Pass,
  type Region,
  type Rendering,
  type Sheet,
  type SheetOf,
  type SourceInfo,
  type SurfaceRef,
  type TextureWear,
  type TileName,
  type ToneStatistics,
  type WearSums,
  type Why,
  type Work,
} from '@uvrant/core';
import { READING_BAND } from './reading-band';
import type { BareMask, MeanTones, Others, Pixels, ResultOf, Results, StepReading, Task, TilePlace, TypeSetting } from './protocol';

/** A sheet the worker was given, with the graphs made of it so far. */
export class OpenSheet {
  private readonly graphs = new Map<string, Graph>();
  readonly infoOf: (sha256: string) => SourceInfo | undefined;
  readonly sheetOf: SheetOf;
  /** Every font that it and the sheets it prints set type in. */
  readonly fonts: readonly FontRef[];

  constructor(
    readonly sheet: Sheet,
    readonly infos: readonly SourceInfo[],
    others: Others = {},
  ) {
    this.infoOf = (sha256) => infos.find((info) => info.sha256 === sha256);
    this.sheetOf = (id) => others[id];
    this.fonts = [sheet, ...Object.values(others)].flatMap(fontsOf);
  }

  private graph(name: string, make: () => Graph): Graph {
    const graph = this.graphs.get(name) ?? make();
    this.graphs.set(name, graph);
    return graph;
  }

  get print(): Graph {
    return this.graph('true', () => compile(this.sheet, trueScale(this.sheet.size, this.sheet.ppi), this.infoOf, this.sheetOf));
  }

  draft(halvings: number): Graph {
    return this.graph(`draft ${halvings}`, () =>
      compile(this.sheet, draftScale(this.sheet.size, this.sheet.ppi, halvings), this.infoOf, this.sheetOf),
    );
  }

  get analysis(): Graph {
    return this.graph('analysis', () => compileAnalysis(this.sheet, this.infoOf, this.sheetOf));
  }

  /** The sheet as it was after one of its passes, as a draft. */
  after(pass: string, halvings: number): Graph {
    const moment = momentsOf(this.sheet).filter((each) => each.pass === pass);
    return this.graph(`after ${pass} ${halvings}`, () => this.draftOf(peeled(this.sheet, moment.at(-1) ?? { pass, step: null }), halvings));
  }

  private draftOf(sheet: Sheet, halvings: number): Graph {
    return compile(sheet, draftScale(sheet.size, sheet.ppi, halvings), this.infoOf, this.sheetOf);
  }

  /** What lies beneath a pass, for readings. */
  beneath(pass: string): Graph {
    const moments = momentsOf(this.sheet);
    const before = moments[moments.findIndex((each) => each.pass === pass) - 1] ?? { pass: null, step: null };
    return this.graph(`beneath ${pass}`, () => compileAnalysis(peeled(this.sheet, before), this.infoOf, this.sheetOf));
  }
}

/** Work that first says which tiles it needs, then renders. */
export interface PlannedTask<R> {
  readonly wants: (work: Pick<Work, 'statistics'>) => TileName[];
  readonly run: (work: Work) => Rendering<R>;
  /** Buffers of the result to be handed over. */
  readonly hand: (result: R) => ArrayBuffer[];
}

const pixels = (node: Node<'colour'>, region: Region): PlannedTask<Pixels> => ({
  wants: (work) => plan(node, region, work),
  *run(work) {
    return { width: region.width, height: region.height, bytes: yield* renderBytes(node, region, work) };
  },
  hand: ({ bytes }) => [bytes.buffer],
});

const viewRegion = ({ side, x, y }: TilePlace, whole: Region): Region => {
  const region = overlap({ x: x * side, y: y * side, width: side, height: side }, whole);
  if (!region) throw new Error(`tile ${x}, ${y} is not on the sheet`);
  return region;
};

const trueTile = (graph: Graph, place: TilePlace): PlannedTask<Pixels> => {
  const by = 2 ** place.halvings;
  const { x, y, side } = place;
  const region = overlap({ x: x * side * by, y: y * side * by, width: side * by, height: side * by }, graph.region);
  if (!region) throw new Error(`tile ${x}, ${y} is not on the sheet`);
  return {
    wants: (work) => plan(graph.root, region, work),
    *run(work) {
      const bytes = yield* renderReduced(graph.root, region, place.halvings, work);
      return { width: Math.ceil(region.width / by), height: Math.ceil(region.height / by), bytes };
    },
    hand: ({ bytes }) => [bytes.buffer],
  };
};

const HISTOGRAM_BARS = 64;

const reading = (graph: Graph, pass: string, step: string, sheet: Sheet): PlannedTask<StepReading> => {
  const name = stepName(pass, step);
  const input = convertNode(graph.inputs.get(name) as Node, 'tone');
  const output = convertNode((graph.outputs.get(name) ?? graph.inputs.get(name)) as Node, 'tone');
  const region = wholeRegion(graph.scale);
  const found = findPass(sheet, pass)?.steps.find((each) => each.id === step);
  return {
    wants: (work) => [...plan(input, region, work), ...plan(output, region, work)],
    *run(work) {
      const into = toneStatistics(yield* rendered(input, region, work));
      const out = toneStatistics(yield* rendered(output, region, work));
      const histogram = Array.from({ length: HISTOGRAM_BARS }, () => 0);
      into.weights.forEach((weight, bin) => {
        const bar = Math.min(HISTOGRAM_BARS - 1, Math.floor((bin * HISTOGRAM_BARS) / (into.weights.length - 1)));
        histogram[bar] = (histogram[bar] as number) + (into.total > 0 ? weight / into.total : 0);
      });
      return {
        histogram,
        into: toneReading(into),
        out: toneReading(out),
        meanIn: meanTone(into),
        meanOut: meanTone(out),
        found: found?.kind === 'levels' ? automaticLevels(into, found.params['clip'] as number) : null,
      };
    },
    hand: () => [],
  };
};

const bare = (graph: Graph, pass: string, sheet: Sheet): PlannedTask<BareMask> => {
  const screen = findPass(sheet, pass)?.steps.find((each) => each.kind === 'screen' && each.on);
  const region = wholeRegion(graph.scale);
  // Light without dots: no ink at all, or of an ink that carries the lights nothing but ink.
  const blank = screen?.params['carries'] === 'lights' ? ONE : 0;
  const ink = screen && graph.outputs.get(stepName(pass, screen.id));
  const tone = screen && convertNode(graph.inputs.get(stepName(pass, screen.id)) as Node, 'tone');
  return {
    wants: (work) => (ink && tone ? [...plan(ink, region, work), ...plan(tone, region, work)] : []),
    *run(work) {
      const mask = new Uint8Array(sizeOf(region));
      let count = 0;
      if (ink && tone) {
        const printed = convertNode(ink, 'ink');
        const { coverage } = yield* rendered(printed, region, work);
        const there = (yield* rendered(tone, region, work)).coverage;
        coverage.forEach((value, i) => {
          if (value !== blank || (there && (there[i] as number) === 0)) return;
          mask[i] = 255;
          count++;
        });
      }
      return { width: region.width, height: region.height, mask, share: count / sizeOf(region) };
    },
    hand: ({ mask }) => [mask.buffer],
  };
};

/** Mean tone of a source as placed, where it is there; of what is beneath, on the stock. */
const tones = (open: OpenSheet, pass: string): PlannedTask<MeanTones> => {
  const [graph, under] = [open.analysis, open.beneath(pass)];
  const region = wholeRegion(graph.scale);
  const source = convertNode(graph.sources.get(pass) as Node, 'tone');
  const beneath = convertNode(under.root, 'tone');
  const [r, g, b] = rgbOfHex(open.sheet.stock.colour);
  const stock = (0.2126 * r + 0.7152 * g + 0.0722 * b) / ONE;
  return {
    wants: (work) => [...plan(source, region, work), ...plan(beneath, region, work)],
    *run(work) {
      const picture = meanTone(toneStatistics(yield* rendered(source, region, work)));
      const printed = toneStatistics(yield* rendered(beneath, region, work));
      const covered = printed.total / sizeOf(region);
      return { picture, beneath: covered * meanTone(printed) + (1 - covered) * stock };
    },
    hand: () => [],
  };
};

const setting = (open: OpenSheet, id: string): PlannedTask<TypeSetting> => ({
  wants: () => [],
  *run(work) {
    const pass = findPass(open.sheet, id);
    if (pass?.source.kind !== 'type' || !work.type) throw new Error(`pass ${id} sets no type`);
    const face = work.type.face(pass.source.font);
    const { lines, height } = layoutOf(pass.source, face, pass.placement.width);
    yield;
    return {
      lines: lines.map(({ text, width, em }) => ({ text, width, em })),
      height,
      cap: capShare(face),
      missing: [...new Set(lines.flatMap(({ missing }) => [...missing]))].join(''),
    };
  },
  hand: () => [],
});

/** Long side of the renderings that masks are shown by, pixels. */
const PLANE_SIDE = 1100;

const plane = (open: OpenSheet, of: 'mask' | 'wear', name: string): PlannedTask<BareMask> => {
  const graph = open.draft(halvingsFor(open.sheet, PLANE_SIDE));
  const wearing = of === 'wear' ? graph.wears.get(name) : undefined;
  // What a wear takes is shown where there is something to be taken.
  const node = wearing ? productNode([wearing.taken, coverageNode(wearing.from)]) : graph.masks.get(name);
  const { region } = graph;
  return {
    wants: (work) => (node ? plan(node, region, work) : []),
    *run(work) {
      const mask = new Uint8Array(sizeOf(region));
      const tone = node ? (yield* rendered(node, region, work)).tone : null;
      let sum = 0;
      for (let i = 0; tone && i < mask.length; i++) {
        mask[i] = ((tone[i] as number) * 255) / ONE;
        sum += tone[i] as number;
      }
      return { width: region.width, height: region.height, mask, share: sum / ONE / mask.length };
    },
    hand: ({ mask }) => [mask.buffer],
  };
};

/** A texture wear of a sheet, with its pass. */
const textureWear = (sheet: Sheet, passId: string, wearId: string): { readonly pass: Pass; readonly wear: TextureWear } => {
  const pass = findPass(sheet, passId);
  const wear = pass?.wear.find((each) => each.id === wearId);
  if (!pass || wear?.kind !== 'texture') throw new Error(`pass ${passId} has no texture wear ${wearId}`);
  return { pass, wear };
};

const greys = (open: OpenSheet, passId: string, wearId: string): PlannedTask<ToneStatistics> => {
  const { pass, wear } = textureWear(open.sheet, passId, wearId);
  const [lies, { pxPerMm }] = [wearLies(wear, pass), trueScale(open.sheet.size, open.sheet.ppi)];
  const info = open.infos.find((each) => each.sha256 === wear.picture?.sha256);
  if (!info && !wear.surface) throw new Error('The texture of this wear is not here: add it again, or choose another one.');
  const texture = info ? pictureNode(info, lies, pxPerMm) : surfaceNode(wear.surface as SurfaceRef, lies, pxPerMm);
  const sample = textureGreys(texture, lies, pxPerMm);
  return {
    wants: (work) => sample.regions.flatMap((region) => plan(sample.node, region, work)),
    run: (work) => sample.run(work),
    hand: () => [],
  };
};

const worn = (open: OpenSheet, band: number | null): PlannedTask<WearSums> => {
  const graph = band === null ? open.analysis : open.print;
  const region = band === null ? graph.region : bandsOf(graph.region, READING_BAND)[band];
  if (!region) throw new Error(`the sheet has no band ${band}`);
  return {
    wants: (work) => wornNodes(open.sheet, graph).flatMap((node) => plan(node, region, work)),
    run: (work) => wearSums(open.sheet, graph, region, work),
    hand: () => [],
  };
};

const letters = (open: OpenSheet): PlannedTask<Results['letters']> => {
  const graph = open.analysis;
  return {
    wants: (work) => wornNodes(open.sheet, graph).flatMap((node) => plan(node, graph.region, work)),
    run: (work) => worstLetters(open.sheet, graph, work),
    hand: () => [],
  };
};

const spots = (open: OpenSheet, pass: string, wear: string): PlannedTask<Results['spots']> => {
  const search = betterSpots(open.sheet, pass, wear, open.infoOf, open.sheetOf);
  return {
    wants: (work) => search.nodes.flatMap((node) => plan(node, search.region, work)),
    run: (work) => search.run(work),
    hand: () => [],
  };
};

const why = (open: OpenSheet, x: number, y: number): PlannedTask<Why> => {
  const graph = open.print;
  const region = overlap({ x: Math.floor(x), y: Math.floor(y), width: 1, height: 1 }, graph.region);
  if (!region) throw new Error(`${x}, ${y} is not on the sheet`);
  return {
    wants: (work) => whyNodes(graph).flatMap((node) => plan(node, region, work)),
    run: (work) => whyAt(open.sheet, graph, region, work),
    hand: () => [],
  };
};

/** Halvings after which a sheet's long side has at most so many pixels. */
const halvingsFor = (sheet: Sheet, side: number): number => {
  const { width, height } = trueScale(sheet.size, sheet.ppi);
  return Math.max(0, Math.ceil(Math.log2(Math.max(width, height) / side)));
};

const TASKS: { readonly [K in Task['kind']]: (open: OpenSheet, task: Extract<Task, { kind: K }>) => PlannedTask<Results[K]> } = {
  tile(open, task) {
    if (task.quality === 'true') return trueTile(open.print, task);
    const graph = open.draft(task.halvings);
    return pixels(graph.root, viewRegion(task, graph.region));
  },
  unprinted(open, task) {
    const graph = open.draft(task.halvings);
    const source = graph.sources.get(task.pass);
    if (!source) throw new Error(`no pass ${task.pass}`);
    return pixels(convertNode(source, 'colour'), viewRegion(task, graph.region));
  },
  picture(open, task) {
    const halvings = halvingsFor(open.sheet, task.side);
    const graph = task.after === null ? open.draft(halvings) : open.after(task.after, halvings);
    return pixels(graph.root, graph.region);
  },
  reading: (open, task) => reading(open.analysis, task.pass, task.step, open.sheet),
  inks(open) {
    const graph = open.analysis;
    const region = wholeRegion(graph.scale);
    return {
      wants: (work) => [...graph.printed.values()].flatMap((node) => plan(node, region, work)),
      run: (work) => inkShares(open.sheet, graph, work),
      hand: () => [],
    };
  },
  bare: (open, task) => bare(open.analysis, task.pass, open.sheet),
  setting: (open, task) => setting(open, task.pass),
  tones: (open, task) => tones(open, task.pass),
  plane: (open, task) => plane(open, task.of, task.name),
  greys: (open, task) => greys(open, task.pass, task.wear),
  worn: (open, task) => worn(open, task.band),
  letters: (open) => letters(open),
  spots: (open, task) => spots(open, task.pass, task.wear),
  why: (open, task) => why(open, task.x, task.y),
};

export const plannedTask = <T extends Task>(open: OpenSheet, task: T): PlannedTask<ResultOf<T>> =>
  (TASKS[task.kind] as unknown as (open: OpenSheet, task: T) => PlannedTask<ResultOf<T>>)(open, task);
