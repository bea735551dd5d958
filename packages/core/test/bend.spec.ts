import fc from 'fast-check';
import { ONE, pathOf, type BendStroke, type InkRaster, type Step } from '../src';
import { asShares, bendGrid, farthestOf } from '../src/steps/warp/bend-field';
import { drawn } from './support/pictures';
import { meanOf, step } from './support/sheets';
import { treatedPicture, valuesOf } from './support/treated';

const SIZE = { width: 60, height: 60 };
const PPI = 254;
const SIDE = 600;

const line = (...points: readonly number[]): string => pathOf(points.map((mm) => Math.round(100 * mm)));
const GREY = drawn('grey', 16, 16, 1, () => 0.6);
const SCREEN = step('screen', { lpi: 12, angle: 15, auto: false, detail: 1 });
const STOCHASTIC = step('stochastic', { dot: 0.9, angle: 15 });
const DIFFUSION = step('error-diffusion', { dot: 0.9 });
const dots = (steps: readonly Step[], screen = SCREEN): InkRaster =>
  treatedPicture(GREY, [step('grey-response'), ...steps, screen], { size: SIZE, ppi: PPI }).raster as InkRaster;

const bent = (strokes: readonly BendStroke[], params: Record<string, unknown> = {}): Step => step('bend', { strokes, ...params });
const DRAG: BendStroke = { way: 'drag', size: 24, strength: 0.5, path: line(5, 30, 55, 30) };

test.each([
  ['a dot screen', SCREEN],
  ['a stochastic screen', STOCHASTIC],
  ['error diffusion', DIFFUSION],
])('dots of %s along a dragged stroke are those that were before it, as far as it drags; beyond its brush nothing moves', (_, screen) => {
  const [still, moved] = [dots([], screen), dots([bent([DRAG])], screen)];
  const at = ({ coverage }: InkRaster, x: number, y: number): number => coverage[y * SIDE + x] as number;
  // Half of half the radius: 12 mm · ½ · ½ = 3 mm, 30 px to the right.
  const apart = (px: number): number => {
    let sum = 0;
    for (let x = 200; x < 400; x++) sum += Math.abs(at(moved, x, 300) - at(still, x - px, 300));
    return sum / 200 / ONE;
  };
  const tried = Array.from({ length: 41 }, (_, i) => 10 + i);
  const best = tried.reduce((one, px) => (apart(px) < apart(one) ? px : one));
  // The grid of ways is smooth: its crest is a little lower.
  expect(Math.abs(best - 30)).toBeLessThanOrEqual(1);
  expect(apart(best)).toBeLessThan(0.06);
  for (const y of [100, 150, 450, 500]) for (let x = 0; x < SIDE; x += 7) expect(at(moved, x, y)).toBe(at(still, x, y));
});

test.each([
  ['a dot screen', SCREEN],
  ['a stochastic screen', STOCHASTIC],
  ['error diffusion', DIFFUSION],
])('bent dots of %s still print their tone', (_, screen) => {
  const stir: BendStroke = { way: 'stir', size: 50, strength: 1, path: line(30, 30) };
  expect(Math.abs(meanOf(dots([bent([stir, DRAG])], screen).coverage) - 0.4)).toBeLessThan(0.006);
});

test.each([
  ['a dot screen', SCREEN],
  ['a stochastic screen', STOCHASTIC],
  ['error diffusion', DIFFUSION],
])('bent dots of %s leave the picture where it is', (_, screen) => {
  const halves = drawn('halves', 64, 64, 1, (x) => (x < 0.5 ? 1 : 0.02));
  const inkFrom = (steps: readonly Step[]): number => {
    const { coverage } = treatedPicture(halves, [step('grey-response'), ...steps, screen], { size: SIZE, ppi: PPI }).raster as InkRaster;
    // Where ink begins, on the mean of the rows that the stroke drags farthest.
    let sum = 0;
    for (let y = 290; y < 310; y++) sum += coverage.subarray(y * SIDE, (y + 1) * SIDE).findIndex((ink) => ink > ONE / 2);
    return sum / 20;
  };
  const [still, moved] = [inkFrom([]), inkFrom([bent([DRAG])])];
  expect(Math.abs(still - 300)).toBeLessThan(10);
  expect(Math.abs(moved - 300)).toBeLessThan(10);
});

test.each(['spread', 'stir', 'gather'] as const)('diffused dots that a strong stroke moves (%s) leave the picture where it is', (way) => {
  const bars = drawn('bars', 240, 240, 1, (x) => (Math.floor(x * 10) % 2 === 0 ? 0.95 : 0.05));
  const inked = (steps: readonly Step[]): InkRaster =>
    treatedPicture(bars, [step('grey-response'), ...steps, step('error-diffusion', { dot: 0.2 })], { size: SIZE, ppi: PPI })
      .raster as InkRaster;
  const [still, moved] = [inked([]), inked([bent([{ way, size: 50, strength: 1, path: line(30, 30) }])])];
  // Means of squares of 2 mm.
  const mean = ({ coverage }: InkRaster, column: number, row: number): number => {
    let sum = 0;
    for (let y = 20 * row; y < 20 * row + 20; y++)
      for (let x = 20 * column; x < 20 * column + 20; x++) sum += coverage[y * SIDE + x] as number;
    return sum / 400 / ONE;
  };
  let most = 0;
  for (let row = 0; row < 30; row++)
    for (let column = 0; column < 30; column++) most = Math.max(most, Math.abs(mean(still, column, row) - mean(moved, column, row)));
  expect(most).toBeLessThan(0.12);
});

const stroke = fc.record({
  way: fc.constantFrom('drag' as const, 'stir' as const, 'gather' as const, 'spread' as const, 'calm' as const),
  size: fc.double({ min: 8, max: 60, noNaN: true }),
  strength: fc.double({ min: -1, max: 1, noNaN: true }),
  path: fc
    .array(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 2, maxLength: 8 })
    .map((points) => line(...points.slice(0, points.length - (points.length % 2)))),
});

test('whatever strokes there are, nothing folds over itself: on straight paths every place stays on its side of its neighbours', () => {
  fc.assert(
    fc.property(
      fc.array(
        stroke.map((each) => ({ ...each, path: line(20, 30, 40, 30) })),
        { minLength: 1, maxLength: 4 },
      ),
      (strokes) => {
        const region = { x: 0, y: 0, width: 60, height: 60 };
        const { x, y } = bendGrid({ strokes, pxPerMm: 1, region, shift: 0 });
        const value = (plane: Float64Array, i: number, j: number): number => plane[j * 60 + i] as number;
        for (let j = 0; j < 59; j++) {
          for (let i = 0; i < 59; i++) {
            const [xx, xy] = [1 - (value(x, i + 1, j) - value(x, i, j)), -(value(x, i, j + 1) - value(x, i, j))];
            const [yx, yy] = [-(value(y, i + 1, j) - value(y, i, j)), 1 - (value(y, i, j + 1) - value(y, i, j))];
            if (xx * yy - xy * yx <= 0) return false;
          }
        }
        return true;
      },
    ),
    { numRuns: 40 },
  );
});

test('no stroke moves further than is said, and calm takes a bend back', () => {
  const strokes: BendStroke[] = [DRAG, { way: 'gather', size: 30, strength: -0.7, path: line(30, 30) }];
  const region = { x: 0, y: 0, width: 60, height: 60 };
  const { x, y } = bendGrid({ strokes, pxPerMm: 1, region, shift: 0 });
  const farthest = Math.max(...x.map((v, i) => Math.hypot(v, y[i] as number)));
  expect(farthest).toBeGreaterThan(2);
  expect(farthest).toBeLessThanOrEqual(farthestOf(strokes));
  expect(Math.max(...asShares(x, farthestOf(strokes)).map(Math.abs))).toBeLessThanOrEqual(ONE);
  const calmed = bendGrid({
    strokes: [...strokes, { way: 'calm', size: 200, strength: 1, path: line(30, 30) }],
    pxPerMm: 1,
    region,
    shift: 0,
  });
  expect(Math.abs(calmed.x[30 * 60 + 30] as number)).toBeLessThan(0.05);
});

test('the picture itself can be bent, or only the dots; off or without strokes nothing is', () => {
  const edge = drawn('edge', 300, 300, 1, (x) => (x < 0.5 ? 0 : 1));
  const tones = (steps: readonly Step[]) =>
    valuesOf(treatedPicture(edge, [step('grey-response'), ...steps], { size: SIZE, ppi: PPI }).raster);
  const still = tones([]);
  const moved = tones([bent([DRAG], { bent: 'the picture' })]);
  const darks = (values: Float64Array): number => values.subarray(300 * SIDE, 301 * SIDE).filter((v) => v < 0.5).length;
  expect([darks(still), darks(moved)]).toEqual([300, 330]);
  for (const others of [bent([DRAG]), bent([]), { ...bent([DRAG], { bent: 'both' }), on: false }]) expect(tones([others])).toEqual(still);
  expect(darks(tones([{ ...bent([DRAG], { bent: 'both' }), amount: 0.5 }]))).toBe(315);
});

test('by the form of the picture, dots draw aside where it falls away and stay where it is even', () => {
  const ball = drawn('ball', 300, 300, 1, (x, y) => 0.9 - 0.6 * Math.min(1, Math.hypot(x - 0.5, y - 0.5) * 2.4));
  const shown = (steps: readonly Step[]) =>
    treatedPicture(ball, [step('grey-response'), ...steps, step('screen', { lpi: 10, angle: 0, auto: false, detail: 1 })], {
      size: SIZE,
      ppi: PPI,
    }).raster as InkRaster;
  const [still, form] = [shown([]), shown([step('bend', { by: 'the form of the picture', depth: 6, soft: 3 })])];
  const differ = (x: number, y: number): number => {
    let sum = 0;
    for (let j = y - 20; j < y + 20; j++)
      for (let i = x - 20; i < x + 20; i++)
        sum += Math.abs((still.coverage[j * SIDE + i] as number) - (form.coverage[j * SIDE + i] as number));
    return sum / 1600 / ONE;
  };
  expect(differ(30, 30)).toBeLessThan(0.01);
  expect(differ(420, 300)).toBeGreaterThan(0.1);
});

test.each([
  ['rings', step('round-screen', { lpi: 6, centre: { x: -20, y: 30 } })],
  ['dots of one’s own', step('own-screen', { of: 'a picture', lpi: 6 })],
  ['a texture', step('texture-screen', { of: 'fabric weave', size: 0.5 })],
])('%s follow a bend as dots do, by as much as it moves them', (_, last) => {
  const rings = (steps: readonly Step[]): InkRaster =>
    treatedPicture(GREY, [step('grey-response'), ...steps, last], { size: SIZE, ppi: PPI }).raster as InkRaster;
  const [still, moved] = [rings([]), rings([bent([DRAG])])];
  const apart = (px: number): number => {
    let sum = 0;
    for (let x = 250; x < 400; x++)
      sum += Math.abs((moved.coverage[300 * SIDE + x] as number) - (still.coverage[300 * SIDE + x - px] as number));
    return sum / 150 / ONE;
  };
  const best = Array.from({ length: 31 }, (_, i) => 15 + i).reduce((one, px) => (apart(px) < apart(one) ? px : one));
  expect(Math.abs(best - 30)).toBeLessThanOrEqual(1);
  expect(moved.coverage.subarray(0, 100 * SIDE)).toEqual(still.coverage.subarray(0, 100 * SIDE));
});
