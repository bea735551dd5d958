import { MOST_DRAWN, ONE, pathOf, stepOfKind, type AnyDial, type InkRaster } from '../src';
import { LINE_VALUES } from '../src/raster/kernels';
import { lineStretches, stretchesNear } from '../src/steps/screen/path-distance';
import { amountsFor, halfEdge, printed, within } from '../src/steps/screen/threshold-screen';
import { drawn } from './support/pictures';
import { kernels, meanOf, step } from './support/sheets';
import { treatedPicture } from './support/treated';

const SIZE = { width: 60, height: 80 };
/** Large enough that a texture’s ranks are found from samples of it. */
const LARGE = { width: 66, height: 66 };
const inked = (v: number, kind: string, params: Record<string, unknown>, edges: 'smooth' | 'hard' = 'smooth', size = SIZE): InkRaster =>
  treatedPicture(
    drawn(`flat-${v}`, 64, 64, 1, () => v / 255),
    [step('grey-response'), step(kind, params)],
    { size, ppi: 300, edges },
  ).raster as InkRaster;

test.each([0.2, 0.6, 1])('evenly spread thresholds print the tone, whatever their edge: hardness %d', (hardness) => {
  const w = halfEdge(hardness);
  const thresholds = Int16Array.from({ length: 4096 }, (_, i) => Math.round(within((i + 0.5) / 4096, w) * ONE));
  for (const ink of [0, 0.02, 0.1, 0.5, 0.83, 0.99, 1]) {
    const amount = amountsFor(w)[Math.round(ink * ONE)] as number;
    expect(meanOf(printed(new Int16Array(4096).fill(amount), thresholds, w, kernels))).toBeCloseTo(ink, 3);
  }
});

test.each(['concrete rubbing', 'dry brush', 'fabric weave'])(
  '%s as the screen is linear: t %% tone prints t %% ink within 1 %%, nothing and all as they are',
  (of) => {
    for (const v of [0, 26, 128, 230, 255]) {
      const found = meanOf(inked(v, 'texture-screen', { of, size: 0.4 }, 'smooth', LARGE).coverage);
      expect({ of, v, off: Math.abs(found - (1 - v / 255)) < 0.01 }).toEqual({ of, v, off: true });
    }
  },
);

test('with nothing breaking in, the picture is cut at one half; without a map, too', () => {
  for (const params of [{ of: 'dry brush', breaks: 0 }, { of: 'a picture' }]) {
    expect(meanOf(inked(100, 'texture-screen', params).coverage)).toBe(1);
    expect(meanOf(inked(150, 'texture-screen', params).coverage)).toBe(0);
  }
});

/** A line in two bends from the left to the right, hundredths of a mm. */
const WAVE = pathOf([0, 3000, 1500, 2400, 3000, 3000, 4500, 3600, 6000, 3000]);

test.each([
  ['rings', { shape: 'rings', lpi: 11 }],
  ['rays', { shape: 'rays', rays: 60 }],
  ['a spiral', { shape: 'a spiral', lpi: 11, arms: 3 }],
  ['lines along a drawn one', { shape: 'along a line', lpi: 11, line: WAVE }],
] as const)('%s are linear at any hardness: t %% tone prints t %% ink within 0.5 %%', (_, params) => {
  for (const hardness of [0.3, 1]) {
    for (const v of [0, 13, 64, 128, 200, 248, 255]) {
      const found = meanOf(inked(v, 'round-screen', { ...params, hardness }).coverage);
      expect({ hardness, v, off: Math.abs(found - (1 - v / 255)) < 0.005 }).toEqual({ hardness, v, off: true });
    }
  }
});

/** Where a row's ink begins, px. */
const risesOf = (row: Int16Array): number[] =>
  Array.from(row, (v, x) => (v >= ONE / 2 && (row[x - 1] ?? ONE) < ONE / 2 ? x : -1)).filter((x) => x >= 0);

test('lines along a drawn one lie on it and beside it, all as far apart; it goes on straight beyond its ends', () => {
  // Little ink: what there is lies about the middles of lines.
  const thin = (line: string, lpi = 10) => inked(230, 'round-screen', { shape: 'along a line', lpi, line, hardness: 1 }, 'hard');
  const perMm = 300 / 25.4;
  const slope = thin(pathOf([1500, 1500, 2500, 2500]));
  const { region, coverage } = slope;
  const isInked = (x: number, y: number): boolean => (coverage[Math.floor(y) * region.width + Math.floor(x)] as number) >= ONE / 2;
  // Along the line and far beyond it, and 30 px beside it; half-way between there is none.
  const places = [8, 15, 25, 35, 50].map((mm) => mm * perMm);
  const beside = (by: number): boolean[] => places.map((at) => isInked(at + by * Math.SQRT1_2, at - by * Math.SQRT1_2));
  expect([0, 15, 30, -30, 45, 60].map((by) => new Set(beside(by)))).toEqual(
    [true, false, true, true, false, true].map((is) => new Set([is])),
  );
  // The same tile by tile, with the stretches that are near to each block.
  const wave = thin(WAVE);
  const stretches = lineStretches(WAVE, perMm);
  const distance = (x: number, y: number): number => {
    let least = Infinity;
    for (let i = 0; i < stretches.length; i += LINE_VALUES) {
      const [sx, sy, dx, dy] = stretches.subarray(i, i + 4) as unknown as [number, number, number, number];
      const t = Math.max(0, Math.min(1, ((x - sx) * dx + (y - sy) * dy) / (dx * dx + dy * dy)));
      least = Math.min(least, Math.hypot(x - sx - t * dx, y - sy - t * dy));
    }
    return least;
  };
  let apart = 0;
  for (let y = 100; y < 500; y += 7) {
    for (let x = 100; x < 500; x += 7) {
      const from = distance(x + 0.5, y + 0.5) / 30 + 0.5;
      const threshold = Math.abs(2 * (from - Math.floor(from)) - 1);
      const is = (wave.coverage[y * wave.region.width + x] as number) >= ONE / 2;
      if (Math.abs(threshold - 25 / 255) > 0.03 && is !== threshold < 25 / 255) apart++;
    }
  }
  expect(apart).toBe(0);
  // Until there is one, they go straight across.
  expect(thin('').coverage).toEqual(thin(pathOf([1500, 4000, 4500, 4000])).coverage);
  expect(lineStretches(pathOf([100, 100, 100, 100]), 1)).toHaveLength(0);
  // Few of them are asked for each block.
  const near = stretchesNear(stretches, { x: 300, y: 300, width: 32, height: 32 }, 0);
  expect([near.length > 0, near.length < stretches.length / 2]).toEqual([true, true]);
});

test('rings lie as far apart as their frequency says, about their centre; rays part the circle', () => {
  const { region, coverage } = inked(128, 'round-screen', { shape: 'rings', lpi: 10, centre: { x: 10, y: 40 } }, 'hard');
  const y = Math.round(40 * (300 / 25.4));
  const rises = risesOf(coverage.subarray(y * region.width + 150, (y + 1) * region.width));
  const apart = rises.slice(1).map((x, i) => x - (rises[i] as number));
  // 10 lines an inch at 300 ppi.
  for (const px of apart) expect(Math.abs(px - 30)).toBeLessThanOrEqual(1);
  const rays = inked(128, 'round-screen', { shape: 'rays', rays: 12, centre: { x: 30, y: 40 } }, 'hard');
  const middle = [Math.round(30 * (300 / 25.4)), y] as const;
  let changes = 0;
  let before = false;
  for (let deg = 0; deg <= 360; deg += 0.25) {
    const [x, at] = [middle[0] + 200 * Math.cos((deg * Math.PI) / 180), middle[1] + 200 * Math.sin((deg * Math.PI) / 180)];
    const inkThere = (rays.coverage[Math.floor(at) * rays.region.width + Math.floor(x)] as number) >= ONE / 2;
    if (deg > 0 && inkThere !== before) changes++;
    before = inkThere;
  }
  expect(changes).toBe(24);
});

test('what is drawn is points in Base64 VLQ, x and y in pairs, and not too many', () => {
  const { line } = stepOfKind('round-screen')?.dials as Record<'line', AnyDial>;
  const many = (count: number): string => pathOf(Array.from({ length: count }, (_, i) => i));
  expect(['', pathOf([1, 2, 3, 4]), many(2 * MOST_DRAWN)].map((value) => line.check(value).ok)).toEqual([true, true, true]);
  for (const wrong of ['%', pathOf([1, 2, 3]), many(2 * MOST_DRAWN + 2), null]) {
    const checked = line.check(wrong);
    expect(checked.ok ? wrong : checked.why).toBe('Line is at most 2000 points, x and y in turn in hundredths of a mm, in Base64 VLQ');
  }
});
