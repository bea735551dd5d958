import { createKernels } from '@uvrant/kernels';
import { converter } from 'culori';
import { gaussianWeights, HUE_KNOTS, LUMA, noiseOctaves, noiseTile, ONE, referenceKernels, type Kernels, type Region } from '../src';

/*
 * Kernels, and their references, beside what they ought to give: a definition, a sum in 64-bit floats, or a general-purpose library. That
 * both agree with each other to the bit says nothing of both being wrong.
 */
const both: readonly (readonly [string, Kernels])[] = [
  ['WebAssembly', createKernels()],
  ['the reference', referenceKernels],
];

/** Numbers 0 … 1 that come again: a linear congruential generator (Numerical Recipes, 2nd ed., section 7.1). */
const numbers = (seed: number) => () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 2 ** 32;

const planeOf = (count: number, seed: number): Int16Array => {
  const next = numbers(seed);
  return Int16Array.from({ length: count }, () => Math.floor(next() * (ONE + 1)));
};

describe.each(both)('%s', (_, kernels) => {
  test.each([
    [8, 8],
    [16, 24],
    [37, 29],
    [7, 3],
    [1, 11],
    [65, 2],
  ])('rows become columns, %d × %d pixels, and rows again', (width, height) => {
    for (const channels of [1, 4] as const) {
      const plane = planeOf(channels * width * height, 5);
      const turned = new Int16Array(plane.length);
      kernels.transpose(plane, channels, width, height, turned);
      for (let y = 0; y < height; y++) {
        for (let x = 0; x < width; x++) {
          for (let c = 0; c < channels; c++) {
            expect(turned[(x * height + y) * channels + c]).toBe(plane[(y * width + x) * channels + c]);
          }
        }
      }
      const back = new Int16Array(plane.length);
      kernels.transpose(turned, channels, height, width, back);
      expect(back).toEqual(plane);
    }
  });

  test.each([0.6, 1, 1.7, 2.5])('a row’s Gaussian of σ %d px is the sum in 64-bit floats, rounded, and nothing in the margins', (sigma) => {
    const weights = gaussianWeights(sigma);
    const margin = (weights.length - 1) / 2;
    // Ends that are no multiple of a vector, and of two.
    for (const length of [41, 48, 57, 64, 71]) {
      const plane = planeOf(length, length);
      const out = new Int16Array(length).fill(-321);
      kernels.convolve(plane, 1, weights, out);
      for (let i = 0; i < length; i++) {
        const isIn = i >= margin && i < length - margin;
        const sum = weights.reduce((all, weight, k) => all + (isIn ? (weight * (plane[i + k - margin] as number)) / ONE : 0), 0);
        expect(Math.abs((out[i] as number) - sum)).toBeLessThanOrEqual(isIn ? 0.5 : 0);
      }
    }
  });

  test('grey by hue lifts each colour by what the response says at its hue, which culori tells as HSL’s', () => {
    const hueOf = converter('hsl');
    // A wave round the circle, so that what lies between two knots is nearly straight.
    const response = Int16Array.from({ length: HUE_KNOTS + 1 }, (_, i) => Math.round(0.3 * ONE * Math.sin((4 * Math.PI * i) / HUE_KNOTS)));
    const pixels = 3001;
    const values = planeOf(3 * pixels, 9);
    const rgba = Int16Array.from({ length: 4 * pixels }, (_, i) => (i % 4 === 3 ? ONE : (values[3 * (i >> 2) + (i % 4)] as number)));
    const tone = new Int16Array(pixels);
    kernels.greyByHue(rgba, LUMA, response, tone, new Int16Array(pixels));
    for (let i = 0; i < pixels; i++) {
      const [r, g, b] = [0, 1, 2].map((c) => (rgba[4 * i + c] as number) / ONE) as [number, number, number];
      const { h = 0 } = hueOf({ mode: 'rgb', r, g, b });
      const lift = 0.3 * Math.sin((4 * Math.PI * h) / 360) * (Math.max(r, g, b) - Math.min(r, g, b));
      const wanted = Math.max(0, Math.min(1, 0.2126 * r + 0.7152 * g + 0.0722 * b + lift));
      expect(Math.abs((tone[i] as number) - wanted * ONE)).toBeLessThan(3);
    }
  });

  test('a noise that others move is read at the places that they move it to', () => {
    const region: Region = { x: 31, y: -17, width: 45, height: 23 };
    const pxPerMm = 7.9;
    const far = 1.7;
    const across = noiseOctaves({ grain: 9, seed: 4 }, pxPerMm);
    const down = noiseOctaves({ grain: 9, seed: 6 }, pxPerMm);
    const moved = noiseOctaves({ grain: 9, seed: 2, warp: far }, pxPerMm);
    const over = (octaves: typeof moved, at: Region, warp: { x: typeof across; y: typeof down } | null): Int16Array => {
      const out = new Int16Array(at.width * at.height);
      kernels.noise(at, octaves, noiseTile(), warp, null, out);
      return out;
    };
    const [waysX, waysY] = [over(across, region, null), over(down, region, null)];
    const found = over(moved, region, { x: across, y: down });
    // The still noise about each place, straight between pixels: hills are seventy pixels broad, so that this is right but for a little.
    const wide: Region = { x: region.x - 20, y: region.y - 20, width: region.width + 40, height: region.height + 40 };
    const still = over(moved, wide, null);
    let worst = 0;
    for (let i = 0; i < found.length; i++) {
      const x = (i % region.width) + 20 + ((waysX[i] as number) / ONE) * far * pxPerMm;
      const y = Math.floor(i / region.width) + 20 + ((waysY[i] as number) / ONE) * far * pxPerMm;
      const [left, top] = [Math.floor(x), Math.floor(y)];
      const at = (dx: number, dy: number): number => still[(top + dy) * wide.width + left + dx] as number;
      const upper = at(0, 0) + (at(1, 0) - at(0, 0)) * (x - left);
      const lower = at(0, 1) + (at(1, 1) - at(0, 1)) * (x - left);
      worst = Math.max(worst, Math.abs((found[i] as number) - (upper + (lower - upper) * (y - top))));
    }
    expect(worst / ONE).toBeLessThan(0.01);
    expect(found).not.toEqual(over(moved, region, null));
  });
});
