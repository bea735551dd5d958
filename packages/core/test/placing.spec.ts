import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  bayer,
  boxAffine,
  boxAt,
  ByteCache,
  Cancelled,
  canonicalJson,
  contentHash,
  drive,
  filterAxis,
  levelSide,
  ONE,
  PAPER_SIZES,
  passesOf,
  picturesOf,
  pixelsOf,
  pixelsPerMetre,
  placed,
  plan,
  sheetJsonSchema,
  laysPage,
  masksPage,
  sourcesPage,
  stepsPage,
  startedSheet,
  STARTING_POINTS,
  STOCKS,
  INKS,
  tilesOfPatch,
  trueScale,
  type Pass,
  type Placement,
  type Rendering,
} from '../src';
import { heapArena } from '../src/raster/arena';
import { boxCoverage } from '../src/raster/place';
import { drawn, motley } from './support/pictures';
import { graphOf, infoOf, pass, picture, PICTURES, rasterOf, sheet, workOf } from './support/sheets';

const at25 = (of: Pass) => sheet([of], { size: { width: 157, height: 211 }, ppi: 25.4 });
const exactly: Placement = {
  x: 78.5,
  y: 105.5,
  width: 157,
  height: 211,
  turn: 0,
  flipX: false,
  flipY: false,
  fit: 'free',
  beyond: 'nothing',
};
const values = (placement: Placement, region = { x: 0, y: 0, width: 157, height: 211 }) =>
  rasterOf(graphOf(at25(pass('art', picture('motley'), { placement }))).root, region).data;

const source = values(exactly);
const sourceAt = (x: number, y: number, c: number): number => source[4 * (y * 157 + x) + c] as number;

test('a picture at its own pixels is itself, in order', () => {
  const tile = motley.tiles.get('motley/0/0-0')!;
  for (const i of [0, 5000, 33_126])
    for (let c = 0; c < 4; c++) expect(source[4 * i + c]).toBe(Math.floor(((tile.data[4 * i + c] as number) * ONE * 2 + 255) / 510));
});

test('turning by 90° counter-clockwise and flipping move pixels without resampling', () => {
  const turned = values({ ...exactly, x: 105.5, y: 78.5, turn: 90 }, { x: 0, y: 0, width: 157, height: 157 });
  for (const [x, y] of [
    [3, 7],
    [100, 20],
    [150, 150],
  ] as const) {
    for (let c = 0; c < 4; c++) expect(turned[4 * (y * 157 + x) + c]).toBe(sourceAt(156 - y, x, c));
  }
  const flipped = values({ ...exactly, flipX: true });
  for (let c = 0; c < 4; c++) expect(flipped[4 * (12 * 157 + 30) + c]).toBe(sourceAt(126, 12, c));
});

test('reducing by a whole number averages; enlarging is Catmull–Rom within 4 units', () => {
  const half = values({ ...exactly, x: 39.25, y: 52.75, width: 78.5, height: 105.5 }, { x: 0, y: 0, width: 78, height: 105 });
  for (const [x, y] of [
    [0, 0],
    [40, 50],
    [77, 104],
  ] as const) {
    for (let c = 0; c < 4; c++) {
      const mean =
        (sourceAt(2 * x, 2 * y, c) + sourceAt(2 * x + 1, 2 * y, c) + sourceAt(2 * x, 2 * y + 1, c) + sourceAt(2 * x + 1, 2 * y + 1, c)) / 4;
      // The pyramid's own 8-bit rounding stands between.
      expect(Math.abs((half[4 * (y * 78 + x) + c] as number) - mean)).toBeLessThanOrEqual(ONE / 255);
    }
  }
  // E. Catmull, R. Rom 1974: the cubic convolution with a = −1/2.
  const kernel = (t: number): number =>
    Math.abs(t) < 1
      ? 1.5 * Math.abs(t) ** 3 - 2.5 * t * t + 1
      : Math.abs(t) < 2
        ? -0.5 * Math.abs(t) ** 3 + 2.5 * t * t - 4 * Math.abs(t) + 2
        : 0;
  const large = values({ ...exactly, x: 157, y: 211, width: 314, height: 422 }, { x: 40, y: 160, width: 20, height: 20 });
  for (const [x, y] of [
    [0, 0],
    [7, 13],
    [19, 19],
  ] as const) {
    const [px, py] = [(40 + x + 0.5) / 2 - 0.5, (160 + y + 0.5) / 2 - 0.5];
    let alpha = 0;
    for (let j = Math.floor(py) - 1; j <= Math.floor(py) + 2; j++)
      for (let i = Math.floor(px) - 1; i <= Math.floor(px) + 2; i++) alpha += sourceAt(i, j, 3) * kernel(px - i) * kernel(py - j);
    expect(Math.abs((large[4 * (y * 20 + x) + 3] as number) - Math.max(0, Math.min(ONE, alpha)))).toBeLessThanOrEqual(4);
  }
});

test.each([
  ['nothing', [0, 0, 0, 0]],
  ['hold', [0, 1, 2, 3].map((c) => sourceAt(0, 40, c))],
  ['repeat', [0, 1, 2, 3].map((c) => sourceAt(147, 40, c))],
  ['mirror', [0, 1, 2, 3].map((c) => sourceAt(9, 40, c))],
] as const)('beyond the edge lies what “%s” says', (beyond, wanted) => {
  const data = values({ ...exactly, beyond }, { x: -10, y: 40, width: 1, height: 1 });
  expect([...data]).toEqual([...wanted]);
});

test('every filter phase sums to one, and a turned box maps its centre to its centre', () => {
  for (const scale of [0.4, 1, 1.3, 1.99, 2.5]) {
    const { taps, weights } = filterAxis(scale);
    for (let phase = 0; phase < 256; phase++)
      expect(weights.subarray(phase * taps, (phase + 1) * taps).reduce((a, b) => a + b, 0)).toBe(ONE);
  }
  const affine = boxAffine({ ...exactly, turn: 37 }, 4, 10, 20);
  expect(affine.a * 78.5 * 4 + affine.b * 105.5 * 4 + affine.c).toBeCloseTo(5, 9);
});

test('a plan names the tiles a patch is made of, and all that a rendering reads', () => {
  const big = drawn('big', 1300, 700, 1, (x) => x);
  expect(big.info.levels).toBe(3);
  expect(levelSide(1300, 2)).toBe(325);
  expect(tilesOfPatch(big.info, { level: 0, x: 500, y: 500, width: 30, height: 30 }, 'nothing').map(({ x, y }) => [x, y])).toEqual([
    [0, 0],
    [1, 0],
    [0, 1],
    [1, 1],
  ]);
  expect(tilesOfPatch(big.info, { level: 1, x: -40, y: 0, width: 10, height: 10 }, 'repeat').map(({ x, y }) => [x, y])).toEqual([[1, 0]]);
  const graph = graphOf(at25(pass('art', picture('motley'))));
  expect(plan(graph.root, graph.region, workOf())).toEqual([{ sha256: 'motley', level: 0, x: 0, y: 0 }]);
  expect(PICTURES.length).toBe(2);
});

// ISO 216 at 300 ppi, and the trade's sizes (references §8.19, §10).
test('sheets have the pixels the trade expects', () => {
  const px = (name: string, ppi: number) => {
    const { width, height } = PAPER_SIZES.find((size) => size.name === name)!;
    return [pixelsOf(width, ppi), pixelsOf(height, ppi)];
  };
  expect(px('A3', 300)).toEqual([3508, 4961]);
  expect(px('A2', 300)).toEqual([4961, 7016]);
  expect(px('A1', 300)).toEqual([7016, 9933]);
  expect(px('16 × 20 in', 300)).toEqual([4800, 6000]);
  expect(px('18 × 24 in', 300)).toEqual([5400, 7200]);
  expect(px('27 × 40 in', 300)).toEqual([8100, 12_000]);
  expect(px('27 × 40 in', 72)).toEqual([1944, 2880]);
  expect([72, 150, 300, 600, 1200].map(pixelsPerMetre)).toEqual([2835, 5906, 11_811, 23_622, 47_244]);
});

test('pictures fill a sheet or lie on it whole, proportions kept', () => {
  expect(placed({ width: 100, height: 200 }, { width: 10, height: 10 }, 'fill')).toMatchObject({ x: 50, y: 100, width: 200, height: 200 });
  expect(placed({ width: 100, height: 200 }, { width: 10, height: 10 }, 'whole')).toMatchObject({ width: 100, height: 100 });
});

test('starting points print dark ink on light stock and the lights on dark', () => {
  const made = (stock: number, ink: string, point: number) =>
    startedSheet(
      {
        name: 's',
        size: { width: 457.2, height: 609.6 },
        ppi: 300,
        edges: 'hard',
        stock: STOCKS[stock]!,
        ink: INKS.find(({ id }) => id === ink)!,
        ground: null,
      },
      { sha256: 'motley', name: 'm', size: motley.info },
      STARTING_POINTS[point]!,
    );
  const carries = (of: ReturnType<typeof made>) => of.passes[0]?.steps.find(({ kind }) => kind === 'screen')?.params['carries'];
  expect(carries(made(0, 'soot', 0))).toBe('darks');
  expect(carries(made(5, 'chalk', 0))).toBe('lights');
  expect(made(0, 'soot', 3)).toMatchObject({ edges: 'smooth', passes: [{ steps: [] }] });
  expect(trueScale(made(0, 'soot', 0).size, 300)).toMatchObject({ width: 5400, height: 7200 });
});

test('walking a sheet finds passes in groups and every picture once', () => {
  const inner = pass('inner', picture('ramp'));
  const of = sheet([pass('group', { kind: 'group', passes: [inner, pass('two', picture('ramp'))] }), pass('art', picture('motley'))]);
  expect([...passesOf(of.passes)].map(({ id }) => id)).toEqual(['group', 'inner', 'two', 'art']);
  expect(picturesOf(of).map(({ sha256 }) => sha256)).toEqual(['ramp', 'motley']);
  expect(infoOf('ramp')?.channels).toBe(1);
});

test('content keys tell values apart and take the order of keys for nothing', () => {
  expect(canonicalJson({ b: [1, { d: 2, c: null }], a: undefined })).toBe('{"b":[1,{"c":null,"d":2}]}');
  const keys = new Set(Array.from({ length: 20_000 }, (_, i) => contentHash(`pass ${i}`)));
  expect(keys.size).toBe(20_000);
  expect([...keys][0]).toMatch(/^[0-9a-f]{32}$/);
});

test('a cache keeps what was used last within its bytes', () => {
  const cache = new ByteCache<string>(10);
  cache.put('a', 'A', 4);
  cache.put('b', 'B', 4);
  expect(cache.get('a')).toBe('A');
  cache.put('c', 'C', 4);
  expect([cache.get('a'), cache.get('b'), cache.get('c'), cache.bytes]).toEqual(['A', undefined, 'C', 8]);
  cache.put('huge', 'X', 11);
  expect(cache.get('huge')).toBeUndefined();
});

test('driving gives way after each stretch and stops when told', async () => {
  function* work(): Rendering<number> {
    for (let n = 0; n < 40; n++) yield;
    return 7;
  }
  let clock = 0;
  let ways = 0;
  const host = { now: () => (clock += 3), giveWay: async () => void ways++, stopped: () => false };
  expect(await drive(work(), host)).toBe(7);
  expect(ways).toBeGreaterThan(5);
  await expect(drive(work(), { ...host, stopped: () => ways > 20 })).rejects.toThrow(Cancelled);
});

// Bayer 1973 (references §8.3).
test('the dither’s ranks are Bayer’s', () => {
  expect(bayer(2)).toEqual([0, 2, 3, 1]);
  expect(bayer(4)).toEqual([0, 8, 2, 10, 12, 4, 14, 6, 3, 11, 1, 9, 15, 7, 13, 5]);
});

test('the JSON Schema names every step and every dial', () => {
  const text = JSON.stringify(sheetJsonSchema());
  for (const word of ['grey-response', 'outWhite', 'smallestDot', 'cutOff', 'points']) expect(text).toContain(word);
});

test('the pages written from the declarations are current: npm run docs', () => {
  const docs = join(__dirname, '../../../docs');
  expect(readFileSync(join(docs, 'steps.md'), 'utf8')).toBe(stepsPage());
  expect(readFileSync(join(docs, 'sources.md'), 'utf8')).toBe(sourcesPage());
  expect(readFileSync(join(docs, 'lays.md'), 'utf8')).toBe(laysPage());
  expect(readFileSync(join(docs, 'masks.md'), 'utf8')).toBe(masksPage());
  expect(JSON.parse(readFileSync(join(docs, 'sheet.schema.json'), 'utf8'))).toEqual(JSON.parse(JSON.stringify(sheetJsonSchema())));
});

test.each([0, 90, 17, 44.9, -121, 179.99])('a box turned by %d° covers of each pixel what its formula says', (turn) => {
  const placement = { ...boxAt(31, 27, 40, 22), turn };
  const [pxPerMm, region] = [4, { x: 7, y: 3, width: 233, height: 209 }];
  const [width, height] = [placement.width * pxPerMm, placement.height * pxPerMm];
  const { a, b, c, d, e, f } = boxAffine(placement, pxPerMm, width, height);
  const share = (v: number): number => Math.max(0, Math.min(1, v));
  const covers = (at: number, length: number): number => share(at + 0.5) - share(at - length + 0.5);
  const expected = new Int16Array(region.width * region.height);
  for (let i = 0; i < expected.length; i++) {
    const [x, y] = [region.x + (i % region.width) + 0.5, region.y + Math.floor(i / region.width) + 0.5];
    expected[i] = Math.floor(covers(a * x + b * y + c, width) * covers(d * x + e * y + f, height) * ONE + 0.5);
  }
  const coverage = boxCoverage(placement, pxPerMm, region, heapArena) as Int16Array;
  expect(Buffer.compare(Buffer.from(coverage.buffer), Buffer.from(expected.buffer))).toBe(0);
  expect(coverage.filter((value) => value === ONE).length).toBeGreaterThan(10_000);
});
