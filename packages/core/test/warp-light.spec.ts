import {
  boxAt,
  compile,
  distancesTo,
  finish,
  ONE,
  paste,
  pathOf,
  pointOn,
  sizeOf,
  stepOfKind,
  trueScale,
  upgradedStep,
  wholeSheet,
  type ColourRaster,
  type DialOf,
  type InkRaster,
  type Pass,
  type Sheet,
  type Step,
} from '../src';
import { drawn } from './support/pictures';
import { readThrough } from '../src/raster/ways';
import { edgeDistance } from '../src/steps/light/edge-distance';
import { dotted, SHEET_DOTS } from '../src/steps/screen/dots';
import { cv, opencv } from './support/opencv';
import { flat, graphOf, kernels, pass, picture, planeOf, rasterOf, sheet, step, workOf } from './support/sheets';
import { treatedPicture, valuesOf } from './support/treated';

beforeAll(opencv);

const SIZE = { width: 40, height: 40 };
const PPI = 127;
const SIDE = 200;

/** Soft hills, and a map that gets lighter to the right. */
const HILLS = drawn('hills', SIDE, SIDE, 1, (x, y) => 0.5 + 0.22 * Math.sin(11 * x) * Math.cos(9 * y) + 0.15 * Math.sin(23 * y));
const LIGHTER = drawn('lighter', SIDE, SIDE, 1, (x) => x);

const displaced = (params: Record<string, unknown>) => {
  const known = [HILLS, LIGHTER];
  const art: Pass = {
    ...pass('art', flat('#000000')),
    source: picture('hills'),
    placement: wholeSheet(SIZE),
    steps: [step('grey-response'), step('displace', { of: 'a picture', texture: { sha256: 'lighter' }, soft: 0, ...params })],
  };
  const graph = compile(
    sheet([art], { size: SIZE, ppi: PPI }),
    trueScale(SIZE, PPI),
    (sha) => known.find(({ info }) => info.sha256 === sha)?.info,
  );
  return rasterOf(graph.passes.get('art') as never, graph.region, workOf(known));
};

// OpenCV 4.5 by @techstark/opencv-js (Apache-2.0): bilinear, in steps of 1/32 px.
test('displacement along an arrow is OpenCV’s remap by the map less its mean', () => {
  const arrow = { x: 6, y: -3 };
  const found = valuesOf(displaced({ arrow, beyond: 'hold' }));
  const { mat, floats } = cvOf(valuesOf(treatedPicture(HILLS, [step('grey-response')], { size: SIZE, ppi: PPI }).raster));
  const way = (mm: number) => Float32Array.from({ length: SIDE * SIDE }, (_, i) => mm * 5 * (((i % SIDE) + 0.5) / SIDE - 0.5));
  const [dx, dy] = [way(arrow.x), way(arrow.y)];
  const [mapX, mapY] = [floats(dx.map((d, i) => (i % SIDE) - d)), floats(dy.map((d, i) => Math.floor(i / SIDE) - d))];
  const out = new cv.Mat();
  cv.remap(mat, out, mapX, mapY, cv.INTER_LINEAR, cv.BORDER_REPLICATE, new cv.Scalar());
  let most = 0;
  found.forEach((v, i) => (most = Math.max(most, Math.abs(v - (out.data32F[i] as number)))));
  expect(most).toBeLessThan(0.006);
  for (const each of [mat, mapX, mapY, out]) each.delete();
});

test('what is drawn in from beyond the edge fills the box and no more; only as much of it is read as can come in', () => {
  const { own } = square([step('displace', { of: 'ripple tank', size: 0.2, arrow: { x: 6, y: 0 }, beyond: 'mirror' })]);
  const solid = [16, 20, 24].map((x) => alphaAt(own, x, 20));
  expect(solid).toEqual([1, 1, 1]);
  expect([14, 26].map((x) => alphaAt(own, x, 20))).toEqual([0, 0]);
  const box = { x: 0, y: 0, width: 1000, height: 1000 };
  const tile = { x: 0, y: 400, width: 100, height: 100 };
  const read = (beyond: 'nothing' | 'hold' | 'repeat' | 'mirror') => readThrough(tile, { x: 17, y: 0 }, box, beyond);
  expect(read('nothing')).toEqual({ x: -20, y: 397, width: 140, height: 106 });
  expect(read('hold')).toEqual({ x: 0, y: 397, width: 120, height: 106 });
  expect(read('mirror')).toEqual({ x: 0, y: 397, width: 120, height: 106 });
  expect(read('repeat')).toEqual({ x: 0, y: 397, width: 1000, height: 106 });
  // A thin strip at an edge is filled from further within.
  expect(readThrough({ ...tile, width: 2 }, { x: 47, y: 0 }, box, 'mirror')).toEqual({ x: 0, y: 397, width: 52, height: 106 });
});

const cvOf = (values: ArrayLike<number>) => {
  const floats = (of: ArrayLike<number>) => cv.matFromArray(SIDE, SIDE, cv.CV_32F, Array.from(of));
  return { mat: floats(values), floats };
};

test('distances are OpenCV’s exact ones', () => {
  const plane = Int16Array.from({ length: SIDE * SIDE }, (_, i) =>
    ((i % SIDE) - 90) ** 2 + (Math.floor(i / SIDE) - 70) ** 2 < 900 || i % 7919 === 13 ? ONE : 0,
  );
  const out = new Int16Array(plane.length);
  const most = 64;
  const whole = { x: 0, y: 0, width: SIDE, height: SIDE };
  kernels.distance(plane, whole, most, false, whole, out);
  const source = cv.matFromArray(
    SIDE,
    SIDE,
    cv.CV_8U,
    Array.from(plane, (v) => (v ? 0 : 255)),
  );
  const to = new cv.Mat();
  cv.distanceTransform(source, to, cv.DIST_L2, cv.DIST_MASK_PRECISE);
  out.forEach((v, i) => expect(Math.abs((v / ONE) * most - Math.min(most, to.data32F[i] as number))).toBeLessThan(0.005));
  for (const each of [source, to]) each.delete();
  expect(distancesTo(new Uint8Array(9), 3, 3, 2).every((d) => d === 2)).toBe(true);
});

/** A square of 10 mm in the middle of the sheet, through some steps. */
const square = (steps: readonly Step[], more: Partial<Sheet> = {}) => {
  const art = pass('art', flat('#c02020'), { placement: { ...boxAt(20, 20, 10, 10), fit: 'free' }, steps });
  const graph = graphOf(sheet([art], { size: SIZE, ppi: PPI, ...more }));
  return { graph, own: rasterOf(graph.passes.get('art') as never, graph.region) as ColourRaster | InkRaster };
};

const alphaAt = (raster: ColourRaster | InkRaster, x: number, y: number): number => {
  const i = Math.floor(y * 5) * SIDE + Math.floor(x * 5);
  return (raster.kind === 'ink' ? (raster.coverage[i] as number) : (raster.data[4 * i + 3] as number)) / ONE;
};

test.each(['outwards', 'inwards'] as const)('distances %s from ink in some rows are those of the whole plane', (way) => {
  // Wide enough that a window of all rows is looked through in several goes.
  const region = { x: 7, y: -20, width: 1680, height: 120 };
  const window = { x: 20, y: 0, width: 1650, height: 80 };
  for (const [top, rows] of [
    [20, 85],
    [40, 9],
    [0, 3],
    [117, 3],
    [60, 1],
    [0, 0],
  ] as const) {
    const coverage = new Int16Array(sizeOf(region));
    for (let row = top; row < top + rows; row++) coverage.fill(ONE, row * region.width + 11, row * region.width + 33);
    const whole = new Int16Array(sizeOf(window));
    kernels.distance(coverage, region, 12.5, way === 'inwards', window, whole);
    expect(finish(edgeDistance(coverage, region, 12.5, way, window, kernels))).toEqual(whole);
  }
});

test('a halo fades with the distance to the edge, all round alike, and is gone at its reach', () => {
  const { own } = square([step('halo', { reach: 4, falloff: 0.5, strength: 1 })]);
  // Falloff ½ is straight: 1 − d / reach.
  for (const [d, light] of [
    [1, 0.75],
    [2, 0.5],
    [3, 0.25],
  ] as const) {
    for (const [x, y] of [
      [25 + d, 20],
      [15 - d, 20],
      [20, 25 + d],
      [20, 15 - d],
    ] as const)
      expect(Math.abs(alphaAt(own, x, y) - light)).toBeLessThan(0.05);
    // Off the corner it is the distance to the corner.
    const [cx, cy] = [25 + d * Math.SQRT1_2, 25 + d * Math.SQRT1_2];
    expect(Math.abs(alphaAt(own, cx, cy) - light)).toBeLessThan(0.08);
  }
  expect(alphaAt(own, 29.4, 20)).toBe(0);
  expect(alphaAt(own, 20, 20)).toBe(1);
  const inside = square([step('halo', { where: 'inside', reach: 3, only: true, strength: 1 })]).own;
  expect([alphaAt(inside, 20, 20), alphaAt(inside, 27, 20)]).toEqual([0, 0]);
  expect(alphaAt(inside, 24.7, 20)).toBeGreaterThan(0.8);
});

test('a cast shadow is the shape moved by its fall; blurred it keeps its ink', () => {
  const sharp = square([step('cast', { fall: { x: 6, y: 3 }, blur: 0, strength: 1, only: true })]).own;
  expect([alphaAt(sharp, 26, 23), alphaAt(sharp, 30.9, 27.9), alphaAt(sharp, 31.2, 23), alphaAt(sharp, 20.8, 23)]).toEqual([1, 1, 0, 0]);
  const total = (raster: ColourRaster): number => raster.data.reduce((sum, v, i) => (i % 4 === 3 ? sum + v : sum), 0);
  const soft = square([step('cast', { fall: { x: 2, y: 1 }, blur: 2, strength: 1, only: true })]).own as ColourRaster;
  expect(total(soft) / total(sharp as ColourRaster)).toBeCloseTo(1, 2);
});

test.each([1, 5, 8, 13, 27])('dots of soft coverage are the same in any region, %d pixels wide', (width) => {
  const whole = { x: -7, y: 19, width: 40, height: 24 };
  const soft = Int16Array.from({ length: 40 * 24 }, (_, i) => ((i % 40) * ONE) / 40);
  const inOne = dotted(soft, whole, SHEET_DOTS, 5, kernels);
  for (let x = 0; x + width <= 40; x += width) {
    const part = { ...whole, x: whole.x + x, width };
    const cropped = (plane: Int16Array): Int16Array => plane.filter((_, i) => i % 40 >= x && i % 40 < x + width);
    expect(Array.from(dotted(cropped(soft), part, SHEET_DOTS, 5, kernels))).toEqual(Array.from(cropped(inOne)));
  }
});

test('with screened edges soft coverage becomes dots: as much of it, nothing half there, its own colour', () => {
  const halo = step('halo', { reach: 10, colour: { srgb: '#3050d0' }, strength: 0.7 });
  const soft = square([halo]);
  const dots = square([halo], { edges: 'screened' });
  const alphas = (raster: ColourRaster): number[] => Array.from(raster.data.filter((_, i) => i % 4 === 3));
  const [mean, whole] = [alphas(soft.own as ColourRaster), alphas(dots.own as ColourRaster)].map(
    (all) => all.reduce((a, b) => a + b, 0) / all.length / ONE,
  );
  expect(new Set(alphas(dots.own as ColourRaster))).toEqual(new Set([0, ONE]));
  expect(Math.abs((mean as number) - (whole as number))).toBeLessThan(0.01);
  const print = planeOf(rasterOf(dots.graph.root as never, dots.graph.region));
  expect(new Set(print.filter((_, i) => i % 4 === 3))).toEqual(new Set([0, ONE]));
  // Only the square and the halo: two colours.
  const colours = new Set<string>();
  for (let i = 0; i < print.length; i += 4) if (print[i + 3]) colours.add(print.slice(i, i + 3).join());
  expect(colours.size).toBe(2);
});

test.each([
  ['halo', { where: 'outside', reach: 4 }],
  ['halo', { where: 'inside', reach: 3 }],
  ['halo', { where: 'on the edge', reach: 3, only: true }],
  ['cast', { fall: { x: 2, y: -1 }, blur: 1 }],
  ['cast', { blur: 0, only: true }],
  ['metal', { width: 2 }],
])('%s %j of an ink, read as its coverage, is what it is of the same in colours', (kind, params) => {
  const light = step(kind, params);
  // Changes nothing but what kind of raster it is.
  const same = step('saturation', { strength: 0, how: 'all alike' });
  expect([square([]).own.kind, square([same]).own.kind]).toEqual(['ink', 'colour']);
  expect(square([light]).own).toEqual(square([same, light]).own);
});

test('an edge that is soft within the ink’s own screen has that screen’s dots', () => {
  const { own } = square([step('halo', { reach: 8 }), step('screen', { lpi: 12, angle: 45 })], { edges: 'screened' });
  expect(own.kind).toBe('ink');
  expect(new Set((own as InkRaster).coverage)).toEqual(new Set([0, ONE]));
});

test('metal is lit from its lamp, stays within what it was, and has a face and a bevel', () => {
  const lit = (lamp: { x: number; y: number }) =>
    square([step('metal', { width: 2, polish: 0, grain: 0, lamp, face: GREY, bevel: GREY })]).own as ColourRaster;
  const at = (raster: ColourRaster, x: number, y: number): number =>
    (raster.data[4 * (Math.floor(y * 5) * SIDE + Math.floor(x * 5))] as number) / ONE;
  const [left, right] = [lit({ x: 5, y: 20 }), lit({ x: 35, y: 20 })];
  expect(at(left, 15.8, 20)).toBeGreaterThan(at(left, 24.2, 20) + 0.05);
  expect(at(right, 24.2, 20)).toBeGreaterThan(at(right, 15.8, 20) + 0.05);
  // The upper flank mirrors the sky, the lower one the ground.
  expect(at(left, 20, 15.8)).toBeGreaterThan(at(left, 20, 24.2) + 0.2);
  expect([alphaAt(left, 20, 20), alphaAt(left, 27, 20)]).toEqual([1, 0]);
});

const GREY = [
  { at: 0, colour: { srgb: '#000000' }, strength: 1 },
  { at: 1, colour: { srgb: '#ffffff' }, strength: 1 },
];

test('shade darkens from a side or about a place, and leaves the rest as it is', () => {
  const tone = (params: Record<string, unknown>) =>
    valuesOf(
      treatedPicture(
        drawn('white', 8, 8, 1, () => 1),
        [step('grey-response'), step('shade', params)],
        { size: SIZE, ppi: PPI },
      ).raster,
    );
  const top = tone({ shape: 'from one side', from: 90, clear: 5, soft: 10, depth: 0.6 });
  const row = (y: number): number => top[Math.floor(y * 5) * SIDE + 100] as number;
  expect([row(2), row(30)]).toEqual([expect.closeTo(0.4, 2), 1]);
  expect(Math.abs(row(10) - 0.7)).toBeLessThan(0.015);
  const round = tone({ clear: 10, soft: 8, depth: 1, middle: { x: 20, y: 20 } });
  expect([round[100 * SIDE + 100], round[0]]).toEqual([1, 0]);
});

test('what is beneath moves what is laid on it; a map that is not chosen yet moves nothing', () => {
  const letters = (params: Record<string, unknown>, ground: string) =>
    meanAcross(
      rasterOf(
        graphOf(
          sheet(
            [
              pass('ground', flat(ground), { placement: { ...boxAt(10, 20, 20, 40), fit: 'free' } }),
              pass('art', flat('#000000'), {
                placement: { ...boxAt(20, 20, 10, 10), fit: 'free' },
                steps: [step('displace', { of: 'all beneath', soft: 0, arrow: { x: 0, y: 8 }, ...params })],
              }),
            ],
            { size: SIZE, ppi: PPI },
          ),
        ).passes.get('art') as never,
        { x: 0, y: 0, width: SIDE, height: SIDE },
      ) as InkRaster,
    );
  const still = letters({ of: 'a picture' }, '#000000');
  const moved = letters({}, '#000000');
  // The half over black moves up, the half over bare stock down, by half the arrow each.
  expect([moved.left - still.left, moved.right - still.right].map((px) => Math.round(px / 5))).toEqual([-4, 4]);
});

/** Mean row of the ink left and right of the sheet's middle. */
const meanAcross = ({ coverage }: InkRaster): { left: number; right: number } => {
  const sums = [0, 0, 0, 0];
  coverage.forEach((v, i) => {
    const side = i % SIDE < SIDE / 2 ? 0 : 1;
    sums[side] = (sums[side] as number) + v * Math.floor(i / SIDE);
    sums[2 + side] = (sums[2 + side] as number) + v;
  });
  return { left: (sums[0] as number) / (sums[2] as number), right: (sums[1] as number) / (sums[3] as number) };
};

test('a place that is not set lies in its share of the box; a dial refuses what is no place', () => {
  const { lamp, horizon } = stepOfKind('metal')?.dials as Record<'lamp' | 'horizon', DialOf<'point'>>;
  expect(pointOn(null, lamp, { width: 200, height: 100 })).toEqual({ x: 50, y: 10 });
  expect(pointOn(null, horizon, { x: 10, y: 20, width: 100, height: 40 })).toEqual({ x: 60, y: 42 });
  expect(pointOn({ x: 3, y: 4 }, lamp, { width: 200, height: 100 })).toEqual({ x: 3, y: 4 });
  expect([lamp.check(null).ok, lamp.check({ x: 1, y: 2 }).ok]).toEqual([true, true]);
  for (const wrong of [{ x: 1 }, { x: 1, y: '2' }, { x: 1, y: 20_000 }, 7]) expect(lamp.check(wrong).ok).toBe(false);
  const { arrow } = stepOfKind('displace')?.dials as Record<'arrow', DialOf<'point'>>;
  expect(arrow.check(null)).toEqual({ ok: false, why: 'Arrow is { x, y } in mm, each within ± 10000' });
});

test('what a step is known by holds the sheet’s sides: shade from one side is made anew where they change', () => {
  const keyOf = (height: number): string => {
    const size = { width: 40, height };
    const art = pass('art', picture('ramp'), {
      placement: wholeSheet(SIZE),
      steps: [step('shade', { shape: 'from one side', middle: { x: 1, y: 1 } })],
    });
    return (graphOf(sheet([art], { size, ppi: PPI })).outputs.get('art/shade-1') as { key: string }).key;
  };
  expect(keyOf(40)).toBe(keyOf(40));
  expect(keyOf(40)).not.toBe(keyOf(60));
});

test('what is pasted is only what two regions share', () => {
  const from = { x: 2, y: 1, width: 3, height: 3 };
  const plane = Int16Array.from({ length: 9 }, (_, i) => i + 1);
  const to = { x: 0, y: 0, width: 4, height: 3 };
  const out = new Int16Array(12);
  paste(plane, from, out, to);
  expect(Array.from(out)).toEqual([0, 0, 0, 0, 0, 0, 1, 2, 0, 0, 4, 5]);
  paste(plane, { ...from, x: 40 }, out, to);
  expect(Array.from(out)).toEqual([0, 0, 0, 0, 0, 0, 1, 2, 0, 0, 4, 5]);
});

test('glints stand on the brightest places only, as many as there are cells with any, and reach no further than their rays', () => {
  const spots = drawn('spots', SIDE, SIDE, 1, (x, y) =>
    [
      [0.25, 0.25],
      [0.75, 0.75],
    ].some(([u, v]) => Math.hypot(x - (u as number), y - (v as number)) < 0.02)
      ? 1
      : 0.2,
  );
  const lit = (params: Record<string, unknown>): Float64Array => {
    const { raster } = treatedPicture(spots, [step('glints', { apart: 20, size: 5, from: 0.9, irregular: 0, turn: 0, ...params })], {
      size: SIZE,
      ppi: PPI,
    });
    return Float64Array.from({ length: SIDE * SIDE }, (_, i) => ((raster as ColourRaster).data[4 * i] as number) / ONE);
  };
  const found = lit({});
  const at = (x: number, y: number): number => found[Math.floor(y * 5) * SIDE + Math.floor(x * 5)] as number;
  expect(Math.max(...found.subarray(0, SIDE * 20))).toBeLessThan(0.25);
  // Beside both spots there is light along a row, and none in the cells without a spot.
  const light = (x0: number, y0: number): number => {
    let sum = 0;
    for (let y = y0; y < y0 + 20; y += 0.2) for (let x = x0; x < x0 + 20; x += 0.2) sum += Math.max(0, at(x, y) - 0.21);
    return sum;
  };
  const plain = valuesOf(treatedPicture(spots, [step('grey-response')], { size: SIZE, ppi: PPI }).raster).filter((v) => v > 0.5).length;
  expect(found.filter((v) => v > 0.5).length).toBeGreaterThan(plain);
  expect([light(20, 0), light(0, 20)]).toEqual([expect.closeTo(0, 0), expect.closeTo(0, 0)]);
  expect(lit({ from: 1, strength: 0 })).toEqual(lit({ strength: 0 }));
  // On chosen places, whatever is bright there; in the middle of the sheet until there is one.
  const [one, two] = [
    [5, 30],
    [31, 12],
  ] as const;
  const placed = lit({ where: 'places', places: pathOf([...one, ...two].map((mm) => 100 * mm)) });
  const brightAt = (all: Float64Array, [x, y]: readonly [number, number]): boolean => (all[y * 5 * SIDE + x * 5] as number) > 0.7;
  expect([brightAt(placed, one), brightAt(placed, two), brightAt(placed, [20, 20])]).toEqual([true, true, false]);
  expect(brightAt(lit({ where: 'places' }), [20, 20])).toBe(true);
});

test('a glint of version 1 stays where it was put', () => {
  const old = (params: Record<string, unknown>) => upgradedStep({ ...step('glints'), version: 1, params });
  expect(old({ where: 'a place', place: { x: 5, y: 30.5 } }).params).toMatchObject({ where: 'places', places: pathOf([500, 3050]) });
  expect(old({ where: 'a place', place: null }).params).toMatchObject({ where: 'places', places: '' });
  expect(old({ where: 'the brightest points', place: null })).toMatchObject({ version: 2, params: { where: 'the brightest points' } });
});
