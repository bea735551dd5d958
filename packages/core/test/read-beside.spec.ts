import {
  draftScale,
  finish,
  plan,
  Pool,
  readBeside,
  renderBytes,
  rendered,
  scoped,
  tilesOf,
  VIEW_TILE,
  type Node,
  type Sheet,
  type Work,
} from '../src';
import { graphOf, pass, picture, sheet, step, workOf } from './support/sheets';

const steps = (spread: number, amount = 1) => [
  step('grey-response'),
  step('screen', { lpi: 12 }),
  { ...step('ink-spread', { spread, ragged: 0.4 }), amount },
];
const behind = pass('behind', picture('ramp'), { steps: [step('screen', { lpi: 20 })] });
const sheetOf = (spread: number, amount = 1): Sheet => sheet([behind, pass('art', picture('motley'), { steps: steps(spread, amount) })]);
const draftOf = (of: Sheet) => graphOf(of, draftScale(of.size, of.ppi, 0));

/** Keeps what is read beside a node of a sheet; a rendering of another then tells how many screens it drew and tiles it wanted. */
const drawnAfter = (ready: Sheet, of: (graph: ReturnType<typeof draftOf>) => Node, changed: Sheet) => {
  const base = workOf();
  let drawn = 0;
  const { screen } = base.kernels;
  const kernels = { ...base.kernels, screen: (...given: Parameters<typeof screen>) => (drawn++, screen(...given)) };
  const pool = new Pool(1e8);
  const work: Work = { ...base, kernels, rasters: pool };
  const graph = draftOf(ready);
  const reads = tilesOf(graph.region, VIEW_TILE).flatMap((block) => readBeside(graph.root, of(graph), block, work));
  base.fetch(plan(graph.root, graph.region, work));
  finish(
    scoped(work, function* (inside) {
      for (const { name, node, region } of reads) {
        pool.expect(name);
        yield* rendered(node, region, inside);
      }
    }),
  );
  drawn = 0;
  const next = draftOf(changed);
  const wanted = plan(next.root, next.region, work).length;
  const bytes = finish(renderBytes(next.root, next.region, work));
  const alone = workOf();
  alone.fetch(plan(next.root, next.region, alone));
  expect(bytes).toEqual(finish(renderBytes(next.root, next.region, alone)));
  return { reads: reads.length, drawn, wanted };
};

const input = (name: string) => (graph: ReturnType<typeof draftOf>) => graph.inputs.get(name) as Node;

test('a dial turned for the first time draws nothing that lies before or beside its step, and wants no tile', () => {
  expect(drawnAfter(sheetOf(0.3), input('art/ink-spread-1'), sheetOf(0.305))).toMatchObject({ drawn: 0, wanted: 0 });
});

test('what comes of the step in hand is not kept: where an earlier dial is turned, it is drawn', () => {
  const { drawn, reads } = drawnAfter(sheetOf(0.3), input('art/screen-1'), sheetOf(0.3, 0.5));
  expect(reads).toBeGreaterThan(1);
  // The screen comes of its input; the pass behind it does not.
  expect(drawn).toBe(1);
});

test('beside a node that a print does not read there is nothing', () => {
  const other = draftOf(sheet([pass('other', picture('ramp'), { steps: steps(0.3) })])).inputs.get('other/ink-spread-1') as Node;
  const graph = draftOf(sheetOf(0.3));
  expect(readBeside(graph.root, other, graph.region, workOf())).toEqual([]);
});
