import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  filterAxis,
  gaussianWeights,
  greyShares,
  HUE_KNOTS,
  LUMA,
  MODE_NUMBERS,
  ONE,
  referenceKernels,
  screenGrid,
  SHAPE_NUMBERS,
  SLOPE_BITS,
  type Kernels,
  type ModeName,
  type Region,
  type ShapeName,
} from '@uvrant/core';
import { createKernels } from './index';

/** A small repeatable generator of numbers 0 … 1 (mulberry32, public domain). */
const numbers = (seed: number) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
};

const planeOf = (count: number, seed: number, top = ONE): Int16Array => {
  const next = numbers(seed);
  return Int16Array.from({ length: count }, () => Math.floor(next() * (top + 1)));
};

/** Premultiplied colours; every eighth pixel or so is clear, half of the rest soft. */
const coloursOf = (pixels: number, seed: number): Int16Array => {
  const next = numbers(seed);
  const data = new Int16Array(4 * pixels);
  for (let i = 0; i < data.length; i += 4) {
    const kind = next();
    const alpha = kind < 0.12 ? 0 : kind < 0.5 ? Math.floor(next() * ONE) : ONE;
    for (let c = 0; c < 3; c++) data[i + c] = Math.floor(next() * (alpha + 1));
    data[i + 3] = alpha;
  }
  return data;
};

/** Every kernel on inputs of odd sizes, larger and smaller than its chunks: a name and all that comes out. */
const results = (kernels: Kernels, width: number, height: number): Record<string, ArrayLike<number>> => {
  const pixels = width * height;
  const region: Region = { x: -7, y: 19, width, height };
  const rgba = coloursOf(pixels, 1);
  const other = coloursOf(pixels, 2);
  const tone = planeOf(pixels, 3);
  const mask = planeOf(pixels, 4);
  const out: Record<string, ArrayLike<number>> = {};
  const plane = () => new Int16Array(pixels);
  const colours = () => new Int16Array(4 * pixels);

  for (const [name, shares] of [
    ['luma', LUMA],
    ['beyond the whole', greyShares(1.9, -0.7, 0.3)],
  ] as const) {
    const grey = plane();
    const coverage = plane();
    const least = kernels.grey(rgba, shares, grey, coverage);
    Object.assign(out, { [`grey ${name}`]: grey, [`grey coverage ${name}`]: coverage, [`least ${name}`]: [least] });
  }
  const response = Int16Array.from({ length: HUE_KNOTS + 1 }, (_, i) => ((i * 977) % (2 * ONE)) - ONE);
  const byHue = plane();
  out['least by hue'] = [kernels.greyByHue(rgba, LUMA, response, byHue, plane())];
  out['grey by hue'] = byHue;

  const through = plane();
  kernels.table(
    planeOf(pixels, 5, 20000),
    Int16Array.from({ length: ONE + 1 }, (_, i) => (i * 31) % ONE),
    through,
  );
  out['table'] = through;

  const thresholds = Int32Array.from({ length: ONE + 1 }, (_, t) => ((32 + ((t * 7) % 25000)) << 16) | ((t * 2 - ONE) & 0xffff));
  const plain = new Int32Array(ONE + 1).fill((1 << SLOPE_BITS) << 16);
  for (const shape of Object.keys(SHAPE_NUMBERS) as ShapeName[]) {
    const ink = plane();
    kernels.screen(tone, region, screenGrid(7.3, 22.5), shape, thresholds, ink);
    out[`screen ${shape}`] = ink;
    // Threshold 0 at slope 1 gives the spot function itself.
    const spots = plane();
    kernels.screen(tone, region, screenGrid(31.7, 22.5), shape, plain, spots);
    out[`spot ${shape}`] = spots;
  }
  for (const shift of [1, 3]) {
    const side = 2 ** shift;
    const small = Math.ceil(width / side) * Math.ceil(height / side);
    const reducedPlane = new Int16Array(small);
    kernels.reduce(tone, 1, width, height, shift, reducedPlane);
    const reducedColours = new Int16Array(4 * small);
    kernels.reduce(rgba, 4, width, height, shift, reducedColours);
    Object.assign(out, { [`reduce plane ${side}`]: reducedPlane, [`reduce colours ${side}`]: reducedColours });
  }
  for (const scale of [0.6, 1, 1.7, 3.4]) {
    const axis = filterAxis(scale);
    const side = Math.ceil(Math.max(width, height) * scale * 1.5) + 40;
    const patch = { x: -20, y: -20, width: side, height: side, channels: 4 as const, data: coloursOf(side * side, 6) };
    const turned = { a: scale * 0.96, b: -scale * 0.28, c: 8 + 0.28 * scale * height, d: scale * 0.28, e: scale * 0.96, f: 3.7 };
    const upright = { a: scale, b: 0, c: 1.37, d: 0, e: scale * 1.02, f: -0.61 };
    const flipped = { a: -scale, b: 0, c: scale * width, d: 0, e: -scale, f: scale * height };
    for (const [how, at] of Object.entries({ turned, upright, flipped })) {
      const sampled = colours();
      kernels.sample(patch, at, axis, axis, { x: 0, y: 0, width, height }, sampled);
      out[`sample ${how} ${scale}`] = sampled;
    }
  }
  for (const [name, weights] of [
    ['all over', null],
    ['masked', mask],
  ] as const) {
    const mixedPlane = plane();
    kernels.mix(tone, planeOf(pixels, 7), 1, 5000, weights, mixedPlane);
    const mixedColours = colours();
    kernels.mix(rgba, other, 4, 5000, weights, mixedColours);
    Object.assign(out, { [`mix plane ${name}`]: mixedPlane, [`mix colours ${name}`]: mixedColours });
    for (const mode of Object.keys(MODE_NUMBERS) as ModeName[]) {
      for (const atop of [false, true]) {
        const blended = colours();
        kernels.blend(rgba, other, mode, atop, 12000, weights, blended);
        out[`blend ${mode} ${atop ? 'atop' : 'over'} ${name}`] = blended;
      }
    }
  }
  const channelled = colours();
  const curves = [7, 13, 29].map((by) => Int16Array.from({ length: ONE + 1 }, (_, v) => (v * by) % (ONE + 1))) as [
    Int16Array,
    Int16Array,
    Int16Array,
  ];
  kernels.channels(rgba, ...curves, channelled);
  out['channels'] = channelled;
  for (const sigma of [0.6, 2.3]) {
    const across = plane();
    kernels.convolve(tone, 1, gaussianWeights(sigma), across);
    const down = colours();
    kernels.convolve(rgba, 4 * width, gaussianWeights(sigma), down);
    Object.assign(out, { [`convolve across ${sigma}`]: across, [`convolve colours down ${sigma}`]: down });
  }
  for (const [reach, bits] of [
    [1, 12],
    [4, 11],
    [20, 10],
  ] as const) {
    const far = plane();
    kernels.farthest(
      tone.map((v) => (v > 15000 ? 2 ** bits : (v >> 2) - 2 ** bits)),
      width,
      height,
      reach,
      bits,
      far,
    );
    out[`farthest ${reach}`] = far;
  }
  const painted = colours();
  kernels.paint(tone, [1234, 9000, 16384], painted);
  out['paint'] = painted;
  const bytes = new Uint8Array(4 * pixels);
  kernels.rim(rgba, region, bytes);
  out['rim'] = bytes;
  return out;
};

const sizes = [
  [1, 1],
  [3, 5],
  [17, 13],
  [211, 167],
] as const;

test.each(sizes)('WebAssembly and the reference agree to the bit at %d × %d pixels', (width, height) => {
  const expected = results(referenceKernels, width, height);
  const found = results(createKernels(), width, height);
  for (const name of Object.keys(expected)) {
    const want = Buffer.from(new Int32Array(Array.from(expected[name] as ArrayLike<number>)).buffer);
    const got = Buffer.from(new Int32Array(Array.from(found[name] as ArrayLike<number>)).buffer);
    expect({ name, same: want.equals(got) }).toEqual({ name, same: true });
  }
});

/** Names of the results in which two sets of kernels differ. */
const differing = (some: Kernels, others: Kernels): string[] => {
  const [one, two] = [results(some, 97, 61), results(others, 97, 61)];
  return Object.keys(one).filter((name) => JSON.stringify(Array.from(one[name] ?? [])) !== JSON.stringify(Array.from(two[name] ?? [])));
};

/** A constant of each kernel, changed; the first two are tried always. */
const CHANGES = [
  ['grey.ts', 'position & 255', 'position & 127'],
  ['table.ts', '(<usize>value) << 1', '(<usize>value) << 2'],
  ['screen.ts', 'i16x8.splat(29491)', 'i16x8.splat(29489)'],
  ['reduce.ts', 'sum = count >> 1', 'sum = count >> 2'],
  ['screen.ts', 'i16x8.splat(20152)', 'i16x8.splat(20140)'],
  ['screen.ts', 'SLOPE_BITS: i32 = 5', 'SLOPE_BITS: i32 = 6'],
  ['depth.ts', 'HALF: i32 = 8192', 'HALF: i32 = 8191'],
  ['blend.ts', 'MULTIPLY: i32 = 1', 'MULTIPLY: i32 = 2'],
  ['blend-floats.ts', 'EXCLUSION: i32 = 12', 'EXCLUSION: i32 = 13'],
  ['blend-doubles.ts', '0.59 * g', '0.58 * g'],
  ['channels.ts', 'HALF', '0'],
  ['convolve.ts', 'splat(HALF)', 'splat(0)'],
  ['farthest.ts', 'most = i16x8.max_s', 'most = i16x8.min_s'],
  ['mix.ts', '16384, <i16>r', '16383, <i16>r'],
  ['rim.ts', 'splat(255)', 'splat(254)'],
  ['rim.ts', 'DITHER_SIDE: i32 = 16', 'DITHER_SIDE: i32 = 8'],
  ['sample.ts', '* 256.0 + 0.5', '* 256.0'],
] as const;

test.each(process.env['UVRANT_LONG'] === '1' ? CHANGES : CHANGES.slice(0, 2))(
  'a kernel with a changed constant is found out: %s, %s → %s',
  (...change) => {
    const out = mkdtempSync(join(tmpdir(), 'uvrant-kernels-'));
    try {
      execFileSync(process.execPath, [join(__dirname, '../build.mjs'), '--out', out, '--change', ...change]);
      const changed = createKernels(new Uint8Array(readFileSync(join(out, 'kernels.wasm'))));
      expect(differing(referenceKernels, changed)).not.toEqual([]);
    } finally {
      rmSync(out, { recursive: true, force: true });
    }
  },
  60_000,
);

test('the working depth of the kernels is the core’s', () => {
  const depth = readFileSync(join(__dirname, '../assembly/depth.ts'), 'utf8');
  expect(depth).toContain(`export const ONE: i32 = ${ONE};`);
});
