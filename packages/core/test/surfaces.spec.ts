import { finish, sizeOf, surfaceColours, SURFACES, type Region, ONE } from '../src';
import { strewn } from '../src/surface/cells';
import type { Ground, Places } from '../src/surface/ground';
import { hairs, lineAt } from '../src/surface/hairs';
import { latticeOf } from '../src/surface/lattice';
import type { Look } from '../src/surface/look';
import { noise } from '../src/surface/noise';

const FREE: Ground = { seed: 5, period: null };

/** A row of places, `step` mm apart, from a place on. */
const row = (count: number, x: number, y: number, step: number, down = 0): Places => ({
  count,
  pixel: step,
  x: Float64Array.from({ length: count }, (_, i) => x + step * i),
  y: Float64Array.from({ length: count }, (_, i) => y + down * i),
});
const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;

describe('noise', () => {
  test.each([
    [0.2, 1, 1],
    [3, 4, 1],
    [24, 2, 1],
    [0.9, 2, 30],
  ])('of %p mm and %p octaves, stretched %p times, lies about 0 with one spread', (grain, octaves, stretch) => {
    const values: number[] = [];
    for (let salt = 0; salt < 40; salt++) {
      const field = noise(FREE, salt, grain, octaves, { stretch });
      for (let k = 0; k < 20; k++)
        values.push(...field(row(60, 7.7 * grain * k, 31.3 * grain * k, 2.37 * grain, 5.1 * grain)).subarray(0, 60));
    }
    const middle = mean(values);
    const spread = Math.sqrt(mean(values.map((v) => (v - middle) ** 2)));
    expect(Math.abs(middle)).toBeLessThan(0.02);
    // Gradients of length √2 over a lattice: 0.35 or a little less (by trial, as with the noise that the steps read).
    expect(spread).toBeGreaterThan(0.28);
    expect(spread).toBeLessThan(0.4);
  });

  test('is read with the same result in one row as place by place, and differs by salt and seed', () => {
    const at = row(50, 3, 4, 0.31, 0.17);
    const whole = [...noise(FREE, 1, 2.2, 3)(at).subarray(0, 50)];
    const field = noise(FREE, 1, 2.2, 3);
    const single = whole.map((_, i) => field(row(1, at.x[i] as number, at.y[i] as number, 1))[0]);
    expect(single).toEqual(whole);
    expect([...noise(FREE, 2, 2.2, 3)(at).subarray(0, 50)]).not.toEqual(whole);
    expect([...noise({ ...FREE, seed: 6 }, 1, 2.2, 3)(at).subarray(0, 50)]).not.toEqual(whole);
  });
});

test('a turned lattice goes round after its period both ways, whatever its turn', () => {
  for (const [along, across, turn] of [
    [2, 2, 53],
    [31, 0.7, 17],
    [400, 3, 90],
    [900, 700, 45],
  ] as const) {
    const period = 120;
    const { ux, uy, vx, vy, wrap } = latticeOf({ seed: 1, period }, along, across, turn);
    expect(Math.abs(ux * vy - uy * vx)).toBeGreaterThan(0);
    const named = (x: number, y: number): number[] => {
      const cell = Int32Array.of(Math.round(ux * x + uy * y), Math.round(vx * x + vy * y));
      wrap?.(cell);
      return [...cell];
    };
    expect(named(period, 0)).toEqual([0, 0]);
    expect(named(0, period)).toEqual([0, 0]);
    expect(named(-3 * period, 2 * period)).toEqual([0, 0]);
  }
});

test('what is strewn covers the share that its sizes make, and its depth is that below the rim', () => {
  // Discs of one radius, one in each cell: 1 − e^(−n π r²) of a Poisson field at most; a jittered grid overlaps less.
  const field = strewn(FREE, 3, { cell: 10, likely: 1, least: 3, most: 3, long: 1, outside: 5 });
  let inside = 0;
  let deepest = -9;
  for (let y = 0; y < 300; y++) {
    for (const depth of field(row(300, 0.5, y + 0.5, 1)).subarray(0, 300)) {
      if (depth > 0) inside++;
      deepest = Math.max(deepest, depth);
    }
  }
  expect(inside / 90000).toBeGreaterThan(1 - Math.exp(-Math.PI * 0.09));
  expect(inside / 90000).toBeLessThan(Math.PI * 0.09);
  expect(deepest).toBeLessThanOrEqual(3);
  expect(deepest).toBeGreaterThan(2);
});

test('how far outside a rim is told changes nothing else, whichever way places go through the cells', () => {
  const kind = { cell: 3, likely: 0.6, least: 0.1, most: 2.4, tail: 2.4, long: 2.6 };
  // Of the second every grain about a place is looked at.
  const [near, far] = [strewn(FREE, 9, { ...kind, outside: 0.05 }), strewn(FREE, 9, { ...kind, outside: 40 })];
  let rims = 0;
  for (const [step, down] of [
    [0.1, 0],
    [-0.07, 0.05],
    [0.6, 1.9],
  ] as const) {
    for (let y = -20; y < 20; y += 0.9) {
      const at = row(400, -15, y, step, down);
      const expected = Array.from(far(at).subarray(0, 400), (depth) => Math.max(-0.05, depth));
      expect(Array.from(near(at).subarray(0, 400))).toEqual(expected);
      rims += expected.filter((depth) => depth > -0.05).length;
    }
  }
  expect(rims).toBeGreaterThan(3000);
});

test('a hair thinner than a pixel covers as much of it as its breadth', () => {
  expect(lineAt(0, 0.05, 0.01)).toBe(1);
  expect(lineAt(0.06, 0.05, 0.01)).toBe(0);
  // Summed over the pixels across it, its breadth: 0.1 mm.
  for (const pixel of [0.02, 0.25, 0.5]) {
    let sum = 0;
    for (let away = -2; away < 2; away += 0.001) sum += lineAt(Math.abs(away), 0.05, pixel) * 0.001;
    expect(sum).toBeCloseTo(0.1, 3);
  }
  const field = hairs(FREE, 1, { cell: 10, likely: 0, near: 0.4 });
  expect([...field(row(20, 0, 0, 1)).subarray(0, 20)].every((away) => Math.abs(away - 1.4) < 1e-9)).toBe(true);
});

const lookOf = (count: number): Look => ({ light: new Float64Array(count), stain: new Float64Array(count) });

describe.each(SURFACES.map((surface) => [surface.name, surface] as const))('%s', (name, surface) => {
  test.each([90, 41])('goes round after a period of %p mm both ways', (period) => {
    const make = surface.make({ seed: 3, period });
    const [count, seen, moved] = [90, lookOf(90), lookOf(90)];
    for (const [dx, dy] of [
      [period, 0],
      [0, period],
      [-2 * period, period],
    ] as const) {
      for (const y of [1.3, 37.9, 88.8]) {
        make(row(count, 0.37, y, 1.01), seen);
        make(row(count, 0.37 + dx, y + dy, 1.01), moved);
        for (const of of ['light', 'stain'] as const) {
          let apart = 0;
          for (let i = 0; i < count; i++) if (Math.abs((seen[of][i] as number) - (moved[of][i] as number)) > 1e-6) apart++;
          expect({ of, dx, dy, apart }).toEqual({ of, dx, dy, apart: 0 });
        }
      }
    }
  });

  test('is the same in any tiling, keeps its tones apart at both ends, and is not even', () => {
    const where = (x: number, y: number, out: { x: number; y: number }): void => {
      out.x = 0.7 * x + 0.2 * y;
      out.y = 0.7 * y - 0.2 * x;
    };
    const piece = { surface: name, seed: 2, period: null };
    const region: Region = { x: -11, y: 7, width: 150, height: 120 };
    const whole = finish(surfaceColours(piece, where, region));
    const other = finish(surfaceColours({ ...piece, seed: 3 }, where, region));
    expect(other.some((v, i) => v !== whole[i])).toBe(true);
    for (const part of [
      { x: 3, y: 20, width: 17, height: 29 },
      { x: 60, y: 100, width: 79, height: 1 },
    ]) {
      const own = finish(surfaceColours(piece, where, part));
      const cut = new Int16Array(4 * sizeOf(part));
      for (let r = 0; r < part.height; r++) {
        const from = 4 * ((part.y + r - region.y) * region.width + part.x - region.x);
        cut.set(whole.subarray(from, from + 4 * part.width), 4 * r * part.width);
      }
      expect(own).toEqual(cut);
    }
    const greens = Array.from({ length: sizeOf(region) }, (_, i) => whole[4 * i + 1] as number).sort((a, b) => a - b);
    expect(greens[0]).toBeGreaterThan(0);
    expect(greens.at(-1)).toBeLessThan(ONE);
    const at = (share: number): number => greens[Math.floor(share * greens.length)] as number;
    expect(at(0.995) - at(0.005)).toBeGreaterThan(0.04 * ONE);
  });
});

test('crumpled paper is nearly even between creases that have a lit and a shaded flank', () => {
  const piece = { surface: 'crumpled copy paper', seed: 3, period: null };
  const region: Region = { x: 0, y: 0, width: 432, height: 560 };
  const where = (x: number, y: number, out: { x: number; y: number }): void => {
    out.x = x / 2;
    out.y = y / 2;
  };
  const data = finish(surfaceColours(piece, where, region));
  const greens = Array.from({ length: sizeOf(region) }, (_, i) => (data[4 * i + 1] as number) / ONE).sort((a, b) => a - b);
  const middle = greens[greens.length >> 1] as number;
  const share = (from: number, to: number): number => greens.filter((v) => v >= from && v < to).length / greens.length;
  expect(share(middle - 0.05, middle + 0.05)).toBeGreaterThan(0.75);
  expect(share(0, middle - 0.07)).toBeGreaterThan(0.01);
  expect(share(middle + 0.04, 1)).toBeGreaterThan(0.01);
});

test('a surface that there is not is refused, and those there are named', () => {
  const region: Region = { x: 0, y: 0, width: 4, height: 4 };
  expect(() => surfaceColours({ surface: 'velvet', seed: 1, period: null }, () => undefined, region)).toThrow(/crumpled copy paper/);
});
