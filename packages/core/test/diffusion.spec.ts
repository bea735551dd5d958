import { distance, image } from 'image-q';
import { ONE, type InkRaster } from '../src';
import { DIFFUSION_KERNELS, type DiffusionName } from '../src/steps/screen/diffusion-kernels';
import { diffuser } from '../src/steps/screen/error-diffusion';
import { drawn } from './support/pictures';
import { meanOf, step } from './support/sheets';
import { treatedPicture } from './support/treated';

const NAMES = Object.keys(DIFFUSION_KERNELS) as DiffusionName[];

/** The same weights in image-q 4.0 (MIT): shares of the error, along and down. */
const OUTSIDE = {
  'Floyd–Steinberg': image.ErrorDiffusionArrayKernel.FloydSteinberg,
  'Jarvis–Judice–Ninke': image.ErrorDiffusionArrayKernel.Jarvis,
  Stucki: image.ErrorDiffusionArrayKernel.Stucki,
  Atkinson: image.ErrorDiffusionArrayKernel.Atkinson,
  Burkes: image.ErrorDiffusionArrayKernel.Burkes,
  Sierra: image.ErrorDiffusionArrayKernel.Sierra,
} as const;

test.each(NAMES)('%s has the weights of an outside table', (name) => {
  const outside = new image.ErrorDiffusionArray(new distance.EuclideanBT709(), OUTSIDE[name]) as unknown as {
    readonly _kernel: readonly (readonly [number, number, number])[];
  };
  const { divisor, taps } = DIFFUSION_KERNELS[name];
  const ours = taps.map(([along, down, weight]) => [along, down, (weight / divisor).toFixed(6)].join());
  expect(new Set(ours)).toEqual(new Set(outside._kernel.map(([share, along, down]) => [along, down, share.toFixed(6)].join())));
});

test('the whole error goes on, but for what Atkinson’s drops', () => {
  for (const name of NAMES) {
    const { divisor, taps } = DIFFUSION_KERNELS[name];
    const sum = taps.reduce((all, [, , weight]) => all + weight, 0);
    expect({ name, share: sum / divisor }).toEqual({ name, share: name === 'Atkinson' ? 0.75 : 1 });
    // Nothing goes to a cell that is decided already.
    expect(taps.every(([along, down]) => down > 0 || along > 0)).toBe(true);
  }
});

test('Floyd–Steinberg on a half, by hand: every other cell, and the next row between them', () => {
  const decide = diffuser({ kernel: DIFFUSION_KERNELS['Floyd–Steinberg'], serpentine: false, loose: 0, seed: 1 }, 8);
  const rows = [0, 1].map((row) => Array.from(decide(new Float64Array(8).fill(0.5), row)));
  expect(rows[0]).toEqual([1, 0, 1, 0, 1, 0, 1, 0]);
  expect(rows[1]).toEqual([0, 1, 0, 1, 0, 1, 0, 1]);
});

const SIZE = { width: 100, height: 100 };
const printed = (v: number, params: Record<string, unknown>, ppi = 150): InkRaster =>
  treatedPicture(
    drawn(`flat-${v}`, 64, 64, 1, () => v),
    [step('grey-response'), step('error-diffusion', params)],
    { size: SIZE, ppi },
  ).raster as InkRaster;

test.each(NAMES.filter((name) => name !== 'Atkinson'))('%s: t %% tone prints (100 − t) %% ink within 0.5 %%', (kernel) => {
  for (const tone of [0.04, 0.3, 0.5, 0.85, 0.97]) {
    for (const loose of [0, 0.6]) {
      const found = meanOf(printed(tone, { kernel, dot: 0.17, loose }).coverage);
      expect({ tone, loose, off: Math.abs(found - (1 - Math.round(255 * tone) / 255)) < 0.005 }).toEqual({ tone, loose, off: true });
    }
  }
  expect(meanOf(printed(0, { kernel }).coverage)).toBe(1);
  expect(meanOf(printed(1, { kernel }).coverage)).toBe(0);
  expect(Math.abs(meanOf(printed(0.7, { kernel, dot: 0.3, carries: 'lights' }).coverage) - 0.7)).toBeLessThan(0.005);
});

test('Atkinson drops a quarter of each error: the middle is true, the ends open up', () => {
  const inkAt = (tone: number): number => meanOf(printed(tone, { kernel: 'Atkinson', dot: 0.3, loose: 0 }).coverage);
  expect(Math.abs(inkAt(0.5) - 0.5)).toBeLessThan(0.02);
  expect(inkAt(0.95)).toBeLessThan(0.03);
  expect(inkAt(0.05)).toBeGreaterThan(0.97);
});

test('dots are of their size in mm and whole; another seed sets others', () => {
  const { coverage, region } = printed(0.9, { dot: 1.27, loose: 0.4 });
  expect(new Set(coverage)).toEqual(new Set([0, ONE]));
  // 1.27 mm at 150 ppi is 7.5 px: cells of 7 or 8.
  for (let y = 3; y < region.height; y += 41) {
    let run = 0;
    for (let x = 0; x < region.width; x++) {
      if (coverage[y * region.width + x]) run++;
      else {
        if (run > 0) expect([7, 8, 15, 22, 23]).toContain(run);
        run = 0;
      }
    }
  }
  const other = printed(0.9, { dot: 1.27, loose: 0.4, seed: 2 }).coverage;
  expect(other.some((v, i) => v !== coverage[i])).toBe(true);
});
