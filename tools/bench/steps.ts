/** A row for every step: what it adds to a pass, a megapixel, one thread, beside the nearest operation of a general-purpose image library. */
import sharp, { type Sharp } from 'sharp';
import { createKernels } from '@uvrant/kernels';
import {
  ByteCache,
  compile,
  finish,
  freshPass,
  freshStep,
  Pool,
  renderReduced,
  STEPS,
  tileKey,
  tilesOf,
  trueScale,
  wantsOf,
  rendered,
  scoped,
  settled,
  type AnyStep,
  type Node,
  type Sheet,
  type SourceTile,
  type Step,
  type StepKind,
  type ToneStatistics,
  type TypePort,
  type Work,
} from '@uvrant/core';
import { drawn, tilesOfPictures } from '../../packages/core/test/support/pictures';
import { typeOf } from './host';
import { timed } from './rows';
import { HEAVY_STEPS } from './sheets';

/** 8 × 6 in at 300 ppi: 4.3 megapixels. */
const SIZE = { width: 203.2, height: 152.4 };
const PPI = 300;
const [WIDTH, HEIGHT] = [2400, 1800];
const MEGAPIXELS = (WIDTH * HEIGHT) / 1e6;
const BLOCK = 512;

/** The nearest that sharp (libvips) has, on the same raster of greys or colours; steps without a row have none. */
const NEAREST: Partial<Record<StepKind, (image: Sharp) => Sharp>> = {
  levels: (image) => image.normalise(),
  contrast: (image) => image.linear(1.6, -40),
  'local-contrast': (image) => image.clahe({ width: 64, height: 64 }),
  threshold: (image) => image.threshold(128),
  invert: (image) => image.negate({ alpha: false }),
  blur: (image) => image.blur(3.5),
  sharpen: (image) => image.sharpen({ sigma: 3 }),
  denoise: (image) => image.median(5),
  'soft-glow': (image) => image.blur(17),
  'lit-highlights': (image) => image.blur(40),
  'grey-response': (image) => image.greyscale(),
  saturation: (image) => image.modulate({ saturation: 1.3 }),
  'one-hue': (image) => image.modulate({ hue: 30 }),
  tint: (image) => image.tint('#1f5f78'),
  'ink-spread': (image) => image.blur(1.4),
  misregister: (image) => image.affine([1, 0, 0, 1], { odx: 9.4, ody: 5.9 }),
};

const picture = drawn(
  'bench',
  1200,
  900,
  3,
  (x, y, c) => 0.5 + 0.3 * Math.sin(40 * x + 3 * c) * Math.cos(31 * y) + 0.2 * Math.sin(900 * x * y),
);

const sheetOf = (steps: readonly Step[]): Sheet => ({
  format: 'uvrant-sheet',
  version: 1,
  name: 'Bench',
  size: SIZE,
  ppi: PPI,
  edges: 'smooth',
  stock: { name: 'White', colour: '#ffffff' },
  inks: [{ id: 'soot', name: 'Soot', colour: '#1e1c1e' }],
  passes: [
    {
      ...freshPass(
        'art',
        'Art',
        { kind: 'picture', picture: { sha256: 'bench' } },
        {
          ...{ x: SIZE.width / 2, y: SIZE.height / 2, ...SIZE, turn: 0, flipX: false, flipY: false },
          ...{ fit: 'fill', beyond: 'nothing' },
        },
      ),
      steps,
    },
  ],
});

const workOf = (type: TypePort | null = null): Work => {
  const tiles = tilesOfPictures([picture]);
  const held = new Map<string, SourceTile>();
  return {
    kernels: createKernels(),
    tile: (name) => held.get(tileKey(name)) ?? (held.set(tileKey(name), tiles(name)).get(tileKey(name)) as SourceTile),
    rasters: new Pool(64 * 2 ** 20, null, 'grids'),
    statistics: new ByteCache<ToneStatistics>(2 ** 20),
    type,
  };
};

/** Milliseconds for a pass with some steps, block by block; statistics are read before. */
const passTime = async (steps: readonly Step[]): Promise<number> => {
  const type = await typeOf([sheetOf(steps)]);
  const graph = compile(sheetOf(steps), trueScale(SIZE, PPI), () => picture.info);
  const node = graph.passes.get('art') as Node;
  const run = (work: Work): void => {
    for (const block of tilesOf(graph.region, BLOCK)) {
      finish(
        scoped(work, function* (inside) {
          return settled(yield* rendered(node, block, inside), inside.kernels);
        }),
      );
    }
  };
  const work = workOf(type);
  run(work);
  const again = (): Promise<number> => timed(() => run({ ...work, rasters: new Pool(64 * 2 ** 20, null, 'grids') }));
  return Math.min(await again(), await again(), await again());
};

const beforeOf = (step: AnyStep): readonly Step[] => {
  if (step.takes === 'ink' || step.kind === 'colour-back') return [freshStep('grey-response'), freshStep('screen', { lpi: 20 })];
  return step.takes === 'tone' && step.kind !== 'grey-response' ? [freshStep('grey-response')] : [];
};

/** A chain of ten steps at a draft's scale (1.1 megapixels at most), in whole: its first and its last dial moved. */
const tenSteps = async (): Promise<void> => {
  const steps = HEAVY_STEPS.map((kind) => freshStep(kind));
  const halvings = 1;
  const region = { x: 0, y: 0, width: WIDTH >> halvings, height: HEIGHT >> halvings };
  const work = { ...workOf(), rasters: new Pool(112 * 2 ** 20) };
  const scale = { width: region.width, height: region.height, pxPerMm: PPI / 25.4 / 2 ** halvings, curves: 'where too fine' as const };
  const draft = async (change: (steps: readonly Step[]) => readonly Step[]): Promise<number> => {
    const graph = compile(sheetOf(change(steps)), scale, () => picture.info);
    finish(wantsOf(graph.root, region, work));
    return timed(() => tilesOf(region, BLOCK).forEach((tile) => finish(renderReduced(graph.root, tile, 0, work))));
  };
  const turned = (kind: string, params: (n: number) => Record<string, unknown>) => (n: number) => (all: readonly Step[]) =>
    all.map((step) => (step.kind === kind ? { ...step, params: { ...step.params, ...params(n) } } : step));
  for (const [row, change, bound] of [
    ['draft of ten steps, 1200 × 900: the last dial', turned('dry-roller', (n) => ({ dry: 0.3 + n / 50 })), 16],
    ['draft of ten steps, 1200 × 900: the first dial', turned('grey-response', (n) => ({ by: 'shares', red: 0.3 + n / 100 })), 60],
  ] as const) {
    await draft((all) => all);
    const times: number[] = [];
    for (let n = 0; n < 7; n++) times.push(await draft(change(n)));
    const median = times.slice(2).sort((a, b) => a - b)[2] as number;
    console.log(`${row.padEnd(56)} ${median.toFixed(1).padStart(8)} ms  at most ${bound} ms`);
  }
};

export const stepRows = async (only: (step: AnyStep) => boolean = () => true): Promise<void> => {
  console.log('');
  console.log(
    `Each step on ${MEGAPIXELS.toFixed(1)} megapixels at 300 ppi, its defaults, one thread: ms a megapixel beside sharp’s nearest`,
  );
  const grey = Buffer.from(Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => (i * 7919) % 256));
  const colours = Buffer.from(Uint8Array.from({ length: 3 * WIDTH * HEIGHT }, (_, i) => (i * 7919) % 256));
  const before = new Map<string, number>();
  for (const step of (STEPS as readonly AnyStep[]).filter(only)) {
    const first = beforeOf(step);
    const name = JSON.stringify(first);
    if (!before.has(name)) before.set(name, await passTime(first));
    const ours = ((await passTime([...first, freshStep(step.kind as StepKind)])) - (before.get(name) as number)) / MEGAPIXELS;
    const near = NEAREST[step.kind as StepKind];
    const channels: 1 | 3 = step.takes === 'colour' ? 3 : 1;
    const raw = { raw: { width: WIDTH, height: HEIGHT, channels: channels } };
    const image = (): Sharp => sharp(channels === 3 ? colours : grey, raw);
    const run = near ? (): Promise<unknown> => near(image()).raw().toBuffer() : null;
    const theirs = run ? Math.min(await timed(run), await timed(run), await timed(run)) / MEGAPIXELS : null;
    const ratio = theirs === null ? '' : `${theirs.toFixed(1).padStart(7)} ms ${(ours / theirs).toFixed(2).padStart(6)}`;
    console.log(`${step.kind.padEnd(56)} ${ours.toFixed(1).padStart(6)} ms ${ratio}`);
  }
  await tenSteps();
};
