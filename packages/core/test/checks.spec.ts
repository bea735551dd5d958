import {
  boxAt,
  compile,
  compileAnalysis,
  finish,
  freshSource,
  mended,
  PROFILE_NAMES,
  profileFor,
  PROFILES,
  sheetChecks,
  trueScale,
  type CheckReport,
  type Pass,
  type ProfileName,
  type Sheet,
  type TypePort,
} from '../src';
import { shaperOfAll } from './support/fonts';
import { flat, infoOf, pass, picture, sheet, step, workOf } from './support/sheets';

let type: TypePort;
beforeAll(async () => {
  type = await shaperOfAll();
});

const report = (of: Sheet, profile: ProfileName = 'screen-paper'): CheckReport => {
  const graphs = { analysis: compileAnalysis(of, infoOf), whole: compile(of, trueScale(of.size, of.ppi), infoOf) };
  const checks = sheetChecks(of, profile, graphs, infoOf);
  const work = workOf(undefined, type);
  work.fetch(checks.wants(work));
  return finish(checks.run(work));
};
const found = (of: Sheet, check: string, profile?: ProfileName) => report(of, profile).findings.filter((each) => each.check === check);

/** A finding is mended by its own change. */
const mends = (of: Sheet, check: string, profile?: ProfileName): Sheet => {
  const [finding] = found(of, check, profile);
  expect(finding?.mend).toBeTruthy();
  const after = mended(of, finding!.mend!.change);
  expect(found(after, check, profile)).toEqual([]);
  return after;
};

const dots = (params: Record<string, unknown>, more: Partial<Pass> = {}): Pass =>
  pass('dots', picture('ramp'), { steps: [step('screen', params)], ...more });
const hard = (passes: readonly Pass[], more: Partial<Sheet> = {}): Sheet => sheet(passes, { edges: 'hard', ppi: 200, ...more });

test('pixels that may be half there are found where the process prints none, and become dots', () => {
  const soft = sheet([pass('sky', flat('#3050c0'))]);
  expect(mends(soft, 'clear').edges).toBe('screened');
  expect(found(soft, 'clear', 'offset')).toEqual([]);
});

test('dots that are too small are counted by what really prints, with their place, and held by a smallest dot', () => {
  // A ramp from black to white across the sheet: at 25 lpi the lightest 5 % of its tones make dots under 0.25 mm.
  const of = hard([dots({ lpi: 25 }, { placement: boxAt(20, 25, 40, 50) })]);
  const [finding] = found(of, 'dots');
  expect(finding).toMatchObject({ title: 'Dots under 0.25 mm will not hold', pass: 'dots' });
  expect(finding?.place?.width).toBeGreaterThan(4);
  expect(mends(of, 'dots').passes[0]?.steps[0]?.params['smallestDot']).toBe(0.25);
  // Dots of one middle tone have no small ones.
  expect(found(hard([dots({ lpi: 25 }, { source: flat('#999999') as never })]), 'dots')).toEqual([]);
});

test('holes that fill are found in the darks', () => {
  expect(found(hard([dots({ lpi: 10 })]), 'holes')).toMatchObject([{ title: 'Holes under 0.25 mm will fill', pass: 'dots', mend: null }]);
});

test('a screen finer than the mesh holds is made coarser', () => {
  // 77 threads a cm are 195.6 an inch; 3.5 threads a line are 55.9 lpi at most.
  const of = hard([dots({ lpi: 60 })], { ppi: 600 });
  expect(mends(of, 'mesh').passes[0]?.steps[0]?.params['lpi']).toBe(43);
  expect(found(hard([dots({ lpi: 55 })], { ppi: 600 }), 'mesh')).toEqual([]);
});

test('a screen whose cell has too few pixels is printed at more', () => {
  const of = hard([dots({ lpi: 50 })]);
  expect(found(of, 'pixels')[0]?.detail).toContain('a cell of 4 px has 17 tones');
  expect(mends(of, 'pixels').ppi).toBe(400);
});

test('ink is summed over all inks, and told where it is most', () => {
  const inks = ['soot', 'flare', 'straw'].map((id) => ({ id, name: id, colour: '#802020' }));
  const over = (id: string, x: number): Pass =>
    pass(id, freshSource('flat', { colour: { ink: id } }), { placement: boxAt(x, 25, 20, 50), lay: { mode: 'multiply', strength: 1 } });
  const of = hard([over('soot', 10), over('flare', 15), over('straw', 18)], { inks });
  const [finding] = found(of, 'ink');
  expect(finding).toMatchObject({ title: '300 % ink at one place', mend: null });
  expect(finding?.place?.x).toBeGreaterThan(7);
  expect(finding?.place?.x).toBeLessThan(20);
  expect(report(of, 'offset').inOrder).toContainEqual({ title: 'Ink, most at one place', figure: '300 %, limit 320 %' });
});

test('a picture that is printed too large is told, and given a screen that it suffices for', () => {
  // 640 px over 66.7 mm are 244 ppi; 200 lpi would need 300.
  const of = hard([dots({ lpi: 200 })], { ppi: 2400 });
  const [finding] = found(of, 'pictures', 'posting');
  expect(finding?.detail).toBe('“dots” needs 300 ppi for its 200 lpi.');
  expect(finding?.mend?.words).toBe('121 lpi');
  expect(found(hard([pass('plain', picture('motley'))]), 'pictures')[0]?.mend).toBeNull();
});

const words = (more: Partial<Parameters<typeof freshSource<'type'>>[1]>, x = 20, y = 20): Pass =>
  pass('words', freshSource('type', { text: 'NIGHT', font: { family: 'anton' }, ...more }), { placement: boxAt(x, y, 24, 6) });

test('type that is too small is set larger', () => {
  const of = hard([words({ size: 1.4 })]);
  expect(found(of, 'type')[0]?.title).toBe('Type of 4 pt is too small');
  mends(of, 'type');
});

test('lettering too near to the trim is moved inwards', () => {
  const of = hard([words({ size: 6 }, 13, 20)]);
  expect(found(of, 'trim')[0]?.title).toContain('“words” comes within 1.2 mm of the trim');
  mends(of, 'trim');
  expect(found(of, 'trim', 'transfer')).toEqual([]);
});

test('a pass beside the sheet is brought onto it', () => {
  mends(hard([pass('away', flat('#102030'), { placement: boxAt(90, 20, 20, 20) })]), 'beside');
});

test('a step that this version does not know is removed', () => {
  const of = hard([pass('sky', flat('#3050c0'), { steps: [{ ...step('invert'), kind: 'glimmer' }] })]);
  expect(mends(of, 'unknown').passes[0]?.steps).toEqual([]);
});

test('dots that beat with the pixels of a copy are told, with sizes at which they do not', () => {
  // 2 in at 500 lines are 984 dots over 1080 px.
  const of = sheet([dots({ lpi: 200 })], { ppi: 1200, size: { width: 101.6, height: 127 } });
  const [finding] = found(of, 'screens', 'posting');
  expect(finding?.title).toBe('Dots beat with the pixels at 2000 px');
  // 200 lpi over 5 in are 1000 dots: f = 0.5 at 2000 px.
  expect(finding?.detail).toContain('2 px from dot to dot. 1380 px or less averages them, 2860 px or more shows them.');
});

test('what is in order has a figure; every profile has a name, and a sheet is checked by one that suits it', () => {
  const { findings, inOrder } = report(hard([dots({ lpi: 10, smallestDot: 0.4 })]), 'copy');
  expect(findings.filter(({ check }) => check !== 'holes')).toEqual([]);
  expect(inOrder).toContainEqual({ title: 'Half-transparent pixels', figure: '0' });
  expect(new Set(PROFILE_NAMES.map((name) => PROFILES[name].title)).size).toBe(PROFILE_NAMES.length);
  const at = (edges: string, colour: string) => profileFor({ edges, stock: { colour } });
  expect([at('hard', '#e9e2d2'), at('hard', '#1a1a1c'), at('smooth', '#ffffff')]).toEqual(['screen-paper', 'screen-fabric', 'offset']);
});
