import {
  boxAt,
  colourPart,
  compile,
  finish,
  ONE,
  plan,
  plateOf,
  plateScreens,
  printedInks,
  renderPlates,
  sheetPlates,
  trueScale,
  UNDERBASE,
  unplated,
  wholeRegion,
  type Pass,
  type Sheet,
  type Step,
} from '../src';
import { flat, infoOf, pass, picture, plainWear, rasterOf, sheet, step, workOf } from './support/sheets';

const INKS = [
  { id: 'soot', name: 'Soot', colour: '#1e1c1e' },
  { id: 'flare', name: 'Flare', colour: '#e0562f' },
];
const PX = 100 / 25.4;
const inked = (id: string, ink: string, x: number, y: number, width: number, height: number, more: Partial<Pass> = {}): Pass =>
  pass(id, { kind: 'flat', colour: { ink } }, { placement: boxAt(x, y, width, height), ...more });
const hard = (passes: readonly Pass[], more: Partial<Sheet> = {}): Sheet => sheet(passes, { edges: 'hard', inks: INKS, ...more });

const read = (of: Sheet, ink: string, making = { trap: 0, choke: 0 }) => {
  const graph = compile(of, trueScale(of.size, of.ppi), infoOf);
  const plate = plateOf(of, graph, sheetPlates(of, graph), ink, making);
  const region = wholeRegion(graph.scale);
  const work = workOf();
  if (plate) work.fetch(plan(plate, region, work));
  return { bytes: finish(renderPlates([plate], region, work)), region, graph };
};
const shareOf = (bytes: Uint8Array): number => bytes.reduce((sum, value) => sum + value, 0) / 255 / bytes.length;

test('a normal lay takes the other inks away, multiply keeps them, knock out takes all', () => {
  const under = inked('under', 'flare', 20, 25, 40, 50);
  const over = (mode: string): Pass => inked('over', 'soot', 20, 12.5, 40, 25, { lay: { mode, strength: 1 } });
  const half = (mode: string, ink: string): number => shareOf(read(hard([under, over(mode)]), ink).bytes);
  expect([half('normal', 'flare'), half('normal', 'soot')].map((v) => Number(v.toFixed(2)))).toEqual([0.5, 0.5]);
  expect([half('multiply', 'flare'), half('multiply', 'soot')].map((v) => Number(v.toFixed(2)))).toEqual([1, 0.5]);
  expect([half('knock-out', 'flare'), half('knock-out', 'soot')].map((v) => Number(v.toFixed(2)))).toEqual([0.5, 0]);
});

test('a group’s wear takes its share of each of its inks', () => {
  const group = pass(
    'group',
    { kind: 'group', passes: [inked('a', 'flare', 20, 12.5, 40, 25), inked('b', 'soot', 20, 37.5, 40, 25)] },
    { wear: [plainWear('ramp', boxAt(20, 25, 40, 50))] },
  );
  const worn = hard([group], { edges: 'smooth' });
  const { graph } = read(worn, 'soot');
  const coverage = rasterOf(graph.root, wholeRegion(graph.scale));
  const printed = coverage.data.reduce((sum, v, i) => (i % 4 === 3 ? sum + v : sum), 0) / ONE / (coverage.data.length / 4);
  const shares = ['flare', 'soot'].map((ink) => shareOf(read(worn, ink).bytes));
  expect(shares[0]! + shares[1]!).toBeCloseTo(printed, 2);
  expect(printed).toBeGreaterThan(0.1);
  expect(printed).toBeLessThan(0.9);
});

test('a lighter ink traps beneath a darker one by so many mm, and nowhere else; the darker one stays', () => {
  const of = hard([inked('flare', 'flare', 10, 25, 20, 30), inked('soot', 'soot', 30, 25, 20, 30)]);
  const [plain, trapped] = [read(of, 'flare'), read(of, 'flare', { trap: 1, choke: 0 })];
  expect(Buffer.compare(read(of, 'soot').bytes, read(of, 'soot', { trap: 1, choke: 0 }).bytes)).toBe(0);
  const row = (bytes: Uint8Array, y: number): number =>
    bytes.subarray(y * plain.region.width, (y + 1) * plain.region.width).reduce((n, v) => n + (v > 0 ? 1 : 0), 0);
  const middle = Math.round(25 * PX);
  expect(row(trapped.bytes, middle) - row(plain.bytes, middle)).toBe(Math.round(PX));
  // Beyond the upper edge, where there is only stock, it does not spread.
  expect(row(trapped.bytes, Math.round(9.6 * PX))).toBe(0);
});

test('the white beneath lies under all that prints, so far inside its edge', () => {
  const of = hard([inked('soot', 'soot', 20, 25, 30, 40), pass('sky', flat('#3050c0'), { placement: boxAt(20, 25, 34, 10) })]);
  const [whole, choked] = [read(of, UNDERBASE), read(of, UNDERBASE, { trap: 0, choke: 1 })];
  const { width } = whole.region;
  const across = (bytes: Uint8Array, y: number): number =>
    bytes.subarray(y * width, (y + 1) * width).reduce((n, v) => n + (v > 0 ? 1 : 0), 0);
  const [top, middle] = [Math.round(10 * PX), Math.round(25 * PX)];
  for (const y of [top, middle]) expect(Math.abs(across(whole.bytes, y) - across(choked.bytes, y) - 2 * PX)).toBeLessThanOrEqual(1);
  expect(choked.bytes.every((value, i) => value === 0 || whole.bytes[i] === 255)).toBe(true);
});

test('what is no ink is told, and printed apart with holes where ink covers it', () => {
  const of = hard([
    pass('sky', flat('#3050c0')),
    inked('soot', 'soot', 20, 25, 20, 20),
    inked('over', 'flare', 20, 25, 40, 10, { lay: { mode: 'multiply', strength: 1 } }),
  ]);
  expect(unplated(of).map(({ name }) => name)).toEqual(['sky']);
  const part = colourPart(of) as Sheet;
  const graph = compile(part, trueScale(part.size, part.ppi), infoOf);
  const { data } = rasterOf(graph.root, wholeRegion(graph.scale));
  const alphaAt = (x: number, y: number): number => data[4 * (Math.round(y * PX) * graph.scale.width + Math.round(x * PX)) + 3] as number;
  // Under soot there is a hole; under the ink that keeps what is beneath it there is none.
  expect([alphaAt(20, 18), alphaAt(5, 25), alphaAt(5, 5)]).toEqual([0, ONE, ONE]);
  expect(colourPart(hard([inked('soot', 'soot', 20, 25, 20, 20)]))).toBeNull();
});

test('an ink that nothing prints has no plate', () => {
  const off = inked('off', 'flare', 20, 25, 10, 10, { on: false });
  expect(printedInks(hard([inked('soot', 'soot', 20, 25, 20, 20), off])).map(({ id }) => id)).toEqual(['soot']);
  const process = pass('process', picture('ramp'), { steps: [step('screen', { ink: { ink: 'flare' } })] });
  expect(printedInks(hard([pass('group', { kind: 'group', passes: [process] })])).map(({ id }) => id)).toEqual(['flare']);
});

test('a screened pass is on the plate of its ink, with its screen', () => {
  const dots = pass('dots', picture('ramp'), { steps: [step('screen', { lpi: 12, angle: 30, ink: { ink: 'flare' } })] });
  const of = hard([dots]);
  expect(plateScreens(of, 'flare').map(({ lpi, angle }) => [lpi, angle])).toEqual([[12, 30]]);
  expect(plateScreens(of, 'soot')).toEqual([]);
  const { bytes } = read(of, 'flare');
  expect(bytes.every((value) => value === 0 || value === 255)).toBe(true);
  expect(shareOf(bytes)).toBeGreaterThan(0.3);
});

test('a halo alone is an ink where its colour is one: its plate is what the print shows of it', () => {
  const haloed = (given: Partial<Step['params']>, more: Partial<Step> = {}): Sheet => {
    const halo = step('halo', { colour: { ink: 'flare' }, reach: 6, only: true, ...given });
    return hard([inked('glow', 'soot', 20, 25, 20, 20, { steps: [{ ...halo, ...more }] })], { edges: 'screened' });
  };
  const of = haloed({});
  expect(unplated(of)).toEqual([]);
  expect(printedInks(of).map(({ id }) => id)).toEqual(['flare']);
  const { bytes, graph } = read(of, 'flare');
  const { data } = rasterOf(graph.root, wholeRegion(graph.scale));
  expect(Array.from(bytes, (value) => value === 255)).toEqual(Array.from(bytes, (_, i) => data[4 * i + 3] === ONE));
  expect(shareOf(bytes)).toBeGreaterThan(0.05);
  // Whatever lets something else show leaves colours: the print itself, a colour that is no ink, a part of the amount.
  for (const other of [haloed({ only: false }), haloed({ colour: { srgb: '#ffe0a0' } }), haloed({}, { amount: 0.5 })]) {
    expect(unplated(other).map(({ name }) => name)).toEqual(['glow']);
  }
});
