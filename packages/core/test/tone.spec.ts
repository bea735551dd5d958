import fc from 'fast-check';
import {
  referenceKernels,
  automaticLevels,
  exp,
  finish,
  greyResponse,
  greyShares,
  hueOf,
  levels,
  ln,
  LUMA,
  ONE,
  power,
  roundCircle,
  stepOfKind,
  STEPS,
  throughPoints,
  toneAtShare,
  toneReading,
  toneStatistics,
  type AnyDial,
  type CurvePoint,
  type StepAt,
} from '../src';
import { stepAt } from './support/screens';
import { kernels } from './support/sheets';

const at: StepAt = stepAt(300);
const levelsTable = (params: Record<string, unknown>): Int16Array => {
  const defaults = { auto: false, clip: 0, black: 0, white: 1, midtone: 0.5, outBlack: 0, outWhite: 1 };
  if (!('table' in levels.apply)) throw new Error('levels is a table');
  return levels.apply.table({ ...defaults, ...params }, at);
};

test('levels are their formula within one unit', () => {
  const params = { black: 0.1, white: 0.85, midtone: 0.35, outBlack: 0.05, outWhite: 0.93 };
  const table = levelsTable(params);
  const exponent = Math.log(params.midtone) / Math.log(0.5);
  for (let v = 0; v <= ONE; v += 7) {
    const t = Math.max(0, Math.min(1, (v / ONE - params.black) / (params.white - params.black)));
    const wanted = params.outBlack + (params.outWhite - params.outBlack) * t ** exponent;
    expect(Math.abs((table[v] as number) / ONE - wanted)).toBeLessThan(1 / ONE);
  }
  expect((table[Math.round(ONE * 0.475)] as number) / ONE).toBeCloseTo(0.05 + 0.88 * 0.35, 3);
});

// Common practice (references §10): white output lowered to t % prints exactly (100 − t) % dots in blown areas.
test('white output lowered to 93 % leaves 7 % of ink to print in blown light', () => {
  expect(ONE - (levelsTable({ outWhite: 0.93 })[ONE] as number)).toBe(Math.round(0.07 * ONE));
});

const statisticsOf = (tones: readonly number[]) =>
  toneStatistics(
    {
      kind: 'tone',
      region: { x: 0, y: 0, width: tones.length, height: 1 },
      tone: Int16Array.from(tones, (t) => Math.round(t * ONE)),
      coverage: null,
    },
    referenceKernels,
  );

test('automatic levels leave the clip share beyond each end', () => {
  const statistics = statisticsOf(Array.from({ length: 1001 }, (_, i) => 0.2 + (0.5 * i) / 1000));
  const { black, white } = automaticLevels(statistics, 0.01);
  expect(black).toBeCloseTo(0.205, 2);
  expect(white).toBeCloseTo(0.695, 2);
  expect(toneAtShare(statistics, 0.5)).toBeCloseTo(0.45, 2);
  expect(automaticLevels(statisticsOf([0.5, 0.5]), 0.01)).toEqual({ black: 0, white: 1 });
});

test('a reading shares out white, grey and black, and says what is blown', () => {
  const reading = toneReading(statisticsOf([0, 0.1, 0.3, 0.5, 0.6, 0.7, 0.8, 0.9, 1, 1]));
  expect(reading).toEqual({ white: 0.3, grey: 0.5, black: 0.2, blown: 0.2 });
});

const points = fc
  .uniqueArray(fc.integer({ min: 0, max: 100 }), { minLength: 2, maxLength: 8 })
  .chain((xs) =>
    fc.tuple(
      fc.constant(xs.sort((a, b) => a - b)),
      fc.array(fc.integer({ min: 0, max: 100 }), { minLength: xs.length, maxLength: xs.length }),
    ),
  )
  .map(([xs, ys]) => xs.map((x, i): CurvePoint => [x / 100, (ys[i] as number) / 100]));

// Fritsch & Carlson 1980: between two handles a monotone cubic never leaves the range they span.
test('a curve goes through its handles and never overshoots between them', () => {
  fc.assert(
    fc.property(points, (handles) => {
      const curve = throughPoints(handles);
      for (let i = 0; i < handles.length - 1; i++) {
        const [from, to] = [handles[i] as CurvePoint, handles[i + 1] as CurvePoint];
        if (Math.abs(curve(from[0]) - from[1]) > 1e-12) return false;
        for (let n = 0; n <= 20; n++) {
          const y = curve(from[0] + ((to[0] - from[0]) * n) / 20);
          if (y < Math.min(from[1], to[1]) - 1e-9 || y > Math.max(from[1], to[1]) + 1e-9) return false;
        }
      }
      return true;
    }),
    { numRuns: 200, seed: 11 },
  );
});

test('a hue curve closes on itself', () => {
  const g = roundCircle([
    [20, 0.4],
    [130, -0.3],
    [300, 0.1],
  ]);
  expect(g(0)).toBeCloseTo(g(360), 12);
  expect([g(20), g(130), g(300)]).toEqual([expect.closeTo(0.4, 12), expect.closeTo(-0.3, 12), expect.closeTo(0.1, 12)]);
});

const greyOf = (rgb: readonly [number, number, number], params: Record<string, unknown>): number => {
  const data = Int16Array.from([...rgb.map((v) => Math.round(v * ONE)), ONE]);
  const { apply } = greyResponse;
  if (typeof apply !== 'function') throw new Error('grey response works on rasters');
  const defaults = { by: 'hue', response: [], red: 0.2126, green: 0.7152, blue: 0.0722 };
  const raster = finish(
    apply({ kind: 'colour', region: { x: 0, y: 0, width: 1, height: 1 }, data }, { ...defaults, ...params } as never, at, kernels),
  );
  return (raster.tone[0] as number) / ONE;
};

// ITU-R BT.709: luma .2126 R + .7152 G + .0722 B of the encoded values.
test('an even response is BT.709 luma', () => {
  expect(LUMA.map((v) => v / 2 ** 28)).toEqual([expect.closeTo(0.2126, 8), expect.closeTo(0.7152, 8), expect.closeTo(0.0722, 8)]);
  expect(greyOf([0.2, 0.6, 0.9], {})).toBeCloseTo(0.2126 * 0.2 + 0.7152 * 0.6 + 0.0722 * 0.9, 4);
});

test('a response lifts by g(hue) · (max − min), and leaves neutral greys alone', () => {
  const response: readonly CurvePoint[] = [
    [20, 0.4],
    [130, -0.3],
    [250, 0.5],
  ];
  const g = roundCircle(response);
  fc.assert(
    fc.property(fc.tuple(fc.nat(100), fc.nat(100), fc.nat(100)), ([r, gr, b]) => {
      const rgb = [r / 100, gr / 100, b / 100] as const;
      const span = Math.max(...rgb) - Math.min(...rgb);
      const hue = hueOf(...rgb);
      const luma = 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
      const wanted = Math.max(0, Math.min(1, luma + (hue === null ? 0 : g(hue)) * span));
      return Math.abs(greyOf(rgb, { response }) - wanted) < 4 / ONE;
    }),
    { numRuns: 300, seed: 3 },
  );
  expect(greyOf([0.4, 0.4, 0.4], { response })).toBeCloseTo(0.4, 4);
});

test('free shares may be negative and beyond the whole, for deliberate blow-out', () => {
  expect(greyOf([0.5, 0.3, 0.2], { by: 'shares', red: 1.6, green: 0.2, blue: -0.5 })).toBeCloseTo(0.5 * 1.6 + 0.06 - 0.1, 3);
  expect(greyOf([0.9, 0.9, 0.9], { by: 'shares', red: 1.2, green: 0.5, blue: 0 })).toBe(1);
  expect(greyShares(1, 0, 0)[1]).toBe(0);
});

test('exact exponentials and logarithms are the engine’s own within one part in 10^14', () => {
  for (let x = -20; x < 20; x += 0.173) expect(Math.abs(exp(x) / Math.exp(x) - 1)).toBeLessThan(1e-14);
  for (let x = 0.0003; x < 900; x *= 1.17) expect(Math.abs(ln(x) - Math.log(x))).toBeLessThan(1e-13);
  expect(power(0, 2.2)).toBe(0);
});

test('every dial of every step takes its own default, and says what would be right otherwise', () => {
  for (const declaration of STEPS) {
    expect(stepOfKind(declaration.kind)).toBe(declaration);
    for (const dial of Object.values(declaration.dials) as AnyDial[]) {
      expect(dial.check(dial.default)).toMatchObject({ ok: true });
      for (const wrong of [
        undefined,
        {},
        'nonsense',
        NaN,
        [
          [2, 1],
          [1, 1],
        ],
      ]) {
        // Any word is text, and may be the id of a pass; this one happens to be points as well.
        if (['pass', 'text', 'drawn'].includes(dial.type) && wrong === 'nonsense') continue;
        const checked = dial.check(wrong);
        expect(checked.ok ? '' : checked.why.length > 10).toBe(true);
      }
    }
  }
});
