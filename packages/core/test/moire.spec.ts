import FFT from 'fft.js';
import {
  beatLpi,
  beatMm,
  boxAt,
  calmAngle,
  compile,
  finish,
  PATCH,
  screenIn,
  screenSearch,
  screensUsed,
  trueScale,
  type Pass,
  type ScreenUsed,
  type Step,
} from '../src';
import { SURFACE_PIECE } from '../src/nodes/surface-node';
import { powerSpectrum } from '../src/plates/spectrum';
import { drawn, type MemoryPicture } from './support/pictures';
import { treatedPicture, valuesOf } from './support/treated';
import { flat, pass, picture, sheet, step, workOf } from './support/sheets';

const used = (lpi: number, angle: number, isLines = false): ScreenUsed => ({ pass: 'p', passName: 'P', step: 's', lpi, angle, isLines });

test('beats by the handbook: the difference of the frequencies, and twice the sine of half the angle between equal ones', () => {
  expect(beatLpi(used(60, 45), used(65, 45))).toBeCloseTo(5, 9);
  expect(beatLpi(used(60, 15), used(60, 45))).toBeCloseTo(2 * 60 * Math.sin((15 * Math.PI) / 180), 9);
  // A square screen is the same a quarter turn on; lines are not.
  expect(beatLpi(used(60, 0), used(60, 88))).toBeCloseTo(2 * 60 * Math.sin(Math.PI / 180), 9);
  expect(beatLpi(used(60, 0, true), used(60, 88, true))).toBeGreaterThan(80);
  expect(beatLpi(used(60, 30), used(60, 30))).toBeCloseTo(0, 9);
});

test('the beat of two drawn line screens is found in their product’s spectrum where it is reckoned', () => {
  const [count, perPx] = [1024, 1 / 1024];
  const row = Array.from(
    { length: count },
    (_, x) => (1 + Math.cos(2 * Math.PI * 64 * x * perPx)) * (1 + Math.cos(2 * Math.PI * 71 * x * perPx)),
  );
  const fft = new FFT(count);
  const out = fft.createComplexArray();
  fft.realTransform(out, row);
  const power = Array.from({ length: 40 }, (_, k) => Math.hypot(out[2 * k] as number, out[2 * k + 1] as number));
  const peak = power.slice(1).indexOf(Math.max(...power.slice(1))) + 1;
  expect(peak).toBeCloseTo(beatLpi(used(64, 0, true), used(71, 0, true)), 6);
});

test('a beat is told where it is seen, in mm; screens 30° apart and screens alike are left alone', () => {
  expect(beatMm(used(20, 0), used(21, 0))).toBeCloseTo(25.4, 6);
  expect(beatMm(used(20, 15), used(20, 45))).toBeNull();
  expect(beatMm(used(20, 30), used(20, 30))).toBeNull();
  expect(calmAngle(used(20, 40), [used(20, 45)])).toBe(0);
  const angle = calmAngle(used(20, 20), [used(20, 15), used(20, 75)]);
  expect(beatMm(used(20, angle), used(20, 15))).toBeNull();
  expect(beatMm(used(20, angle), used(20, 75))).toBeNull();
});

test('the screens of a sheet are those that print, each plate of a process among them', () => {
  const passes = [
    pass('a', picture('ramp'), { steps: [step('screen', { lpi: 12, angle: 45, shape: 'line' })] }),
    pass('b', picture('ramp'), { steps: [step('process-screen', { lpi: 20, inks: '3' }), { ...step('screen'), on: false }] }),
    pass('c', picture('ramp'), { on: false, steps: [step('screen')] }),
    pass('d', flat('#000000'), { steps: [step('levels')] }),
  ];
  expect(screensUsed(sheet(passes)).map(({ pass: id, lpi, angle, isLines }) => [id, lpi, angle, isLines])).toEqual([
    ['a', 12, 45, true],
    ['b', 20, 15, false],
    ['b', 20, 75, false],
    ['b', 20, 0, false],
  ]);
});

// fft.js 4 (MIT).
test('the power spectrum is that of fft.js, through a Hann window and without the mean', () => {
  const side = 32;
  const values = Float64Array.from({ length: side * side }, (_, i) => Math.sin(i * 0.37) + ((i * 7919) % 13) / 13);
  const hann = (i: number): number => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / side);
  const weights = values.map((_, i) => hann(i % side) * hann(Math.floor(i / side)));
  const mean = values.reduce((sum, v, i) => sum + v * (weights[i] as number), 0) / weights.reduce((sum, w) => sum + w, 0);
  const fft = new FFT(side);
  const rows = Array.from({ length: side }, (_, y) => {
    const out = fft.createComplexArray();
    const row = Array.from({ length: side }, (_, x) => ((values[y * side + x] as number) - mean) * (weights[y * side + x] as number));
    fft.transform(out, fft.toComplexArray(row, null));
    return out;
  });
  const found = powerSpectrum(values, side);
  for (let x = 0; x < side; x++) {
    const [column, out] = [fft.createComplexArray(), fft.createComplexArray()];
    rows.forEach((row, y) => [0, 1].forEach((part) => (column[2 * y + part] = row[2 * x + part] as number)));
    fft.transform(out, column);
    for (let y = 0; y < side; y++) {
      expect(found[y * side + x]).toBeCloseTo((out[2 * y] as number) ** 2 + (out[2 * y + 1] as number) ** 2, 8);
    }
  }
});

/** A picture with soft forms, an edge and some grain. */
const SCENE = drawn('scene', 600, 600, 1, (x, y) => {
  const form = 0.5 + 0.25 * Math.sin(7 * x + 3 * y) * Math.cos(5 * y);
  const edge = x + 0.4 * y > 0.9 ? 0.25 : 0;
  return Math.max(0, Math.min(1, form - edge + 0.06 * Math.sin(91234.5 * Math.sin(x * 431 + y * 977))));
});
const INCHES = { width: 50.8, height: 50.8 };

/** What is found in a picture that was printed, and scanned again, at 300 ppi. */
const foundIn = (steps: readonly Step[]) => {
  const { raster, graph } = treatedPicture(SCENE, [step('grey-response'), ...steps], { size: INCHES, ppi: 300 });
  const values = valuesOf(raster);
  const { width, height } = graph.region;
  const scanned = drawn(
    `scan ${JSON.stringify(steps)}`,
    width,
    height,
    1,
    (x, y) => 1 - (values[Math.floor(y * height) * width + Math.floor(x * width)] as number),
  );
  return search(scanned);
};

const search = (of: MemoryPicture) => {
  const art: Pass = { ...pass('art', flat('#000000')), source: picture(of.info.sha256), placement: boxAt(25.4, 25.4, 50.8, 50.8) };
  const graph = compile(sheet([art], { size: INCHES, ppi: 300 }), trueScale(INCHES, 300), () => of.info);
  const found = screenSearch(graph, 'art', graph.region);
  const work = workOf([of]);
  work.fetch(found.wants(work));
  return finish(found.run(work));
};

test.each([
  [30, 45, 'round'],
  [53, 22.5, 'euclidean'],
  [65, 75, 'square'],
  [85, 15, 'ellipse'],
  [40, 30, 'line'],
] as const)('a screen of %d lpi at %d° in a picture is found, %s', (lpi, angle, shape) => {
  const found = foundIn([step('screen', { lpi, angle, shape, auto: false, detail: 1, hardness: 0.8 })]);
  expect(found?.isLines).toBe(shape === 'line');
  expect(Math.abs((found?.lpi ?? 0) - lpi) / lpi).toBeLessThan(0.01);
  expect(Math.abs((found?.angle ?? 0) - angle)).toBeLessThan(1);
});

test('none is found where there is none: in forms, edges, grain, nor in dots by chance', () => {
  expect(search(SCENE)).toBeNull();
  expect(foundIn([step('stochastic', { dot: 0.3 })])).toBeNull();
  expect(foundIn([step('threshold')])).toBeNull();
  expect(screenIn(new Float64Array(PATCH * PATCH))).toBeNull();
});

test('the weave of a cloth is found as it lies, and nothing where there is no room to look', () => {
  const cloth: Pass = {
    ...pass('cloth', flat('#000000')),
    source: { kind: 'surface', surface: 'fabric weave', seed: 1 },
    placement: { ...boxAt(25.4, 25.4, 50.8, 50.8), turn: 20 },
  };
  const graph = compile(sheet([cloth], { size: INCHES, ppi: 300 }), trueScale(INCHES, 300), () => undefined);
  const found = finish(screenSearch(graph, 'cloth', graph.region).run(workOf()));
  expect(Math.abs(((found?.angle ?? 0) % 90) - 20)).toBeLessThan(1);
  // Threads 1.25 mm apart, with the whole piece in a box of two inches; or the two that take turns: multiples of half their frequency.
  const half = ((25.4 / 2 / 1.25) * SURFACE_PIECE.width) / INCHES.width;
  const times = (found?.lpi ?? 0) / half;
  expect(Math.abs(times - Math.round(times))).toBeLessThan(0.03);
  expect(finish(screenSearch(graph, 'cloth', { x: 0, y: 0, width: 90, height: 90 }).run(workOf()))).toBeNull();
});
