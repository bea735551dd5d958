import {
  referenceKernels,
  finish,
  lesserSide,
  ONE,
  pathOf,
  renderBytes,
  plan,
  solvedCut,
  type ToneStatistics,
  stretchedCurve,
  takenTable,
  toneStatistics,
  WEAR_SHARES,
  wholeSheet,
  type Node,
  type Pass,
  type Placement,
  type Region,
  type Sheet,
  type SharedWear,
  type TextureWear,
  compile,
  trueScale,
} from '../src';
import { drawn } from './support/pictures';
import { flat, infoOf, meanOf, pass, PICTURES, plainWear, planeOf as valuesOf, rasterOf, sheet, SIZE, workOf } from './support/sheets';

/** A worn surface: fine grains on broad clouds, mostly light. */
const rust = drawn(
  'rust',
  300,
  300,
  1,
  (x, y) => 0.62 + 0.2 * Math.sin(19 * x + 7 * Math.sin(11 * y)) + 0.24 * Math.sin(300 * x * y + 91 * x) * Math.cos(170 * y),
);
const pictures = [...PICTURES, rust];
const find = (sha256: string) => (sha256 === 'rust' ? rust.info : infoOf(sha256));
const graphOf = (of: Sheet) => compile(of, trueScale(of.size, of.ppi), find);
const planeOf = (node: Node, region: Region): Int16Array => {
  return valuesOf(rasterOf(node, region, workOf(pictures)));
};

const box: Placement = { ...wholeSheet(SIZE), width: 60, height: 60, fit: 'free', beyond: 'repeat' };
const wear = (change: Partial<TextureWear> = {}): TextureWear => plainWear('rust', box, { cut: 0.35, softness: 0.1, ...change });
const worn = (wears: Pass['wear'], more: readonly Pass[] = []): Sheet => sheet([...more, pass('art', flat('#101010'), { wear: wears })]);
const SOME: Region = { x: 20, y: 30, width: 80, height: 60 };
/** Right of what a late pass prints. */
const FAR: Region = { ...SOME, x: 60 };

describe('solving a wear', () => {
  const texture = { ...pass('t', flat('#000000')), source: { kind: 'picture' as const, picture: { sha256: 'rust' } }, placement: box };
  const seen = planeOf(graphOf(sheet([texture])).sources.get('t') as Node, { x: 0, y: 0, width: 150, height: 150 });
  const tone = seen.filter((_, i) => i % 4 === 0);
  const greys = toneStatistics({ kind: 'tone', region: { x: 0, y: 0, width: 150, height: 150 }, tone, coverage: null }, referenceKernels);

  test.each(WEAR_SHARES)('$name takes its share of the texture’s own pixels', ({ share }) => {
    for (const softness of [0, 0.1, 0.4]) {
      const solved = solvedCut(greys, { curve: [], softness, share });
      const table = takenTable({ ...solved, softness, curve: [], invert: false });
      let [sum, count] = [0, 0];
      greys.weights.forEach((weight, bin) => {
        sum += weight * (table[16 * bin] as number);
        count += weight;
      });
      expect(Math.abs(sum / count / ONE - share)).toBeLessThan(0.004);
    }
  });

  test('the side that covers less of it takes away', () => {
    const of = (tones: number[]) =>
      toneStatistics({ kind: 'tone', region: SOME, tone: Int16Array.from(tones, (t) => t * ONE), coverage: null }, referenceKernels);
    expect(lesserSide(of([0.1, 0.12, 0.9, 0.88, 0.91, 0.9]))).toBe('darks');
    expect(lesserSide(of([0.1, 0.12, 0.11, 0.9]))).toBe('lights');
  });

  test('a curve before the cut moves greys, not the share', () => {
    const curve = [
      [0, 0],
      [0.5, 0.8],
      [1, 1],
    ] as const;
    const plain = solvedCut(greys, { curve: [], softness: 0.05, share: 0.2 });
    const lifted = solvedCut(greys, { curve, softness: 0.05, share: 0.2 });
    expect(lifted.cut).toBeGreaterThan(plain.cut);
    const taken = (solved: typeof plain, c: TextureWear['curve']): number => {
      const table = takenTable({ ...solved, softness: 0.05, curve: c, invert: false });
      return greys.weights.reduce((sum, w, bin) => sum + w * (table[16 * bin] as number), 0) / greys.total / ONE;
    };
    expect(taken(lifted, curve)).toBeCloseTo(taken(plain, []), 2);
  });
});

describe('the stretch of a texture that is chosen', () => {
  const between = (low: number, high: number): ToneStatistics => {
    const weights = Float64Array.from({ length: 1025 }, (_, bin) => (bin >= 1024 * low && bin <= 1024 * high ? 1 : 0));
    return { weights, total: weights.reduce((sum, weight) => sum + weight, 0) };
  };

  test('brings its ends to black and white, and leaves strong and even ones', () => {
    const [low, high] = stretchedCurve(between(0.4, 0.6), []);
    expect(low?.[0]).toBeCloseTo(0.4, 2);
    expect(high?.[0]).toBeCloseTo(0.6, 2);
    const straight = [
      [0, 0],
      [1, 1],
    ];
    expect(stretchedCurve(between(0.05, 0.95), [])).toEqual(straight);
    expect(stretchedCurve(between(0.5, 0.5), [])).toEqual(straight);
  });

  test('takes the place of an earlier stretch, but not of a curve shaped by hand', () => {
    const first = stretchedCurve(between(0.4, 0.6), []);
    expect(stretchedCurve(between(0.7, 0.9), first)[0]?.[0]).toBeCloseTo(0.7, 2);
    const shaped = [
      [0, 0.1],
      [1, 1],
    ] as const;
    expect(stretchedCurve(between(0.7, 0.9), shaped)).toBe(shaped);
  });

  test('gives a cut the same passage on a pale texture as on a strong one', () => {
    const cutOf = (statistics: ToneStatistics): number =>
      solvedCut(statistics, { curve: stretchedCurve(statistics, []), softness: 0.08, share: 0.2 }).cut;
    expect(cutOf(between(0.8, 0.9))).toBeCloseTo(cutOf(between(0, 1)), 1);
  });
});

describe('a wear', () => {
  test('takes ink out of a pass by what the texture says, and leaves it elsewhere', () => {
    const graph = graphOf(worn([wear()]));
    const [taken, left] = [planeOf(graph.wears.get('art/w')!.taken, SOME), planeOf(graph.printed.get('art') as Node, SOME)];
    expect(meanOf(taken)).toBeGreaterThan(0.02);
    expect(left.every((v, i) => Math.abs(v - (ONE - (taken[i] as number))) <= 1)).toBe(true);
  });

  test('moved by whole pixels takes the same pixels away, moved along', () => {
    const mm = 25.4 / 100;
    const here = planeOf(graphOf(worn([wear()])).wears.get('art/w')!.taken, SOME);
    const there = planeOf(
      graphOf(worn([wear({ placement: { ...box, x: box.x + 7 * mm, y: box.y + 3 * mm } })])).wears.get('art/w')!.taken,
      { ...SOME, x: SOME.x + 7, y: SOME.y + 3 },
    );
    let worst = 0;
    here.forEach((v, i) => (worst = Math.max(worst, Math.abs(v - (there[i] as number)))));
    // Positions round to 1/256 of a source pixel.
    expect(worst).toBeLessThan(0.02 * ONE);
  });

  test('turned or scaled keeps its cut, and about its share', () => {
    const share = (placement: Placement): number =>
      meanOf(planeOf(graphOf(worn([wear({ placement })])).wears.get('art/w')!.taken, { x: 0, y: 0, width: 157, height: 197 }));
    const plain = share(box);
    expect(Math.abs(share({ ...box, turn: 37 }) - plain)).toBeLessThan(0.25 * plain);
    expect(Math.abs(share({ ...box, width: 66, height: 66 }) - plain)).toBeLessThan(0.25 * plain);
  });

  test('inverted takes the rest; at half its strength half as much', () => {
    const mean = (change: Partial<TextureWear>): number => meanOf(planeOf(graphOf(worn([wear(change)])).wears.get('art/w')!.taken, SOME));
    expect(mean({ invert: true })).toBeCloseTo(1 - mean({}), 3);
    expect(mean({ strength: 0.5 })).toBeCloseTo(mean({}) / 2, 3);
  });

  test('on an overall pass takes everything printed so far, down to the stock; what prints later stays whole', () => {
    const of = sheet([
      pass('one', flat('#c02020')),
      pass('o', { kind: 'overall' }, { wear: [wear()] }),
      pass('late', flat('#204080'), { placement: { ...wholeSheet(SIZE), x: 4, width: 8, beyond: 'nothing' } }),
    ]);
    const graph = graphOf(of);
    const taken = planeOf(graph.wears.get('o/w')!.taken, FAR);
    const work = workOf(pictures);
    work.fetch(plan(graph.root, FAR, work));
    const bytes = finish(renderBytes(graph.root, FAR, work));
    taken.forEach((v, i) => expect(Math.abs((bytes[4 * i + 3] as number) - 255 * (1 - v / ONE))).toBeLessThanOrEqual(1));
    const edge = { x: 2, y: 40, width: 20, height: 20 };
    expect(
      planeOf(graph.root, edge)
        .filter((_, i) => i % 4 === 3)
        .every((v) => v === ONE),
    ).toBe(true);
  });

  test('is read by nobody: a pass within a worn one fills its whole shape', () => {
    const graph = graphOf(
      sheet([
        pass('art', flat('#101010'), { wear: [wear()] }),
        pass('in', flat('#ffffff'), { lay: { mode: 'normal', strength: 1, within: 'art' } }),
      ]),
    );
    expect(planeOf(graph.passes.get('in') as Node, FAR).every((v) => v === ONE)).toBe(true);
  });

  test('by a made surface takes the same in any tiling; one that there is not is refused by name', () => {
    const { picture: _, ...rest } = wear({ cut: 0.86 });
    const made = graphOf(worn([{ ...rest, surface: { name: 'crumpled copy paper', seed: 3 } }])).wears.get('art/w')!.taken;
    const whole = planeOf(made, SOME);
    expect(meanOf(whole)).toBeGreaterThan(0.02);
    const part = { ...SOME, x: SOME.x + 17, width: 30 };
    const cut = planeOf(made, part);
    expect(cut.every((v, i) => v === whole[Math.floor(i / 30) * SOME.width + 17 + (i % 30)])).toBe(true);
    expect(() => graphOf(worn([{ ...rest, surface: { name: 'velvet', seed: 3 } }]))).toThrow(/no surface “velvet”/);
  });

  test('shared lies as the first does, or turned and moved; a change of the first changes it', () => {
    const shared = (change: Partial<SharedWear> = {}): SharedWear => ({
      id: 's',
      kind: 'shared',
      on: true,
      of: 'w',
      turn: 0,
      x: 0,
      y: 0,
      ...change,
    });
    const both = (first: TextureWear, second: SharedWear) =>
      graphOf(sheet([pass('a', flat('#101010'), { wear: [first] }), pass('b', flat('#901010'), { wear: [second] })])).wears;
    const plane = (wears: ReturnType<typeof both>, name: string): Buffer => Buffer.from(planeOf(wears.get(name)!.taken, FAR).buffer);
    const alike = both(wear(), shared());
    expect(plane(alike, 'b/s').equals(plane(alike, 'a/w'))).toBe(true);
    expect(plane(both(wear(), shared({ turn: 40 })), 'b/s').equals(plane(alike, 'a/w'))).toBe(false);
    expect(plane(both(wear({ cut: 0.6 }), shared()), 'b/s').equals(plane(alike, 'b/s'))).toBe(false);
  });

  test('thinned by a stroke takes nothing under it; eased on lettering takes less there only', () => {
    const dab = { tip: 'round' as const, size: 8, softness: 0, strength: 1, erases: false, seed: 1, path: pathOf([1500, 1500]) };
    const thin = {
      id: 'm',
      kind: 'painted' as const,
      on: true,
      invert: false,
      anchor: 'sheet' as const,
      join: 'without' as const,
      strokes: [dab],
    };
    const middle = { x: 52, y: 52, width: 14, height: 14 };
    expect(planeOf(graphOf(worn([wear({ cut: 0.9 })])).wears.get('art/w')!.taken, middle).some((v) => v > 0)).toBe(true);
    expect(planeOf(graphOf(worn([wear({ cut: 0.9, masks: [thin] })])).wears.get('art/w')!.taken, middle).every((v) => v === 0)).toBe(true);
    const lettering = pass('type', flat('#ffffff'), { placement: { ...wholeSheet(SIZE), x: 10, width: 20, beyond: 'nothing' } });
    const over = pass('o', { kind: 'overall' }, { wear: [wear({ guards: [{ pass: 'type', most: 0.05, ease: 0.75 }] })] });
    const [eased, plain] = [graphOf(sheet([lettering, over])), graphOf(sheet([lettering, { ...over, wear: [wear()] }]))].map((graph) =>
      planeOf(graph.wears.get('o/w')!.taken, { x: 0, y: 60, width: 157, height: 60 }),
    ) as [Int16Array, Int16Array];
    const half = (plane: Int16Array, left: boolean): number => meanOf(plane.filter((_, i) => (left ? i % 157 < 78 : i % 157 > 80)));
    expect(half(eased, true)).toBeCloseTo(half(plain, true) / 4, 3);
    expect(half(eased, false)).toBe(half(plain, false));
  });
});
