import { createKernels } from '@uvrant/kernels';
import {
  finish,
  coarseRegion,
  fineRegion,
  noiseOctaves,
  noisePlane,
  NOISE_STRIDE,
  noiseTile,
  ONE,
  referenceKernels,
  shiftFor,
  sizeOf,
  tilesOf,
  type Kernels,
  type Region,
} from '../src';
import type { Coarse } from '../src/steps/declare';
import { edgeKeeping, edgeKeepingWish, softCopy, softWish } from '../src/steps/soft';
import { cv, opencv } from './support/opencv';

const kernels = createKernels();

/** Patches, ramps and texture, 0 … ONE, at any pixel. */
const valueAt = (x: number, y: number): number => {
  const patch = (Math.floor(x / 41) + Math.floor(y / 53)) % 3 === 0 ? 0.75 : 0.3;
  return Math.round(ONE * (patch + 0.1 * Math.sin(x / 3.1) * Math.cos(y / 4.3) + 0.1 * Math.sin((x + y) / 37)));
};
const planeOver = ({ x, y, width, height }: Region): Int16Array =>
  Int16Array.from({ length: width * height }, (_, i) => valueAt(x + (i % width), y + Math.floor(i / width)));

/** The coarse grid that a wish asks for about a region, made here from the fine plane. */
const coarseFor = (region: Region, grainPx: number, reachPx: number, k: Kernels): Coarse => {
  const shift = shiftFor(grainPx);
  const margin = Math.ceil(reachPx / 2 ** shift) + 3;
  const inner = coarseRegion(region, shift);
  const at = { x: inner.x - margin, y: inner.y - margin, width: inner.width + 2 * margin, height: inner.height + 2 * margin };
  const fine = fineRegion(at, shift);
  const tone = new Int16Array(sizeOf(at));
  if (shift === 0) tone.set(planeOver(fine));
  else k.reduce(planeOver(fine), 1, fine.width, fine.height, shift, tone);
  return { shift, tone: { kind: 'tone', region: at, tone, coverage: null } };
};

/** OpenCV's Gaussian of the fine plane about a region (single precision), cut to it. */
const theirs = (values: (x: number, y: number) => number, region: Region, sigma: number): Float64Array => {
  const margin = Math.ceil(4 * sigma) + 1;
  const [width, height] = [region.width + 2 * margin, region.height + 2 * margin];
  const data = Array.from({ length: width * height }, (_, i) =>
    values(region.x - margin + (i % width), region.y - margin + Math.floor(i / width)),
  );
  const from = cv.matFromArray(height, width, cv.CV_32F, data);
  const to = new cv.Mat();
  const side = 2 * Math.ceil(4 * sigma) + 1;
  cv.GaussianBlur(from, to, new cv.Size(side, side), sigma, sigma, cv.BORDER_REFLECT_101);
  const out = Float64Array.from({ length: sizeOf(region) }, (_, i) => {
    const [x, y] = [(i % region.width) + margin, Math.floor(i / region.width) + margin];
    return to.data32F[y * width + x] as number;
  });
  from.delete();
  to.delete();
  return out;
};

const farthest = (ours: ArrayLike<number>, others: ArrayLike<number>): number => {
  let most = 0;
  for (let i = 0; i < ours.length; i++) most = Math.max(most, Math.abs((ours[i] as number) - (others[i] as number)));
  return most;
};

const REGION = { x: 37, y: -21, width: 90, height: 70 };

const AT = { pxPerMm: 11.8, draft: false };

describe('soft copies on coarse grids', () => {
  beforeAll(opencv);

  // OpenCV 4.5 by @techstark/opencv-js (Apache-2.0), single precision; the grid and the cut at 3 σ cost up to 0.6 % of tone.
  test.each([2, 6, 14, 40])('at σ %d px are OpenCV’s Gaussian within 0.6 % of tone, however coarse the grid', (sigma) => {
    const wish = softWish(sigma);
    const coarse = coarseFor(REGION, wish.grain, wish.reach, kernels);
    expect(2 ** coarse.shift).toBeLessThanOrEqual(Math.max(1, sigma / 1.6));
    const ours = softCopy(coarse, REGION, sigma, kernels);
    expect(farthest(ours, theirs(valueAt, REGION, sigma)) / ONE).toBeLessThan(0.006);
    expect(softCopy(coarseFor(REGION, wish.grain, wish.reach, referenceKernels), REGION, sigma, referenceKernels)).toEqual(ours);
  });

  test.each([3, 12])(
    'the edge-keeping copy at σ %d px is the guided filter by its equations within 1.5 %% of tone on the whole',
    (sigma) => {
      const epsilon = 0.02;
      const wish = edgeKeepingWish(sigma);
      const coarse = coarseFor(REGION, wish.grain, wish.reach, kernels);
      const ours = finish(edgeKeeping(coarse, planeOver(REGION), REGION, sigma, epsilon, kernels));
      // He, Sun & Tang 2010, equations 5, 6 and 8, in doubles on OpenCV's Gaussians.
      const margin = Math.ceil(2 * sigma) + 2;
      const wide = { x: REGION.x - margin, y: REGION.y - margin, width: REGION.width + 2 * margin, height: REGION.height + 2 * margin };
      const tone = (x: number, y: number): number => valueAt(x, y) / ONE;
      const means = theirs(tone, wide, sigma);
      const squares = theirs((x, y) => tone(x, y) ** 2, wide, sigma);
      const slopes = means.map((m, i) => {
        const variance = Math.max(0, (squares[i] as number) - m * m);
        return variance / (variance + epsilon);
      });
      const offsets = means.map((m, i) => m - (slopes[i] as number) * m);
      const at =
        (plane: Float64Array) =>
        (x: number, y: number): number => {
          const [cx, cy] = [Math.max(0, Math.min(wide.width - 1, x - wide.x)), Math.max(0, Math.min(wide.height - 1, y - wide.y))];
          return plane[cy * wide.width + cx] as number;
        };
      const [a, b] = [theirs(at(slopes), REGION, sigma / 2), theirs(at(offsets), REGION, sigma / 2)];
      const apart = Array.from(ours, (v, i) => {
        const [x, y] = [REGION.x + (i % REGION.width), REGION.y + Math.floor(i / REGION.width)];
        return Math.abs(v / ONE - ((a[i] as number) * tone(x, y) + (b[i] as number)));
      });
      expect(apart.reduce((sum, v) => sum + v, 0) / apart.length).toBeLessThan(0.015);
      expect(Math.max(...apart)).toBeLessThan(0.06);
    },
  );

  test('the cost of a soft copy does not grow with its radius: the grid has ever fewer pixels', () => {
    const pixels = (sigma: number): number => {
      const wish = softWish(sigma);
      return sizeOf(coarseFor({ x: 0, y: 0, width: 512, height: 512 }, wish.grain, wish.reach, kernels).tone.region);
    };
    expect(pixels(80)).toBeLessThan(pixels(10));
    expect(pixels(10)).toBeLessThan(pixels(2));
  });
});

describe('noise', () => {
  const region = { x: -40, y: 13, width: 300, height: 260 };

  test('the tile is gradient noise: nothing at its lattice, within ± 1, and it goes round without a seam', () => {
    const tile = noiseTile();
    for (let y = 0; y < 512; y += 8)
      for (let x = 0; x < 512; x += 8) expect(Math.abs(tile[y * NOISE_STRIDE + x] as number)).toBeLessThanOrEqual(1);
    expect(tile.reduce((most, v) => Math.max(most, Math.abs(v)), 0)).toBeLessThanOrEqual(ONE);
    // Neighbours across the seam differ no more than neighbours within.
    const steps = (from: number, to: number): number => {
      let most = 0;
      for (let y = 0; y < 512; y++)
        most = Math.max(most, Math.abs((tile[y * NOISE_STRIDE + from] as number) - (tile[y * NOISE_STRIDE + to] as number)));
      return most;
    };
    expect(steps(511, 0)).toBeLessThanOrEqual(1.2 * steps(250, 251));
  });

  test('a gate leaves it where that is something and not all, in a print; a draft keeps all of it', () => {
    const gate = Int16Array.from({ length: region.width * region.height }, (_, i) => [0, 1, ONE - 1, ONE][i % 4] as number);
    const kind = { grain: 1.1, octaves: 2, seed: 3 };
    const whole = noisePlane(kind, AT, region, kernels);
    const gated = noisePlane(kind, AT, region, kernels, { gate });
    expect(gated).toEqual(whole.map((v, i) => (i % 4 === 1 || i % 4 === 2 ? v : 0)));
    expect(noisePlane(kind, { ...AT, draft: true }, region, kernels, { gate })).toEqual(whole);
  });

  test('its mean is about nothing and its strength the same whatever the octaves', () => {
    for (const octaves of [1, 2, 4]) {
      const plane = noisePlane({ grain: 1.1, octaves, seed: 3 }, AT, { ...region, width: 900, height: 900 }, kernels);
      const mean = plane.reduce((sum, v) => sum + v, 0) / plane.length / ONE;
      const power = plane.reduce((sum, v) => sum + (v / ONE - mean) ** 2, 0) / plane.length;
      expect(Math.abs(mean)).toBeLessThan(0.04);
      expect(Math.sqrt(power)).toBeGreaterThan(0.27);
      expect(Math.sqrt(power)).toBeLessThan(0.42);
    }
  });

  test('any tiling gives the same bits, warped or not; another seed gives another noise', () => {
    const kind = { grain: 0.7, octaves: 3, seed: 5, stretch: 4, angleDeg: 30, warp: 2 };
    const turns = { x: noiseOctaves({ grain: 9, seed: 1 }, AT.pxPerMm), y: noiseOctaves({ grain: 9, seed: 2 }, AT.pxPerMm) };
    for (const warp of [null, turns]) {
      const make = (at: Region): Int16Array => {
        const out = kernels.arena.plane(at.width * at.height);
        kernels.noise(at, noiseOctaves(kind, AT.pxPerMm), noiseTile(), warp, null, out);
        return out;
      };
      const whole = make(region);
      for (const tile of tilesOf(region, 64)) {
        const part = make(tile);
        for (let row = 0; row < tile.height; row++) {
          const from = (tile.y + row - region.y) * region.width + tile.x - region.x;
          expect(part.subarray(row * tile.width, (row + 1) * tile.width)).toEqual(whole.subarray(from, from + tile.width));
        }
      }
    }
    expect(noisePlane({ ...kind, seed: 6 }, AT, region, kernels)).not.toEqual(noisePlane(kind, AT, region, kernels));
  });

  test('a draft is given the same bits again, its own to change', () => {
    const [kind, draft] = [
      { grain: 0.7, octaves: 3, seed: 9 },
      { ...AT, draft: true },
    ];
    const made = noisePlane(kind, AT, region, kernels).slice();
    const first = noisePlane(kind, draft, region, kernels);
    expect(first).toEqual(made);
    first.fill(0);
    const again = noisePlane(kind, draft, region, kernels);
    expect(again).toEqual(made);
    again.fill(7);
    expect(noisePlane(kind, draft, region, kernels)).toEqual(made);
    expect(noisePlane(kind, draft, { ...region, x: region.x + 1 }, kernels)).not.toEqual(made);
    expect(noisePlane({ ...kind, seed: 8 }, draft, region, kernels)).not.toEqual(made);
  });

  test('octaves too fine to be seen are left out, so that none aliases', () => {
    expect(noiseOctaves({ grain: 0.05, seed: 1 }, 11.8)).toEqual([]);
    expect(noiseOctaves({ grain: 0.4, octaves: 4, seed: 1 }, 11.8).length).toBeLessThan(4);
    expect(noiseOctaves({ grain: 2, octaves: 3, seed: 1 }, 11.8).length).toBe(3);
  });
});
