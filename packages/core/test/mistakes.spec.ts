/** Mistakes that are easily made and print something that looks right: each of these tests fails where one is. */
import {
  referenceKernels,
  boxAt,
  compile,
  copiedStep,
  MOST_TIMES,
  ONE,
  toneStatistics,
  trueScale,
  wearName,
  type CutOutMask,
  type Mask,
  type Node,
  type Pass,
  type Region,
  type Sheet,
} from '../src';
import {
  bytesOfRegion,
  cutOut,
  flat,
  graphOf,
  infoOf,
  meanOf,
  pass,
  picture,
  planeOf,
  plainWear,
  rasterOf,
  sheet,
  step,
  SIZE,
} from './support/sheets';
import { screen } from './support/cases';

const REGION: Region = { x: 0, y: 0, width: 157, height: 196 };
const alphas = (of: Sheet, region: Region = REGION): Int16Array =>
  planeOf(rasterOf(graphOf(of).root, region)).filter((_, i) => i % 4 === 3);
const box = (x0: number, y0: number, x1: number, y1: number, change: Partial<CutOutMask> = {}): Mask =>
  cutOut([100 * x0, 100 * y0, 100 * x1, 100 * y1], change);
const at = (plane: Int16Array, xMm: number, yMm: number): number =>
  plane[Math.floor((yMm * 100) / 25.4) * 157 + Math.floor((xMm * 100) / 25.4)] as number;

test('tones count by their coverage: a clear pixel says nothing, a half-covered one half', () => {
  const region = { x: 0, y: 0, width: 3, height: 1 };
  const tones = { tone: Int16Array.of(0, ONE / 2, ONE), coverage: Int16Array.of(ONE, ONE / 2, 0) };
  const { weights, total } = toneStatistics({ kind: 'tone', region, ...tones }, referenceKernels);
  expect([weights[0], weights[512], weights[1024], total]).toEqual([1, 0.5, 0, 1.5]);
});

test('what follows the art is mirrored with it', () => {
  const home = pass('', picture('ramp')).placement;
  const mask = box(4, 10, 10, 20, { anchor: 'art', home });
  const shown = (flip: Partial<typeof home>): Int16Array =>
    alphas(sheet([pass('art', flat('#101010'), { placement: { ...home, ...flip }, masks: [mask] })]));
  const [as, across, down] = [shown({}), shown({ flipX: true }), shown({ flipY: true })];
  const { width, height } = SIZE;
  expect([at(as, 7, 15), at(as, width - 7, 15), at(as, 7, height - 15)]).toEqual([ONE, 0, 0]);
  expect([at(across, 7, 15), at(across, width - 7, 15)]).toEqual([0, ONE]);
  expect([at(down, 7, 15), at(down, 7, height - 15)]).toEqual([0, ONE]);
});

test('an amount that scales scales the values of a zone as well', () => {
  const spread = (amount: number, inZone: number | null): number => {
    const zones = inZone === null ? [] : [{ id: 'z', masks: [box(0, 0, 40, 50)], params: { spread: inZone } }];
    const of = sheet([
      pass('art', picture('motley'), { steps: [screen(), step('ink-spread', { spread: 0.05, ragged: 0, seed: 1 }, { amount, zones })] }),
    ]);
    return meanOf(alphas(of));
  };
  // At half its amount a zone of 0.4 mm spreads as far as 0.2 mm in whole.
  expect(spread(0.5, 0.4)).toBeCloseTo(spread(1, 0.2), 6);
  expect(spread(1, 0.4)).toBeGreaterThan(spread(0.5, 0.4) + 0.01);
});

test('an overall pass treats only what it lies within', () => {
  const place = { ...pass('', flat('#ffffff')).placement, x: 10, y: 25, width: 20, beyond: 'nothing' as const };
  const inner = pass('inner', flat('#405060'), { placement: place });
  const all = pass(
    'all',
    { kind: 'overall' },
    { steps: [step('exposure', { stops: 1 })], lay: { mode: 'normal', strength: 1, within: 'inner' } },
  );
  const passes = [pass('ground', flat('#804020')), inner];
  for (const edges of ['smooth', 'hard'] as const) {
    const [before, after] = [sheet(passes, { edges }), sheet([...passes, all], { edges })].map((of) => bytesOfRegion(graphOf(of))) as [
      Uint8Array,
      Uint8Array,
    ];
    const pixel = (bytes: Uint8Array, xMm: number): number[] => {
      const i = 4 * (100 * 157 + Math.floor((xMm * 100) / 25.4));
      return [...bytes.subarray(i, i + 4)];
    };
    expect(pixel(after, 35)).toEqual(pixel(before, 35));
    expect(pixel(after, 10)[0]).toBeGreaterThan((pixel(before, 10)[0] as number) + 20);
  }
});

test('a pass is laid no more often than the most that may be asked for, and no less than once', () => {
  const laid = (times: number): number[] => [
    ...bytesOfRegion(graphOf(sheet([pass('art', flat('#ffffff'), { lay: { mode: 'normal', strength: 0.05, times } })])), {
      x: 9,
      y: 9,
      width: 1,
      height: 1,
    }),
  ];
  expect(laid(1000)).toEqual(laid(MOST_TIMES));
  expect(laid(MOST_TIMES)[3]).toBeGreaterThan(laid(MOST_TIMES - 1)[3] as number);
  expect(laid(0)).toEqual(laid(1));
  expect(laid(-3)).toEqual(laid(1));
});

test('a guard eases a wear once, however often its lettering is spoken of in the plan', () => {
  const guarded = (ease: number, edges: 'smooth' | 'hard' = 'smooth'): number => {
    const wear = plainWear('ramp', pass('', picture('ramp')).placement, {
      softness: 1,
      cut: 0.5,
      guards: ease > 0 ? [{ pass: 'letters', most: 0.1, ease }] : [],
    });
    const letters = pass('letters', flat('#000000'));
    const of = sheet([letters, pass('all', { kind: 'overall' }, { wear: [wear] })], { edges });
    return meanOf(planeOf(rasterOf(graphOf(of).wears.get(wearName('all', 'w'))?.taken as Node<'tone'>, REGION)));
  };
  expect(guarded(0)).toBeGreaterThan(0.3);
  expect(guarded(0.4) / guarded(0)).toBeCloseTo(0.6, 3);
});

describe('a pick of connected areas only', () => {
  const pick: Mask = {
    id: 'k',
    kind: 'pick',
    on: true,
    invert: false,
    anchor: 'sheet',
    samples: [{ x: 10, y: 12, colour: '#5a5a5a' }],
    tolerance: 18,
    softness: 0.2,
    connected: true,
    smallest: 0,
  };
  const other: Mask = { ...pick, samples: [{ x: 30, y: 40, colour: '#d8d8d8' }] };
  const first = step('exposure', { stops: 1 }, { masks: [pick] });

  test('is looked for by what holds it: a copied step with another sample leaves the first one’s mask alone', () => {
    const mask = (steps: Pass['steps']): Int16Array =>
      planeOf(rasterOf(graphOf(sheet([pass('art', picture('ramp'), { steps })])).masks.get('art/exposure-1/k') as Node, REGION));
    const alone = mask([first]);
    expect(meanOf(alone)).toBeGreaterThan(0.02);
    expect(mask([first, { ...first, id: 'second', masks: [other] }])).toEqual(alone);
  });

  test('a copied step, its masks, its zones and theirs have ids of their own', () => {
    let n = 0;
    const original = { ...first, zones: [{ id: 'z', masks: [pick], params: { stops: 2 } }] };
    const copy = copiedStep(original, () => `fresh ${n++}`);
    const ids = (of: typeof copy): string[] => [
      of.id,
      ...of.masks.map(({ id }) => id),
      ...of.zones.flatMap((zone) => [zone.id, ...zone.masks.map(({ id }) => id)]),
    ];
    expect(new Set([...ids(original), ...ids(copy)]).size).toBe(new Set(ids(original)).size + ids(copy).length);
    expect(copy.params).toEqual(original.params);
  });
});

test('sheets in sheets are compiled once for each size that they have, and refused in words where they are too many', () => {
  const holding = (id: string, sizes: readonly number[]) =>
    sizes.map((width, n): Pass => ({ ...pass(`p${n}`, { kind: 'sheet', sheet: { id } }), placement: boxAt(10, 10, width, width) }));
  const square = { width: 50, height: 50 };
  const level = (n: number, sizes: readonly number[]): Sheet => ({
    ...sheet(n === 0 ? [pass('f', flat('#101010'))] : holding(`${n - 1}`, sizes)),
    size: square,
    name: `Level ${n}`,
  });
  const compiledFrom = (levels: number, sizes: readonly number[]) => {
    let asked = 0;
    const sheetOf = (id: string): Sheet => {
      asked++;
      return level(Number(id), sizes);
    };
    const top = level(levels, sizes);
    compile(top, trueScale(top.size, 100), infoOf, sheetOf);
    return asked;
  };
  // Twelve of one size on each of five levels: 12 + 12 + … are looked up, not 12⁵.
  expect(
    compiledFrom(
      5,
      Array.from({ length: 12 }, () => 50),
    ),
  ).toBe(60);
  expect(() =>
    compiledFrom(
      5,
      Array.from({ length: 12 }, (_, n) => 50 - n),
    ),
  ).toThrow(/more than 60 sheets/);
});
