import {
  bareOf,
  coarseNode,
  coarseRegion,
  compile,
  coverageNode,
  cropped,
  finish,
  fineRegion,
  grow,
  heapArena,
  hull,
  Memo,
  ONE,
  paste,
  plan,
  Pool,
  readNode,
  rendered,
  rampAt,
  scoped,
  settled,
  sizeOf,
  smoothstep,
  stepOfKind,
  trueScale,
  type Node,
  type Raster,
  type Region,
  type Sheet,
} from '../src';
import { graphOf, infoOf, kernels, pass, picture, planeOf, rasterOf, sheet, SIZE, step, workOf } from './support/sheets';

const tone = (region: Region, at: (x: number, y: number) => number, coverage?: (x: number, y: number) => number): Raster => {
  const plane = (of: (x: number, y: number) => number): Int16Array =>
    Int16Array.from({ length: region.width * region.height }, (_, i) =>
      of(region.x + (i % region.width), region.y + Math.floor(i / region.width)),
    );
  return { kind: 'tone', region, tone: plane(at), coverage: coverage ? plane(coverage) : null };
};
const nodeOf = (at: (x: number, y: number) => number, coverage?: (x: number, y: number) => number): Node<'tone'> => ({
  key: 'made here',
  kind: 'tone',
  want: () => undefined,
  *render(region) {
    yield;
    return tone(region, at, coverage) as Raster & { kind: 'tone' };
  },
});

describe('coarse grids', () => {
  const region = { x: -3, y: 2, width: 9, height: 7 };

  test('lie on the sheet: a coarse pixel is the mean of its square, whatever region asks for it', () => {
    const at = (x: number, y: number): number => 4000 + 37 * x + 11 * y;
    const grid = coarseNode(nodeOf(at), 3, null);
    const { tone: values } = finish(rendered(grid, region, workOf()));
    for (let i = 0; i < values.length; i++) {
      const [cx, cy] = [region.x + (i % region.width), region.y + Math.floor(i / region.width)];
      // The mean of a plane is its value in the middle of the square.
      expect(Math.abs((values[i] as number) - at(8 * cx + 3.5, 8 * cy + 3.5))).toBeLessThanOrEqual(1);
    }
    const part = finish(rendered(grid, { x: 2, y: 4, width: 1, height: 1 }, workOf())).tone[0];
    expect(part).toBe(values[2 * region.width + 5]);
  });

  test('do not count what is not covered, and take greys through a table before their means', () => {
    // Half of each square is there, all of it at one tone.
    const half = coarseNode(
      nodeOf(
        (x) => (x % 2 === 0 ? 9000 : 0),
        (x) => (x % 2 === 0 ? ONE : 0),
      ),
      2,
      null,
    );
    const raster = finish(rendered(half, { x: 0, y: 0, width: 3, height: 3 }, workOf()));
    expect(new Set(raster.tone)).toEqual(new Set([9000]));
    expect(new Set(raster.coverage)).toEqual(new Set([ONE / 2]));
    const squares = Int16Array.from({ length: ONE + 1 }, (_, v) => (v * v) >> 14);
    const through = coarseNode(
      nodeOf((x) => (x % 2 === 0 ? ONE : 0)),
      1,
      { name: 'squares', table: squares },
    );
    expect(new Set(finish(rendered(through, { x: 0, y: 0, width: 4, height: 2 }, workOf())).tone)).toEqual(new Set([ONE / 2]));
  });

  test('are kept by a pool that keeps nothing else, so that neighbours do not make them anew', () => {
    const pool = new Pool(1e7, null, 'grids');
    expect([pool.wants('a', 'grid'), pool.wants('b', 'dear'), pool.wants('c', undefined), pool.wants('c', undefined)]).toEqual([
      true,
      false,
      false,
      false,
    ]);
    let asked = 0;
    const counted = coarseNode(
      nodeOf((x, y) => {
        asked++;
        return x + y + 5000;
      }),
      4,
      null,
    );
    const work = { ...workOf(), rasters: pool };
    const first = finish(rendered(counted, { x: 0, y: 0, width: 8, height: 8 }, work)).tone;
    const once = asked;
    expect(finish(rendered(counted, { x: 4, y: 4, width: 8, height: 8 }, work)).tone.slice(0, 4)).toEqual(
      Int16Array.from({ length: 4 }, (_, i) => first[4 * 8 + 4 + i] as number),
    );
    expect(asked).toBe(once);
  });

  test('what they are made of is held until its block comes, which then is cut from it, and no longer', () => {
    const shift = 3;
    const blocks = [
      { x: 0, y: 0, width: 512, height: 512 },
      { x: 512, y: 0, width: 100, height: 300 },
    ] as const;
    const at = (x: number, y: number): number => (97 * x + 31 * y) & 8191;
    let made = 0;
    const plain = nodeOf(at);
    const counted: Node<'tone'> = {
      ...plain,
      *render(region, work) {
        made++;
        return yield* plain.render(region, work);
      },
    };
    const grid = coarseNode(counted, shift, null);
    const work = { ...workOf(), kernels, rasters: new Pool(1e7, null, 'grids', 1e7) };
    // As a step does: what it works on, then the grid about it.
    const block = (region: Region): Int16Array =>
      finish(
        scoped(work, function* (inside) {
          const { tone: own } = yield* rendered(counted, region, inside);
          yield* rendered(grid, grow(coarseRegion(region, shift), 1), inside);
          return own.slice();
        }),
      );
    const [first, second] = blocks.map(block) as [Int16Array, Int16Array];
    expect([first, second]).toEqual(blocks.map((region) => planeOf(tone(region, at))));
    // The first block and the eight about it, once each; the second is one of those.
    expect(made).toBe(9);
    block(blocks[1]);
    expect(made).toBe(10);
  });

  test.each([
    ['bounds', 30],
    ['bounds that are known late', 30],
    ['no bounds', 512],
  ])('of ink in a box with %s, rows %i px wide are held, and nothing is laid round it again', (kind, width) => {
    const box = { x: 40, y: 70, width: 30, height: 20 };
    const region = { x: 0, y: 0, width: 512, height: 512 };
    const bare = bareOf<'ink'>('ink', [1, 2, 3]);
    let made = 0;
    const ink: Node<'ink'> = {
      key: 'ink in a box',
      kind: 'ink',
      ...(kind === 'bounds' ? { bounds: { box, bare } } : {}),
      ...(kind === 'bounds that are known late' ? { lateBounds: { boxAt: () => box, bare } } : {}),
      want: () => undefined,
      *render(of) {
        yield;
        made++;
        const coverage = new Int16Array(sizeOf(of));
        paste(new Int16Array(sizeOf(box)).fill(1234), box, coverage, of);
        return { kind: 'ink', region: of, coverage, colour: [1, 2, 3] };
      },
    };
    const pool = new Pool(1e7, null, 'grids', 2 * width * box.height);
    const work = { ...workOf(), kernels, rasters: pool };
    finish(rendered(coarseNode(coverageNode(ink), 2, null), { x: 0, y: 0, width: 128, height: 128 }, work));
    const again = finish(
      scoped(work, function* (inside) {
        return settled(yield* rendered(ink, region, inside), kernels);
      }),
    );
    expect(made).toBe(1);
    expect(again).toEqual(finish(ink.render(region, work)));
  });

  test('their regions hold each other', () => {
    for (const shift of [0, 1, 5]) {
      const fine = fineRegion(coarseRegion(region, shift), shift);
      expect(hull(fine, region)).toEqual(fine);
    }
    expect(hull({ x: 0, y: 0, width: 2, height: 2 }, { x: 5, y: -1, width: 1, height: 1 })).toEqual({ x: 0, y: -1, width: 6, height: 3 });
  });
});

describe('what a scope remembers', () => {
  const wide = { x: 0, y: 0, width: 20, height: 10 };
  const inner = { x: 4, y: 3, width: 5, height: 2 };
  const at = (x: number, y: number): number => 100 * x + y;

  test('a region within one that is there is cut from it; one that reaches beyond is not known', () => {
    const memo = new Memo();
    memo.put('n', wide, tone(wide, at, at));
    expect(memo.get('n', inner, heapArena)).toEqual(tone(inner, at, at));
    expect(memo.get('n', { ...inner, x: 17 }, heapArena)).toBeUndefined();
    expect(memo.get('other', inner, heapArena)).toBeUndefined();
  });

  test('every kind that steps work on is cut, an index plane is not', () => {
    const ink = { kind: 'ink' as const, region: wide, coverage: planeOf(tone(wide, at)), colour: [0, 0, 0] as const };
    expect(planeOf(cropped(ink, inner, heapArena))).toEqual(planeOf(tone(inner, at)));
    const data = Int16Array.from({ length: 800 }, (_, i) => i);
    const colour = cropped({ kind: 'colour', region: wide, data }, inner, heapArena);
    expect(planeOf(colour).slice(0, 4)).toEqual(data.slice(4 * (3 * 20 + 4), 4 * (3 * 20 + 4) + 4));
    const index = { kind: 'index' as const, region: wide, entries: new Uint8Array(200), palette: new Int16Array(4) };
    expect(() => cropped(index, inner, heapArena)).toThrow('an index plane is not cut');
    const memo = new Memo();
    memo.put('i', wide, index);
    expect(memo.get('i', inner, heapArena)).toBeUndefined();
  });

  test('an amount does not double the work of the steps before it', () => {
    const chain = (amount: number): number => {
      const kinds = ['sharpen', 'denoise', 'soft-glow', 'edge-lines'];
      const steps = [step('grey-response'), ...kinds.map((kind) => step(kind, {}, { id: kind, amount }))];
      const graph = graphOf(sheet([pass('art', picture('motley'), { steps })]));
      // Counts the values that the picture is asked for, by what the first step's table sees.
      let asked = 0;
      const work = workOf();
      const { greyByHue, grey } = work.kernels;
      const counting = {
        ...work,
        kernels: {
          ...work.kernels,
          grey: (...given: Parameters<typeof grey>) => ((asked += given[2].length), grey(...given)),
          greyByHue: (...given: Parameters<typeof greyByHue>) => ((asked += given[3].length), greyByHue(...given)),
        },
      };
      rasterOf(graph.passes.get('art') as Node, { x: 20, y: 20, width: 64, height: 64 }, counting);
      return asked;
    };
    expect(chain(0.5)).toBeLessThanOrEqual(1.5 * chain(1));
  });
});

describe('colours that dials name', () => {
  const of = (colour: string): Sheet =>
    sheet([pass('art', picture('ramp'), { steps: [step('tint'), step('split-tint', { darks: { ink: 'soot' } })] })], {
      inks: [{ id: 'soot', name: 'Soot', colour }],
    });

  test('an ink that changes its colour reaches what was kept of a tint', () => {
    const region = { x: 40, y: 40, width: 16, height: 16 };
    const work = { ...workOf(), rasters: new Pool(1e8) };
    const shown = (colour: string): Int16Array => {
      const node = compile(of(colour), trueScale(SIZE, 100), infoOf).passes.get('art') as Node;
      work.fetch(plan(node, region, workOf()));
      // Asked for twice, it is kept.
      finish(rendered(node, region, work));
      return planeOf(finish(rendered(node, region, work))).slice();
    };
    const [soot, cobalt] = [shown('#1e1c1e'), shown('#2040c0')];
    expect(cobalt).not.toEqual(soot);
    expect(shown('#1e1c1e')).toEqual(soot);
  });

  test('ramps run as they are seen: a clear colour lends its neighbour nothing', () => {
    const points = [
      { at: 0.2, colour: [ONE, 0, 0] as const, strength: 0 },
      { at: 0.8, colour: [0, 0, ONE] as const, strength: 1 },
    ];
    expect(rampAt(points, 0.5)).toEqual({ colour: [0, 0, ONE], strength: expect.closeTo(0.5, 9) as number });
    expect(rampAt(points, 0).strength).toBe(0);
    expect(rampAt(points, 1)).toEqual({ colour: [0, 0, ONE], strength: 1 });
    const solid = points.map((point) => ({ ...point, strength: 1 }));
    expect(rampAt(solid, 0.35).colour[0]).toBeCloseTo(0.75 * ONE, 6);
  });

  test('smooth passages begin and end where they say, upwards or downwards', () => {
    expect([0.1, 0.2, 0.5, 0.8, 0.9].map((v) => smoothstep(0.2, 0.8, v))).toEqual([0, 0, expect.closeTo(0.5, 9), 1, 1]);
    expect([0.1, 0.9].map((v) => smoothstep(0.8, 0.2, v))).toEqual([1, 0]);
  });
});

test('a picture in colour keeps its coverage under a step on greys, and an ink is read by how much there is', () => {
  const steps = [step('sharpen', { strength: 3, halo: 1 })];
  const [plain, sharp] = [[], steps].map((each) => {
    const graph = graphOf(sheet([pass('art', picture('motley'), { steps: each })]));
    return planeOf(rasterOf(graph.passes.get('art') as Node, { x: 30, y: 20, width: 80, height: 90 }));
  }) as [Int16Array, Int16Array];
  expect(sharp.filter((_, i) => i % 4 === 3)).toEqual(plain.filter((_, i) => i % 4 === 3));
  expect(sharp).not.toEqual(plain);
  const ink = graphOf(sheet([pass('art', picture('ramp'), { steps: [step('screen')] })])).passes.get('art') as Node;
  const region = { x: 20, y: 20, width: 60, height: 60 };
  expect(planeOf(rasterOf(readNode(ink), region))).toEqual(planeOf(rasterOf(ink, region)));
});

test('an older ink spread without spread goes on leaving edges alone', () => {
  const upgrade = stepOfKind('ink-spread')?.upgrade;
  expect(upgrade?.({ spread: 0, ragged: 0.4, seed: 1 }, 1)).toMatchObject({ spread: 0, ragged: 0 });
  expect(upgrade?.({ spread: 0.1, ragged: 0.4, seed: 1 }, 1)).toMatchObject({ ragged: 0.4 });
});
