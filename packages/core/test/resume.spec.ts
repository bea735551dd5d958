import {
  ByteCache,
  draftScale,
  finish,
  Pool,
  referenceKernels,
  renderBytes,
  renderReduced,
  sizeOf,
  tilesOf,
  trueScale,
  wholeWearSums,
  addedSums,
  wearSums,
  plan,
  scoped,
  type Graph,
  type Sheet,
  type ToneStatistics,
  type WearSums,
  type Work,
} from '../src';
import { CASES, screen } from './support/cases';
import { bytesOfRegion, flat, graphOf, pass, picture, plainWear, sheet, SIZE, step, workOf } from './support/sheets';

/** Curve, then levels that look at what comes in: two tables in one run of points. */
const twoTables: Sheet = sheet([
  pass('art', picture('motley'), {
    steps: [
      step('grey-response'),
      step('curve', {
        points: [
          [0, 0.1],
          [0.5, 0.3],
          [1, 1],
        ],
      }),
      step('levels', { auto: true, clip: 0.02, midtone: 0.4 }),
      screen(),
    ],
  }),
]);

/** Renders so many yields' worth and calls it off; gives false once it comes to its end by itself. */
const stopped = (graph: Graph, work: Work, after: number): boolean => {
  const rendering = renderBytes(graph.root, graph.region, work);
  for (let n = 0; n < after; n++) if (rendering.next().done) return false;
  rendering.return(new Uint8Array(0));
  return true;
};

describe.each([...CASES, ['a curve and levels that are found', twoTables] as const])('stopped and taken up again: %s', (_, of) => {
  const whole = bytesOfRegion(graphOf(of));

  test('after any number of yields the same work gives the same bits', () => {
    // The same graph throughout, with what its nodes keep; statistics are found anew each time, rasters kept.
    const graph = graphOf(of);
    for (let after = 1, more = true; more; after += 1 + (after >> 2)) {
      const work = { ...workOf(), rasters: new Pool(1e8), statistics: new ByteCache<ToneStatistics>(1e6) };
      work.fetch(plan(graph.root, graph.region, { statistics: work.statistics }));
      const before = work.kernels.arena.mark();
      more = stopped(graph, work, after);
      // What was called off leaves nothing in the arena.
      expect(work.kernels.arena.mark()).toBe(before);
      expect(Buffer.compare(finish(renderBytes(graph.root, graph.region, work)), whole)).toBe(0);
    }
  });
});

describe.each(CASES)('kept or made anew: %s', (_, of) => {
  test('a pool, a small pool, one of grids and none give the same bits, draft and true', () => {
    for (const scale of [trueScale(SIZE, of.ppi), draftScale(SIZE, of.ppi, 1)]) {
      const graph = graphOf(of, scale);
      const bytes = bytesOfRegion(graph);
      for (const rasters of [new Pool(1e8), new Pool(3e5), new Pool(1e8, null, 'grids')]) {
        const work = { ...workOf(), rasters };
        work.fetch(plan(graph.root, graph.region, { statistics: work.statistics }));
        for (let n = 0; n < 3; n++) {
          for (const tile of tilesOf(graph.region, 64)) {
            const part = finish(renderBytes(graph.root, tile, work));
            for (let row = 0; row < tile.height; row++) {
              const at = 4 * ((tile.y + row) * graph.region.width + tile.x);
              const line = part.subarray(4 * row * tile.width, 4 * (row + 1) * tile.width);
              if (Buffer.compare(line, bytes.subarray(at, at + line.length)) !== 0)
                throw new Error(`row ${row} of ${tile.x}, ${tile.y} differs`);
            }
          }
        }
      }
    }
  });

  test('the kernels’ references give the same bits as WebAssembly', () => {
    const graph = graphOf(of);
    const region = { x: 30, y: 50, width: 40, height: 30 };
    const work = { ...workOf(), kernels: referenceKernels };
    expect(Buffer.compare(bytesOfRegion(graph, region, work), bytesOfRegion(graph, region))).toBe(0);
  });
});

test('a pass compiled again for another version of its sheet gives the same nodes, and others where its sheet’s dials differ', () => {
  const of = CASES.find(([name]) => name === 'levels')?.[1] as Sheet;
  const [one, two] = [graphOf(of), graphOf({ ...of, name: 'renamed' })];
  expect(two.printed.get('art')).toBe(one.printed.get('art'));
  const hard = graphOf({ ...of, edges: 'hard' });
  expect(hard.printed.get('art')?.key).not.toBe(one.printed.get('art')?.key);
});

describe('what is read while the print is made', () => {
  const lettering = pass('ground', flat('#d94f2a'), { wear: [plainWear('ramp', pass('', picture('ramp')).placement)] });
  const of = sheet([lettering], { edges: 'hard' });
  const graph = graphOf(of);

  test('the sums of any tiling are those of the whole, and the picture is the same', () => {
    const work = workOf();
    work.fetch(plan(graph.root, graph.region, work));
    const whole = finish(wholeWearSums(of, graph, work)).wears['ground/w'];
    let sums: WearSums = { wears: {}, lettering: {} };
    const bytes = finish(
      renderReduced(graph.root, graph.region, 1, work, function* (block, inside) {
        sums = addedSums(sums, yield* wearSums(of, graph, block, inside));
      }),
    );
    expect(sums.wears['ground/w']?.taken).toBeCloseTo(whole?.taken as number, 6);
    expect(sums.wears['ground/w']?.there).toBeCloseTo(sizeOf(graph.region), 6);
    expect(Buffer.compare(bytes, finish(renderReduced(graph.root, graph.region, 1, work)))).toBe(0);
  });

  test('a rendering that is called off in a scope gives its memory back', () => {
    const work = workOf();
    const before = work.kernels.arena.mark();
    const rendering = scoped(work, function* (inside) {
      inside.kernels.arena.plane(1000);
      yield;
    });
    rendering.next();
    expect(work.kernels.arena.mark()).toBeGreaterThan(before);
    rendering.return(undefined);
    expect(work.kernels.arena.mark()).toBe(before);
  });
});
