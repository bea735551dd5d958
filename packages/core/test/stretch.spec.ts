import {
  areCornersCrossed,
  boxAt,
  compile,
  defaultParams,
  ONE,
  stretch,
  trueScale,
  type ColourRaster,
  type InkRaster,
  type Pass,
  type Placement,
  type Step,
} from '../src';
import { arcMap, cornersMap, flagMap, pinchMap, waveMap, type Point, type StretchMap } from '../src/steps/warp/stretch-maps';
import { drawn } from './support/pictures';
import { cv, opencv } from './support/opencv';
import { flat, graphOf, pass, picture, rasterOf, sheet, step, workOf } from './support/sheets';

beforeAll(opencv);

const SIZE = { width: 40, height: 40 };
const PPI = 127;
const SIDE = 200;
const PX = 5;

const BOX = { width: 30, height: 12, by: 0.6 };
const CORNERS: [Point, Point, Point, Point] = [
  { x: -16, y: -9 },
  { x: 11, y: -5 },
  { x: 14, y: 7 },
  { x: -14, y: 4 },
];
const MAPS: readonly (readonly [string, StretchMap])[] = [
  ['an arc', arcMap(BOX)],
  ['an arc downwards', arcMap({ ...BOX, by: -1 })],
  ['a wave', waveMap(BOX, 1.5)],
  ['a flag', flagMap(BOX, 2)],
  ['a pinch', pinchMap(BOX)],
  ['a bulge', pinchMap({ ...BOX, by: -0.8 })],
  ['four corners', cornersMap(BOX.width, BOX.height, CORNERS)],
];

test.each(MAPS)('%s leads back to where it came from', (_, { forward, back }) => {
  let most = 0;
  // The far half of a half circle folds at its centre: no box is that high.
  for (let x = -15; x <= 15; x += 1.5) {
    for (let y = -6; y <= 6; y += 0.75) {
      const to = forward(x, y);
      const from = back(to.x, to.y);
      most = Math.max(most, Math.abs(from.x - x), Math.abs(from.y - y));
    }
  }
  expect(most).toBeLessThan(1e-6);
});

test('an arc keeps the length of its middle line, and rises by its sagitta; four corners go where they are put', () => {
  const { forward } = arcMap(BOX);
  const points = Array.from({ length: 301 }, (_, i) => forward(-15 + i / 10, 0));
  const length = points.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - (points[i] as Point).x, y - (points[i] as Point).y), 0);
  expect(length).toBeCloseTo(30, 3);
  // Sagitta of an arc of radius r over an angle θ: r (1 − cos θ/2); θ = 0.6 · 180°.
  const radius = 30 / (0.6 * Math.PI);
  expect((points[0] as Point).y - (points[150] as Point).y).toBeCloseTo(radius * (1 - Math.cos(0.3 * Math.PI)), 6);
  const { forward: to } = cornersMap(30, 12, CORNERS);
  const found = [to(-15, -6), to(15, -6), to(15, 6), to(-15, 6)];
  found.forEach(({ x, y }, i) => expect([x, y]).toEqual([expect.closeTo(CORNERS[i]?.x ?? 0, 6), expect.closeTo(CORNERS[i]?.y ?? 0, 6)]));
});

/** A picture in a box in the middle of the sheet, through some steps. */
const shown = (of: ReturnType<typeof drawn>, steps: readonly Step[], placement: Placement): ColourRaster => {
  const art: Pass = { ...pass('art', flat('#000000')), source: picture(of.info.sha256), placement, steps };
  const graph = compile(sheet([art], { size: SIZE, ppi: PPI }), trueScale(SIZE, PPI), () => of.info);
  return rasterOf(graph.passes.get('art') as never, graph.region, workOf([of])) as ColourRaster;
};

const HILLS = drawn('stretched hills', SIDE, SIDE, 1, (x, y) => 0.5 + 0.3 * Math.sin(13 * x) * Math.cos(9 * y));
const BOXED: Placement = { ...boxAt(20, 20, 24, 24), fit: 'free' };

// OpenCV 4.5 by @techstark/opencv-js (Apache-2.0).
test('four corners are OpenCV’s perspective', () => {
  const moves = { topLeft: { x: 3, y: 4 }, topRight: { x: -1, y: -3 }, bottomRight: { x: 2, y: 1 }, bottomLeft: { x: -4, y: 2 } };
  const plain = shown(HILLS, [], BOXED);
  const found = shown(HILLS, [step('stretch', { shape: 'four corners', ...moves })], BOXED);
  const corners = [8, 8, 32, 8, 32, 32, 8, 32];
  const by = Object.values(moves).flatMap(({ x, y }) => [x, y]);
  // OpenCV's places are those of pixels' middles.
  const asPoints = (mm: readonly number[]) =>
    cv.matFromArray(
      4,
      1,
      cv.CV_32FC2,
      mm.map((v) => v * PX - 0.5),
    );
  const [from, to] = [asPoints(corners), asPoints(corners.map((v, i) => v + (by[i] as number)))];
  const matrix = cv.getPerspectiveTransform(from, to);
  const source = cv.matFromArray(
    SIDE,
    SIDE,
    cv.CV_32F,
    Array.from({ length: SIDE * SIDE }, (_, i) => (plain.data[4 * i] as number) / ONE),
  );
  const out = new cv.Mat();
  cv.warpPerspective(source, out, matrix, new cv.Size(SIDE, SIDE), cv.INTER_LINEAR, cv.BORDER_CONSTANT, new cv.Scalar());
  let [most, seen] = [0, 0];
  for (let i = 0; i < SIDE * SIDE; i++) {
    // Away from the rim, where the two filters differ.
    const isInside = [0, -2, 2, -2 * SIDE, 2 * SIDE].every((off) => (found.data[4 * (i + off) + 3] ?? 0) === ONE);
    if (!isInside) continue;
    seen++;
    most = Math.max(most, Math.abs((found.data[4 * i] as number) / ONE - (out.data32F[i] as number)));
  }
  expect(seen).toBeGreaterThan(8000);
  expect(most).toBeLessThan(0.02);
  for (const each of [from, to, matrix, source, out]) each.delete();
});

/** How solid a print is at a place of the sheet, mm. */
const solidAt = (raster: ColourRaster | InkRaster, x: number, y: number): number => {
  const i = Math.floor(y * PX) * SIDE + Math.floor(x * PX);
  return Math.round((100 * ((raster.kind === 'ink' ? raster.coverage[i] : raster.data[4 * i + 3]) ?? 0)) / ONE) / 100;
};

test('an arc bends a bar into a stretch of a ring, as broad as the bar, whatever it is turned to', () => {
  for (const turn of [0, 30]) {
    const placement: Placement = { ...boxAt(20, 20, 24, 4), fit: 'free', turn };
    const graph = graphOf(
      sheet([pass('art', flat('#c02020'), { placement, steps: [step('stretch', { by: 0.5 })] })], { size: SIZE, ppi: PPI }),
    );
    const found = rasterOf(graph.passes.get('art') as never, graph.region) as ColourRaster | InkRaster;
    const radius = 24 / (Math.PI / 2);
    const at = (angle: number, away: number): number => {
      // From the ring's centre, which lies a radius below the bar's middle, turned with it.
      const [u, v] = [(radius + away) * Math.sin(angle), radius - (radius + away) * Math.cos(angle)];
      const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
      return solidAt(found, 20 + c * u + s * v, 20 - s * u + c * v);
    };
    const along = [-0.7, -0.4, 0, 0.4, 0.7];
    expect(along.map((angle) => [at(angle, 1.5), at(angle, -1.5), at(angle, 2.5), at(angle, -2.5)])).toEqual(along.map(() => [1, 1, 0, 0]));
    expect([at(-0.85, 0), at(0.85, 0)]).toEqual([0, 0]);
  }
});

test('what is not bent is as it was, and half the amount bends half as far; corners that cross stretch nothing', () => {
  const plain = shown(HILLS, [], BOXED).data;
  expect(shown(HILLS, [step('stretch', { by: 0 })], BOXED).data).toEqual(plain);
  const crossed = { shape: 'four corners', topLeft: { x: 40, y: 0 } };
  expect(shown(HILLS, [step('stretch', crossed)], BOXED).data).toEqual(plain);
  const params = (given: Record<string, unknown>) =>
    ({ ...defaultParams(stretch), ...given }) as unknown as Parameters<typeof areCornersCrossed>[0];
  expect([crossed, { shape: 'four corners' }, { ...crossed, shape: 'arc' }].map((each) => areCornersCrossed(params(each), BOXED))).toEqual([
    true,
    false,
    false,
  ]);
  const half = shown(HILLS, [{ ...step('stretch', { shape: 'wave', by: 0.8 }), amount: 0.5 }], BOXED);
  expect(half.data).toEqual(shown(HILLS, [step('stretch', { shape: 'wave', by: 0.4 })], BOXED).data);
});

test('what is pinched keeps its mean and shows no lines that are not there', () => {
  // Lines of two pixels, which come out under a third of one.
  const lines = drawn('stretched lines', 120, 120, 1, (_, y) => Number(Math.floor(y * 60) % 2 === 0));
  const { data } = shown(lines, [step('stretch', { shape: 'pinch', by: 0.9 })], BOXED);
  const middle = Array.from({ length: 14 }, (_, i) => (data[4 * ((93 + i) * SIDE + 100)] as number) / ONE);
  expect(middle.reduce((sum, v) => sum + v, 0) / 14).toBeCloseTo(0.5, 1);
  expect(Math.max(...middle) - Math.min(...middle)).toBeLessThan(0.4);
});

test('nothing is drawn where an arc jumps: behind the middle of its circle', () => {
  // At 508 ppi the far ends of the arc are more than a thousand pixels apart, and meet below the middle of its circle, at 20, 24.55 mm.
  const placement: Placement = { ...boxAt(20, 15, 30, 30), fit: 'free' };
  const art = pass('art', flat('#c02020'), { placement, steps: [step('stretch', { by: 1 })] });
  const graph = graphOf(sheet([art], { size: SIZE, ppi: 508 }));
  const coverage = (y: number): Int16Array =>
    (rasterOf(graph.passes.get('art') as never, { x: 300, y, width: 200, height: 100 }) as InkRaster).coverage;
  expect(coverage(500).every((v) => v === 0)).toBe(true);
  expect(coverage(300).every((v) => v === ONE)).toBe(true);
});
