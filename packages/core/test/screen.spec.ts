import FFT from 'fft.js';
import {
  cellLayout,
  cellMm,
  cellsAcross,
  cellWay,
  cosDeg,
  inkByTone,
  lpiOfCells,
  ONE,
  screenGrid,
  SHAPE_NUMBERS,
  SPOT,
  spotAt,
  toneLevels,
  type ShapeName,
} from '../src';
import { phaseStep, screened, screenParams, stepAt, windowedInk } from './support/screens';

const SHAPES = Object.keys(SHAPE_NUMBERS) as ShapeName[];
const LONG = process.env['UVRANT_LONG'] === '1';

/** ISO 32000-1:2008 Table 128 in 64-bit floats; Line and Square stretched from −1 … 0 to −1 … 1. */
const TABLE_128 = {
  round: (x, y) => 1 - (x * x + y * y),
  euclidean: (x, y) => (Math.abs(x) + Math.abs(y) <= 1 ? 1 - (x * x + y * y) : (Math.abs(x) - 1) ** 2 + (Math.abs(y) - 1) ** 2 - 1),
  ellipse: (x, y) => 1 - (x * x + 0.9 * y * y),
  line: (_, y) => 1 - 2 * Math.abs(y),
  square: (x, y) => 1 - 2 * Math.max(Math.abs(x), Math.abs(y)),
  diamond: (x, y) => {
    const sum = Math.abs(x) + Math.abs(y);
    if (sum <= 0.75) return 1 - (x * x + y * y);
    if (sum <= 1.23) return 1 - (0.85 * Math.abs(x) + Math.abs(y));
    return (Math.abs(x) - 1) ** 2 + (Math.abs(y) - 1) ** 2 - 1;
  },
  cross: (x, y) => 1 - 2 * Math.min(Math.abs(x), Math.abs(y)),
  rhomboid: (x, y) => 0.9 * Math.abs(x) + Math.abs(y) - 1,
} satisfies Partial<Record<ShapeName, (x: number, y: number) => number>>;

// `line` and `square` reach ± 8192; the others stand in the same scale, where 1.0 is 8192 above their middle.
test.each(Object.keys(TABLE_128) as (keyof typeof TABLE_128)[])('the spot function of %s is ISO 32000-1 Table 128’s', (shape) => {
  const jump = shape === 'diamond' ? 3 : 1;
  for (let j = 0; j <= 32767; j += 1171) {
    for (let i = 0; i <= 32767; i += 1171) {
      const [x, y] = [i / 32768, j / 32768];
      const sum = x + y;
      if (shape === 'diamond' && (Math.abs(sum - 0.75) < 0.001 || Math.abs(sum - 1.23) < 0.001)) continue;
      const value = SPOT[shape](i, j) / 8192;
      expect(Math.abs(value - TABLE_128[shape](x, y))).toBeLessThan((2 + jump) / 8192);
    }
  }
});

test('the double dot is Table 128’s, a quarter of a period on, within what parabolas stray from sines', () => {
  for (let x = -1; x < 1; x += 0.037) {
    for (let y = -1; y < 1; y += 0.041) {
      const table = Math.sin(2 * Math.PI * (x + 0.25)) / 2 + Math.sin(2 * Math.PI * (y + 0.25)) / 2;
      const value = spotAt('double dot', Math.round(x * 2 ** 31) | 0, Math.round(y * 2 ** 31) | 0) / 8192;
      expect(Math.abs(value - table)).toBeLessThan(0.06);
    }
  }
});

/** Share of a cell that is inked when a shape's dots first reach a place on the cell's border. */
const inkWhenJoined = (shape: ShapeName, x: number, y: number): number => {
  const at = spotAt(shape, Math.round(x * (2 ** 31 - 1)), Math.round(y * (2 ** 31 - 1)));
  let [inked, all] = [0, 0];
  for (let j = 0; j < 200; j++) {
    for (let i = 0; i < 200; i++, all++) {
      const phase = (n: number): number => Math.round(((n + 0.5) / 100 - 1) * 2 ** 31) | 0;
      if (spotAt(shape, phase(i), phase(j)) > at) inked++;
    }
  }
  return inked / all;
};

test('dots of a chain join along one axis before the middle, along the other after it; those of others at once', () => {
  // Common practice for elliptical dots: two joins, either side of 50 %, so that neither jumps as much.
  const [first, second] = [inkWhenJoined('chain', 0, 1), inkWhenJoined('chain', 1, 0)].sort((a, b) => a - b) as [number, number];
  expect(first).toBeGreaterThan(0.38);
  expect(first).toBeLessThan(0.47);
  expect(second).toBeGreaterThan(0.53);
  expect(second).toBeLessThan(0.62);
  expect(inkWhenJoined('euclidean', 0, 1)).toBeCloseTo(inkWhenJoined('euclidean', 1, 0), 2);
});

test('a ring is bare in its middle, and a wave’s line strays as it goes, whole waves from cell to cell', () => {
  const at = (shape: ShapeName, x: number, y: number): number => spotAt(shape, Math.round(x * 2 ** 31) | 0, Math.round(y * 2 ** 31) | 0);
  expect(at('ring', 0, 0)).toBeLessThan(at('ring', 0.6, 0) - 2000);
  expect(at('ring', 0.6, 0)).toBeGreaterThan(at('ring', 0.95, 0.95));
  const crest = (x: number): number => {
    const ys = Array.from({ length: 400 }, (_, i) => (i + 0.5) / 200 - 1);
    return ys.reduce((best, y) => (at('wave line', x, y) > at('wave line', x, best) ? y : best), 0);
  };
  // Three sixteenths of a cell, which is 2 wide.
  expect(Math.abs(crest(0) - crest(-1))).toBeCloseTo(0.75, 1);
  expect(crest(-0.999)).toBeCloseTo(crest(0.999), 1);
  expect(crest(0.5)).toBeCloseTo(0, 1);
});

test('hexagonal dots lie as far from all six neighbours; bricks are twice as long as high, every other row shifted by half', () => {
  const value = (shape: ShapeName, x: number, y: number): number => {
    const g = screenGrid(64, 0, cellLayout(shape));
    return spotAt(shape, (g.ux * x + g.uy * y) | 0, (g.vx * x + g.vy * y) | 0);
  };
  // Rows 64 px apart: neighbours at 64 / cos 30°, every 60°.
  const far = 64 / Math.cos(Math.PI / 6);
  for (let turn = 0; turn < 360; turn += 60) {
    const [x, y] = [far * Math.cos(((turn + 30) * Math.PI) / 180), far * Math.sin(((turn + 30) * Math.PI) / 180)];
    expect(value('hexagonal', Math.round(x), Math.round(y))).toBeGreaterThan(8100);
    expect(value('hexagonal', Math.round(x / 2), Math.round(y / 2))).toBeLessThan(0);
  }
  // A brick's middle, its ends, and the middle of those above it.
  expect(value('brick', 0, 0)).toBeGreaterThan(8100);
  expect(value('brick', 64, 0)).toBeLessThan(-8000);
  expect(value('brick', 128, 0)).toBeGreaterThan(8100);
  expect(value('brick', 64, 64)).toBeGreaterThan(8100);
  expect(value('brick', 0, 64)).toBeLessThan(-8000);
  expect(value('brick', 0, 128)).toBeGreaterThan(8100);
});

test('from a pixel’s phases back to its cell’s centre, in any layout', () => {
  for (const shape of ['round', 'hexagonal'] as const) {
    const [grid, way] = [screenGrid(37, 22.5, cellLayout(shape)), cellWay(37, 22.5, cellLayout(shape))];
    for (const [x, y] of [
      [5, 3],
      [-7, 9],
      [2, -11],
    ] as const) {
      const [u, v] = [grid.ux * x + grid.uy * y, grid.vx * x + grid.vy * y];
      expect(way.ax * u + way.bx * v).toBeCloseTo(x, 4);
      expect(way.ay * u + way.by * v).toBeCloseTo(y, 4);
    }
  }
});

const sweep = (rows: readonly (readonly [lpi: number, ppi: number])[], angles: readonly number[], every: number) => {
  let n = 0;
  const misses: unknown[] = [];
  for (const shape of SHAPES) {
    for (const [lpi, ppi] of rows) {
      for (const angle of angles) {
        for (const hardness of [0.3, 0.82, 1]) {
          for (const tone of [0.04, 0.3, 0.5, 0.77, 0.96]) {
            if (n++ % every !== 0) continue;
            const side = Math.min(1536, Math.max(384, Math.ceil((12 * ppi) / lpi)));
            const region = { x: 1000, y: 700, width: side, height: side };
            const ink = windowedInk(screened(screenParams({ shape, lpi, angle, hardness }), stepAt(ppi), region, tone));
            const bound = ppi / lpi >= 8 ? 0.005 : 0.01;
            if (Math.abs(ink - (1 - tone)) > bound) misses.push({ shape, lpi, ppi, angle, hardness, tone, ink });
          }
        }
      }
    }
  }
  return misses;
};

const TEN_ANGLES = [0, 7.5, 15, 22.5, 30, 45, 52.5, 67.5, 75, 82.5];

test('screens are linear: t % tone prints (100 − t) % ink at any hardness, shape, angle and frequency', () => {
  const rows = [
    [1, 60],
    [5.8, 300],
    [10, 300],
    [37.5, 300],
    [60, 300],
    [133, 1100],
    [133, 700],
  ] as const;
  expect(sweep(rows, LONG ? TEN_ANGLES : [0, 15, 22.5, 45], LONG ? 1 : 11)).toEqual([]);
}, 1_800_000);

test('a 1-bit screen is within 0.5 % and half the step that its distinct phases allow', () => {
  const misses: unknown[] = [];
  for (const shape of SHAPES) {
    for (const [lpi, ppi, angle] of [
      [60, 300, 0],
      [50, 300, 22.5],
      [45, 300, 45],
      [10, 300, 15],
      [30, 300, 0],
    ] as const) {
      for (const tone of [0.2, 0.5, 0.85]) {
        const region = { x: 0, y: 0, width: 600, height: 600 };
        const raster = screened(screenParams({ shape, lpi, angle, hardness: 1 }), stepAt(ppi, 'hard'), region, tone);
        const cut = { ...raster, coverage: raster.coverage.map((v) => (v >= ONE / 2 ? ONE : 0)) };
        const bound = 0.005 + phaseStep(shape, lpi, ppi, angle) / 2;
        const ink = windowedInk(cut);
        if (Math.abs(ink - (1 - tone)) > bound) misses.push({ shape, lpi, ppi, angle, tone, ink, bound });
      }
    }
  }
  expect(misses).toEqual([]);
});

test('bare stays bare and solid stays solid at any hardness', () => {
  for (const shape of SHAPES) {
    for (const hardness of [0, 0.5, 1]) {
      const params = screenParams({ shape, hardness, lpi: 12, angle: 22.5 });
      const region = { x: 5, y: 9, width: 97, height: 61 };
      expect(screened(params, stepAt(300), region, 1).coverage.every((v) => v === 0)).toBe(true);
      expect(screened(params, stepAt(300), region, 0).coverage.every((v) => v === ONE)).toBe(true);
    }
  }
});

test('the smallest dot holds from the cut-off up; below it nothing prints', () => {
  const lpi = 10;
  const table = inkByTone({ shape: 'round', lpi, smallestDot: 0.5, cutOff: 0.01, carries: 'darks' });
  const disc = (Math.PI / 4) * (0.5 / cellMm(lpi)) ** 2;
  expect(table[Math.round(0.995 * ONE)]).toBe(0);
  expect((table[Math.round(0.985 * ONE)] as number) / ONE).toBeCloseTo(disc, 3);
  expect((table[Math.round(0.5 * ONE)] as number) / ONE).toBeCloseTo(0.5, 4);
  expect(table[ONE]).toBe(0);
});

test('ink that carries the lights prints the tone itself', () => {
  const region = { x: 0, y: 0, width: 512, height: 512 };
  const raster = screened(screenParams({ lpi: 20, angle: 22.5, carries: 'lights' }), stepAt(300), region, 0.3);
  expect(windowedInk(raster)).toBeCloseTo(0.3, 2);
});

/** The strongest frequency of a screen, cycles a pixel, by a Hann window, 2-D FFT (fft.js) and log-parabolic peak. */
const strongest = (coverage: Int16Array, side: number): { fx: number; fy: number } => {
  const fft = new FFT(side);
  const mean = coverage.reduce((a, b) => a + b, 0) / coverage.length;
  const hann = (i: number): number => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / side);
  const columns: number[][] = Array.from({ length: side }, () => new Array<number>(2 * side).fill(0));
  for (let y = 0; y < side; y++) {
    const row = Array.from({ length: side }, (_, x) => ((coverage[y * side + x] as number) - mean) * hann(x) * hann(y));
    const out = fft.createComplexArray();
    fft.realTransform(out, row);
    fft.completeSpectrum(out);
    for (let x = 0; x < side / 2; x++) {
      (columns[x] as number[])[2 * y] = out[2 * x] as number;
      (columns[x] as number[])[2 * y + 1] = out[2 * x + 1] as number;
    }
  }
  const power: Float64Array[] = [];
  let best = { x: 0, y: 0, p: -1 };
  for (let x = 0; x < side / 2; x++) {
    const out = fft.createComplexArray();
    fft.transform(out, columns[x] as number[]);
    const line = Float64Array.from({ length: side }, (_, y) =>
      Math.log((out[2 * y] as number) ** 2 + (out[2 * y + 1] as number) ** 2 + 1e-9),
    );
    power.push(line);
    for (let y = 0; y < side; y++) if (x > 2 && (line[y] as number) > best.p) best = { x, y, p: line[y] as number };
  }
  const at = (x: number, y: number): number => (power[x] as Float64Array)[(y + side) % side] as number;
  const peak = (a: number, b: number, c: number): number => (a - c) / (2 * (a - 2 * b + c));
  const dx = peak(at(best.x - 1, best.y), at(best.x, best.y), at(best.x + 1, best.y));
  const dy = peak(at(best.x, best.y - 1), at(best.x, best.y), at(best.x, best.y + 1));
  const y = best.y > side / 2 ? best.y - side : best.y;
  return { fx: (best.x + dx) / side, fy: (y + dy) / side };
};

test.each([
  [45, 22.5],
  [55, 7.5],
  [65, 15],
  [45, 75],
] as const)('a line screen of %d lpi at %d° has that frequency within 0.1 % and that angle within 0.05°', (lpi, angle) => {
  const side = 1024;
  const ppi = 600;
  const raster = screened(
    screenParams({ shape: 'line', lpi, angle, hardness: 0.2 }),
    stepAt(ppi),
    { x: 0, y: 0, width: side, height: side },
    0.5,
  );
  const { fx, fy } = strongest(raster.coverage, side);
  const found = Math.hypot(fx, fy) * ppi;
  expect(Math.abs(found / lpi - 1)).toBeLessThan(0.001);
  // Lines run across their frequency; y grows downwards on the raster, angles run counter-clockwise.
  const lines = (Math.atan2(-fy, fx) * 180) / Math.PI + 90;
  const off = ((((lines - angle) % 180) + 270) % 180) - 90;
  expect(Math.abs(off)).toBeLessThan(0.05);
});

// Common practice (references §10).
test('the arithmetic beside the dials gives the trade’s values', () => {
  expect(cellMm(10)).toBeCloseTo(2.54, 6);
  expect(toneLevels(72, 10)).toBe(52);
  expect(cellsAcross((552 / 72) * 25.4, 10)).toBeCloseTo(76.7, 1);
  expect(toneLevels(300, 15)).toBe(401);
  expect(cellMm(15)).toBeCloseTo(1.693, 3);
  expect(
    [
      [300, 50],
      [600, 65],
      [1200, 85],
      [2400, 150],
      [2540, 150],
    ].map(([p, l]) => toneLevels(p as number, l as number)),
  ).toEqual([37, 86, 200, 257, 287]);
  expect(cellsAcross(330.2, lpiOfCells(330.2, 140))).toBeCloseTo(140, 9);
});

test('exact sines are those of the engine’s own within one unit in the last place', () => {
  for (let deg = -720; deg < 720; deg += 0.37) expect(Math.abs(cosDeg(deg) - Math.cos((deg * Math.PI) / 180))).toBeLessThan(4e-15);
  expect([0, 90, 180, 270].map(cosDeg)).toEqual([1, expect.closeTo(0, 20), -1, expect.closeTo(0, 20)]);
});
