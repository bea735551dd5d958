import { differenceCiede2000, converter } from 'culori';
import { atan2Deg, ciede2000, labOfSrgb, srgbOfLab } from '../src';

/**
 * G. Sharma, W. Wu, E. N. Dalal, The CIEDE2000 color-difference formula, Color Research & Application 30(1), 2005, table 1:
 * L*, a*, b* of both colours and their difference. Typed from memory; culori, an independent package, agrees on every row.
 */
const PAIRS: readonly (readonly [number, number, number, number, number, number, number])[] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1.0],
  [50, 2.5, 0, 50, 3.2972, 0, 1.0],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1.0],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1.0],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
];

test('CIEDE2000 gives the 34 differences of the table, as culori does', () => {
  expect(PAIRS.length).toBe(34);
  const theirs = differenceCiede2000();
  for (const [l1, a1, b1, l2, a2, b2, wanted] of PAIRS) {
    const got = ciede2000({ l: l1, a: a1, b: b1 }, { l: l2, a: a2, b: b2 });
    expect(Math.abs(got - wanted)).toBeLessThan(5.1e-5);
    expect(got).toBeCloseTo(theirs({ mode: 'lab65', l: l1, a: a1, b: b1 }, { mode: 'lab65', l: l2, a: a2, b: b2 }), 9);
  }
});

test('L*a*b* of sRGB is culori’s', () => {
  const theirs = converter('lab65');
  for (let i = 0; i < 60; i++) {
    const [r, g, b] = [(i % 5) / 4, (i % 7) / 6, (i % 11) / 10] as const;
    const [own, other] = [labOfSrgb(r, g, b), theirs({ mode: 'rgb', r, g, b })];
    expect(Math.max(Math.abs(own.l - other.l), Math.abs(own.a - other.a), Math.abs(own.b - other.b))).toBeLessThan(1e-4);
  }
});

test('sRGB of a colour is culori’s, clipped where it lies outside', () => {
  const theirs = converter('rgb');
  for (let i = 0; i < 60; i++) {
    const lab = { l: (i % 6) * 20, a: ((i % 7) - 3) * 20, b: ((i % 11) - 5) * 16 };
    const { r, g, b } = theirs({ mode: 'lab65', ...lab });
    srgbOfLab(lab).forEach((value, channel) => {
      expect(Math.abs(value - Math.max(0, Math.min(1, [r, g, b][channel] as number)))).toBeLessThan(1e-6);
    });
  }
});

test('the exact arc tangent is the engine’s within its last places', () => {
  for (let i = 0; i < 720; i++) {
    const [x, y] = [Math.cos(i / 100) * (1 + i), Math.sin(i / 100) * (1 + i)];
    expect(atan2Deg(y, x)).toBeCloseTo((Math.atan2(y, x) * 180) / Math.PI, 11);
  }
  expect([atan2Deg(0, 0), atan2Deg(1, 0), atan2Deg(0, -1), atan2Deg(-1, 0)]).toEqual([0, 90, 180, -90]);
});
