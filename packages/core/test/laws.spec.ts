import fc from 'fast-check';
import { ssim } from 'ssim.js';
import {
  convertNode,
  draftScale,
  finish,
  ONE,
  plan,
  rendered,
  renderReduced,
  sizeOf,
  STEPS,
  tilesOf,
  trueScale,
  type Graph,
  type Mask,
  type Node,
  type Raster,
  type Region,
  type Sheet,
} from '../src';
import {
  bytesOfRegion,
  flat,
  graphOf,
  infoOf,
  kernels,
  meanOf,
  pass,
  picture,
  planeOf,
  rasterOf,
  sheet,
  SIZE,
  step,
  workOf,
} from './support/sheets';
import { CASES, EARLIER, LIVELY, screen } from './support/cases';
import { screened, screenParams, stepAt, windowedInk } from './support/screens';

const assembled = (graph: Graph, side: number, within: Region): Uint8Array => {
  const work = workOf();
  const out = new Uint8Array(4 * sizeOf(within));
  for (const tile of tilesOf(within, side)) {
    const bytes = bytesOfRegion(graph, tile, work);
    for (let row = 0; row < tile.height; row++) {
      const to = ((tile.y + row - within.y) * within.width + tile.x - within.x) * 4;
      out.set(bytes.subarray(row * tile.width * 4, (row + 1) * tile.width * 4), to);
    }
  }
  return out;
};

describe.each(CASES)('tile invariance: %s', (_, of) => {
  const graph = graphOf(of);
  test('tiles of 17 and 512 px and the whole give the same bits', () => {
    const whole = bytesOfRegion(graph);
    expect(Buffer.compare(assembled(graph, 17, graph.region), whole)).toBe(0);
    expect(Buffer.compare(assembled(graph, 512, graph.region), whole)).toBe(0);
  });

  test('tiles of one pixel and regions anywhere give the same bits', () => {
    const whole = bytesOfRegion(graph);
    const cut = (r: Region): Uint8Array => {
      const out = new Uint8Array(4 * sizeOf(r));
      for (let row = 0; row < r.height; row++) {
        const from = ((r.y + row) * graph.region.width + r.x) * 4;
        out.set(whole.subarray(from, from + r.width * 4), row * r.width * 4);
      }
      return out;
    };
    const ones = { x: 61, y: 83, width: 9, height: 7 };
    expect(Buffer.compare(assembled(graph, 1, ones), cut(ones))).toBe(0);
    const { width, height } = graph.region;
    const place = fc.record({
      x: fc.nat(width - 2),
      y: fc.nat(height - 2),
      w: fc.integer({ min: 1, max: 70 }),
      h: fc.integer({ min: 1, max: 70 }),
    });
    fc.assert(
      fc.property(place, ({ x, y, w, h }) => {
        const region = { x, y, width: Math.min(w, width - x), height: Math.min(h, height - y) };
        return Buffer.compare(bytesOfRegion(graph, region), cut(region)) === 0;
      }),
      { numRuns: 25, seed: 7 },
    );
  });
});

const whitesPlaced = { ...pass('', picture('ramp')).placement, fit: 'free' as const };
const whites: Mask = {
  id: 'm',
  kind: 'picture',
  on: true,
  invert: false,
  anchor: 'sheet',
  of: { picture: { sha256: 'ramp' }, placement: whitesPlaced },
};

const WITH_AMOUNT = STEPS.filter((declaration) => declaration.amount === 'mix').map(({ kind }) => kind);

describe.each(WITH_AMOUNT)('the amount of %s', (kind) => {
  const treated = (amount: number, masks: readonly Mask[] = []): { input: Raster; output: Raster } => {
    const graph = graphOf(sheet([EARLIER, pass('art', picture('motley'), { steps: [step(kind, LIVELY[kind], { amount, masks })] })]));
    const name = `art/${kind}-1`;
    const region = { x: 20, y: 30, width: 90, height: 80 };
    const output = rasterOf(graph.outputs.get(name) as Node, region);
    return {
      input: rasterOf(
        convertNode(graph.sources.get('art') as Node, output.kind as 'colour', { colour: [0, 0, 0], carriesLights: false }),
        region,
      ),
      output,
    };
  };
  const farthest = (a: Raster, b: Raster): number => {
    const [from, to] = [planeOf(a), planeOf(b)];
    return from.reduce((most, v, i) => Math.max(most, Math.abs(v - (to[i] as number))), 0);
  };

  test('0 is the bare conversion', () => {
    const { input, output } = treated(0);
    expect(farthest(input, output)).toBe(0);
  });
  test('1/256 moves nothing by more than 1/256', () => {
    const { input, output } = treated(1 / 256);
    expect(farthest(input, output)).toBeGreaterThan(0);
    expect(farthest(input, output)).toBeLessThanOrEqual(ONE / 256);
  });
  test('a mask at nothing leaves the input, at all the treated, between the one laid over the other', () => {
    const region = { x: 20, y: 30, width: 90, height: 80 };
    const full = treated(1).output;
    const masked = treated(1, [whites]);
    const mask = rasterOf(graphOf(sheet([pass('m', picture('ramp'), { placement: whitesPlaced })])).root, region);
    const [from, to, got] = [masked.input, full, masked.output].map(planeOf) as [Int16Array, Int16Array, Int16Array];
    for (let i = 0; i < got.length; i += 13) {
      const channels = masked.output.kind === 'colour' ? 4 : 1;
      const weight = mask.data[4 * Math.floor(i / channels)] as number;
      const wanted = (from[i] as number) + (((to[i] as number) - (from[i] as number)) * weight) / ONE;
      expect(Math.abs((got[i] as number) - wanted)).toBeLessThanOrEqual(1);
    }
  });
});

test('an amount that scales makes less of the effect, down to none', () => {
  const spread = (amount: number): number => {
    const graph = graphOf(
      sheet([pass('art', picture('motley'), { steps: [screen(), step('ink-spread', LIVELY['ink-spread'], { amount })] })]),
    );
    return meanOf(planeOf(rasterOf(graph.passes.get('art') as Node, graph.region)));
  };
  const bare = graphOf(sheet([pass('art', picture('motley'), { steps: [screen()] })]));
  const none = meanOf(planeOf(rasterOf(bare.passes.get('art') as Node, bare.region)));
  expect(spread(0)).toBe(none);
  expect(spread(0.5)).toBeGreaterThan(none + 0.005);
  expect(spread(1)).toBeGreaterThan(spread(0.5) + 0.005);
});

test('a draft of a 2-px cell has the true mean tone within 1 %', () => {
  const of = sheet([pass('art', picture('motley'), { steps: [step('grey-response'), screen({ lpi: 12.5 })] })], { ppi: 200 });
  const print = graphOf(of, trueScale(SIZE, 200));
  const draft = graphOf(of, draftScale(SIZE, 200, 3));
  const mean = (g: Graph): number => meanOf(planeOf(rasterOf(g.passes.get('art') as Node, g.region)));
  expect(Math.abs(mean(draft) - mean(print))).toBeLessThan(0.01);
});

describe('the resolution law', () => {
  const of = (ppi: number): Sheet =>
    sheet([pass('art', picture('motley'), { steps: [step('grey-response'), step('levels', { outWhite: 0.94 }), screen({ lpi: 8 })] })], {
      ppi,
    });
  const at = (ppi: number) => {
    const graph = graphOf(of(ppi));
    const coverage = meanOf(planeOf(rasterOf(graph.passes.get('art') as Node, graph.region)));
    // Laid on white and brought to 75 ppi.
    const white = sheet([pass('paper', flat('#ffffff')), ...of(ppi).passes], { ppi });
    const onPaper = graphOf(white);
    const work = workOf();
    work.fetch(plan(onPaper.root, onPaper.region, work));
    const halvings = Math.log2(ppi / 75);
    const side = 2 ** halvings;
    const [width, height] = [Math.floor(onPaper.region.width / side), Math.floor(onPaper.region.height / side)];
    const data = finish(renderReduced(onPaper.root, { x: 0, y: 0, width: width * side, height: height * side }, halvings, work));
    return { coverage, image: { data: new Uint8ClampedArray(data), width, height } };
  };
  const at150 = at(150);
  test.each([300, 600])('150 and %d ppi print the same coverage within 1 % and look alike at 75 ppi', (ppi) => {
    const other = at(ppi);
    expect(Math.abs(other.coverage - at150.coverage)).toBeLessThan(0.01);
    expect(other.image.width).toBe(at150.image.width);
    // Wang, Bovik, Sheikh & Simoncelli 2004, by ssim.js.
    expect(ssim(at150.image as ImageData, other.image as ImageData, { ssim: 'original', downsample: false }).mssim).toBeGreaterThanOrEqual(
      0.95,
    );
  });
});

test('the mean of a screened ramp follows the ramp', () => {
  const region = { x: 0, y: 0, width: 512, height: 512 };
  const raster = screened(screenParams({ lpi: 20, angle: 22.5 }), stepAt(300), region, (x) => x / 511);
  expect(windowedInk(raster)).toBeCloseTo(0.5, 2);
});

test('rendering yields often and touches only what was planned', () => {
  const graph = graphOf(CASES.at(-1)?.[1] as Sheet);
  const work = workOf();
  work.fetch(plan(graph.root, graph.region, work));
  let steps = 0;
  const rendering = rendered(graph.root, graph.region, work);
  while (!rendering.next().done) steps++;
  expect(steps).toBeGreaterThan(5);
  expect(() => finish(rendered(graph.root, graph.region, workOf()))).toThrow('was not planned');
  expect(infoOf('nobody')).toBeUndefined();
  expect(kernels).toBeDefined();
});
