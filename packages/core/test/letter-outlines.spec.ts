import {
  boxAt,
  compile,
  contourBox,
  finish,
  flattened,
  freshPass,
  freshSource,
  freshStep,
  INKS,
  letterOutlines,
  plainLetters,
  rendered,
  sheetPlates,
  trueScale,
  withoutPasses,
  type Ink,
  type Pass,
  type Sheet,
  type TypePass,
} from '../src';
import { Fill } from '../src/type/scanline';
import { shaperOfAll } from './support/fonts';
import { kernels, sheet, SIZE, workOf } from './support/sheets';

const [SOOT, FLARE] = INKS as unknown as [Ink, Ink];
const words = (change: Partial<Pass> = {}, source: Record<string, unknown> = {}): Pass =>
  freshPass(
    'words',
    'Words',
    freshSource('type', { text: 'Qé', size: 12, colour: { ink: SOOT.id }, ...source }),
    boxAt(20, 20, 30, 14),
    change,
  );
const ground = (change: Partial<Pass> = {}): Pass =>
  freshPass('ground', 'Ground', freshSource('flat', { colour: { ink: FLARE.id } }), boxAt(20, 40, 30, 10), change);
const of = (...passes: Pass[]): Sheet => ({ ...sheet(passes), inks: [SOOT, FLARE] });
const plain = (...passes: Pass[]): string[] => plainLetters(of(...passes)).map(({ pass }) => pass.id);

test('lettering of one ink that nothing is done to is plain, whatever is beneath it', () => {
  expect(plainLetters(of(ground(), words())).map(({ ink }) => ink)).toEqual([SOOT.id]);
  expect(plain(words({ on: false }))).toEqual([]);
  expect(plain(words({}, { colour: { srgb: '#102030' } }))).toEqual([]);
  expect(plain(words({}, { border: 1 }))).toEqual([]);
  expect(plain(words({ lay: { mode: 'multiply', strength: 1 } }))).toEqual([]);
  expect(plain(words({ lay: { mode: 'normal', strength: 0.8 } }))).toEqual([]);
  expect(plain(words({ steps: [freshStep('ink-spread')] }))).toEqual([]);
  expect(plain(words({ steps: [{ ...freshStep('ink-spread'), on: false }] }))).toEqual(['words']);
});

test('what prints on it afterwards makes it part of its plate; what lies elsewhere does not', () => {
  expect(plain(words(), ground())).toEqual(['words']);
  expect(plain(words(), ground({ placement: { ...words().placement } }))).toEqual([]);
  expect(plain(words(), ground({ steps: [freshStep('ink-spread')] }))).toEqual([]);
  expect(plain(words(), freshPass('frame', 'Frame', freshSource('frame', {}), boxAt(20, 25, 40, 50)))).toEqual([]);
  const more = { ...words(), id: 'more' };
  expect(plain(words(), more)).toEqual(['words', 'more']);
});

test('a sheet without some passes has them still, but off', () => {
  const all = of(ground(), words());
  expect(withoutPasses(all, [all.passes[1] as Pass]).passes.map(({ on }) => on)).toEqual([true, false]);
});

test('outlines in mm are the letters that print: filled at 300 ppi they cover what the pass covers', async () => {
  const type = await shaperOfAll();
  const pass = words({ placement: { ...boxAt(20, 24, 30, 14), turn: 20 } }) as TypePass;
  const outline = letterOutlines(pass, type);
  expect(new Set(outline.map(({ op }) => op)).has('M')).toBe(true);
  const perMm = 300 / 25.4;
  const contours = flattened(outline, { a: perMm, b: 0, c: 0, d: 0, e: perMm, f: 0 });
  const region = { x: 0, y: 0, width: Math.round(SIZE.width * perMm), height: Math.round(SIZE.height * perMm) };
  const coverage = new Fill(contours).coverage(region, kernels) as Int16Array;
  const graph = compile(of(pass), trueScale(SIZE, 300), () => undefined);
  const plane = sheetPlates(of(pass), graph).inks.get(SOOT.id);
  const own = finish(rendered(plane as never, region, { ...workOf(), type })) as unknown as { tone: Int16Array };
  const off = own.tone.filter((v, i) => Math.abs(v - (coverage[i] as number)) > 100).length;
  expect(own.tone.some((v) => v > 0)).toBe(true);
  expect(off).toBe(0);
  expect(contourBox(contours)?.width).toBeGreaterThan(50);
});
