import FFT from 'fft.js';
import { DOT_ORDERS, ONE, SCATTER_SIDE, type DotOrder, type InkRaster } from '../src';
import { BLUE_NOISE } from '../src/steps/screen/blue-noise';
import { blueNoiseText } from './support/blue-noise';
import { drawn } from './support/pictures';
import { step } from './support/sheets';
import { treatedPicture } from './support/treated';

const SIDE = SCATTER_SIDE;
const ORDERS = Object.keys(DOT_ORDERS) as DotOrder[];

test('the tile of blue noise is what its generator writes, each threshold once', () => {
  expect(BLUE_NOISE).toBe(blueNoiseText());
  expect(new Set(DOT_ORDERS['blue noise']()).size).toBe(SIDE * SIDE);
});

test('the ordered pattern is Bayer’s of 1973, in its 4 × 4 form as printed in handbooks', () => {
  // Quantised to 16 steps the 8 × 8 pattern is the 4 × 4 one.
  const tile = DOT_ORDERS.ordered();
  const four = Array.from({ length: 4 }, (_, y) =>
    Array.from({ length: 4 }, (_, x) => Math.floor(((tile[y * SIDE + x] as number) / ONE) * 16)),
  );
  expect(four).toEqual([
    [0, 8, 2, 10],
    [12, 4, 14, 6],
    [3, 11, 1, 9],
    [15, 7, 13, 5],
  ]);
});

/** Power of a pattern at each ring of frequency (cycles a dot, in steps of 1/64), per place, over its variance. */
const ringsOf = (pattern: readonly number[]): number[] => {
  const mean = pattern.reduce((sum, v) => sum + v, 0) / pattern.length;
  const fft = new FFT(SIDE);
  const rows = Array.from({ length: SIDE }, (_, y) => {
    const out = fft.createComplexArray();
    fft.transform(
      out,
      pattern.slice(y * SIDE, (y + 1) * SIDE).flatMap((v) => [v - mean, 0]),
    );
    return out;
  });
  const [power, counts] = [new Array<number>(46).fill(0), new Array<number>(46).fill(0)];
  for (let x = 0; x < SIDE; x++) {
    const [column, out] = [fft.createComplexArray(), fft.createComplexArray()];
    for (let y = 0; y < SIDE; y++) for (const k of [0, 1]) column[2 * y + k] = (rows[y] as number[])[2 * x + k] as number;
    fft.transform(out, column);
    for (let y = 0; y < SIDE; y++) {
      const ring = Math.round(Math.hypot(Math.min(x, SIDE - x), Math.min(y, SIDE - y)));
      if (ring === 0 || ring >= 46) continue;
      power[ring] = (power[ring] as number) + (out[2 * y] as number) ** 2 + (out[2 * y + 1] as number) ** 2;
      counts[ring] = (counts[ring] as number) + 1;
    }
  }
  return power.map((sum, ring) => (counts[ring] ? sum / counts[ring] / (SIDE * SIDE * mean * (1 - mean)) : 0));
};

test('blue noise has next to no energy well below its principal frequency, √tone, at any tone', () => {
  const tile = DOT_ORDERS['blue noise']();
  for (const ink of [0.1, 0.25, 0.5, 0.75, 0.9]) {
    const rings = ringsOf(Array.from(tile, (threshold) => (ink * ONE >= threshold ? 1 : 0)));
    // Ulichney, Digital Halftoning, 1987: the mean distance of the minority's dots.
    const principal = Math.sqrt(Math.min(ink, 1 - ink)) * SIDE;
    const mean = (from: number, to: number): number => {
      const part = rings.slice(Math.max(1, Math.round(from)), Math.round(to));
      return part.reduce((sum, v) => sum + v, 0) / part.length;
    };
    expect({ ink, low: mean(1, 0.4 * principal) < 0.08 }).toEqual({ ink, low: true });
    expect({ ink, peak: mean(0.8 * principal, 1.25 * principal) > 1 }).toEqual({ ink, peak: true });
  }
});

const SIZE = { width: 40, height: 40 };
const printed = (v: number, params: Record<string, unknown>, ppi = 300): InkRaster =>
  treatedPicture(
    drawn(`flat-${v}`, 64, 64, 1, () => v),
    [step('grey-response'), step('stochastic', params)],
    { size: SIZE, ppi },
  ).raster as InkRaster;
const inkOf = ({ coverage }: InkRaster): number => coverage.reduce((sum, v) => sum + v, 0) / coverage.length / ONE;

test.each(ORDERS)('%s: t %% tone prints (100 − t) %% ink, whichever end the ink carries', (order) => {
  for (const tone of [0.1, 0.35, 0.5, 0.8, 0.95]) {
    // Of 8 bits and of the thresholds' own steps.
    const bound = 0.005 + (order === 'ordered' ? 1 / 128 : 0);
    expect(Math.abs(inkOf(printed(tone, { order, dot: 0.12 })) - (1 - tone))).toBeLessThan(bound);
    expect(Math.abs(inkOf(printed(tone, { order, dot: 0.12, carries: 'lights' })) - tone)).toBeLessThan(bound);
  }
  for (const angle of [0, 30]) {
    expect(printed(1, { order, angle }).coverage.every((v) => v === 0)).toBe(true);
    expect(printed(0, { order, angle }).coverage.every((v) => v === ONE)).toBe(true);
  }
});

test('dots are of their size in mm, whole or not there, at any resolution', () => {
  for (const ppi of [150, 300]) {
    const { coverage, region } = printed(0.9, { dot: 2 }, ppi);
    expect(coverage.every((v) => v === 0 || v === ONE)).toBe(true);
    // Runs along rows: a dot alone is 2 mm long, within a pixel.
    const lengths: number[] = [];
    for (let y = 0; y < region.height; y++) {
      let run = 0;
      for (let x = 0; x < region.width; x++) {
        if (coverage[y * region.width + x]) run++;
        else {
          if (run > 0 && x - run > 0) lengths.push((run / ppi) * 25.4);
          run = 0;
        }
      }
    }
    lengths.sort((a, b) => a - b);
    expect(Math.abs((lengths[lengths.length >> 1] as number) - 2)).toBeLessThan(25.4 / ppi);
  }
});
