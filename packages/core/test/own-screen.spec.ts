import type { Shaper } from '@uvrant/shaping';
import { finish, ONE, PATCH, rendered, screenIn, type FontRef, type InkRaster } from '../src';
import { letterNode } from '../src/sources/letter-node';
import { powerSpectrum } from '../src/plates/spectrum';
import { spotValue } from '../src/raster/reference/threshold-screens';
import { SPOT_SIDE, spotTable } from '../src/steps/screen/spot-table';
import { shaperOfAll } from './support/fonts';
import { drawn } from './support/pictures';
import { meanOf, step, workOf } from './support/sheets';
import { treatedPicture } from './support/treated';

let shaper: Shaper;
beforeAll(async () => {
  shaper = await shaperOfAll();
});

const ANTON: FontRef = { family: 'anton' };
const SIZE = { width: 50.8, height: 50.8 };
const PPI = 254;
/** A half moon, dark on white. */
const MOON = drawn('half moon', 96, 96, 1, (x, y) => Number(Math.hypot(x - 0.5, y - 0.5) > 0.4 || x > 0.6));

const inked = (v: number, params: Record<string, unknown>, edges: 'smooth' | 'hard' = 'smooth'): InkRaster =>
  treatedPicture(
    drawn(`own flat-${v}`, 64, 64, 1, () => v / 255),
    [step('grey-response'), step('own-screen', params)],
    { size: SIZE, ppi: PPI, edges, others: [MOON], type: shaper },
  ).raster as InkRaster;

const OF_MOON = { of: 'a picture', texture: { sha256: MOON.info.sha256 } };

test.each([
  ['a letter', { letters: 'R' }],
  ['two letters, turned', { letters: 'ok', angle: 30 }],
  ['a picture', { ...OF_MOON, angle: 15 }],
  ['nothing yet', { of: 'a picture' }],
] as const)('dots of %s are linear at any hardness: t %% tone prints t %% ink within 0.5 %%', (_, params) => {
  for (const hardness of [0.3, 1]) {
    for (const v of [0, 13, 64, 128, 200, 248, 255]) {
      const found = meanOf(inked(v, { lpi: 8, ...params, hardness }).coverage);
      expect({ hardness, v, off: Math.abs(found - (1 - v / 255)) < 0.005 }).toEqual({ hardness, v, off: true });
    }
  }
});

/** A letter in a square, 0 … 1 ink. */
const letter = (text: string): Float64Array => {
  const region = { x: 0, y: 0, width: SPOT_SIDE, height: SPOT_SIDE };
  const node = letterNode(ANTON, text, SPOT_SIDE);
  const { coverage } = finish(rendered(node, region, workOf(undefined, shaper))) as InkRaster;
  return Float64Array.from(coverage, (v) => v / ONE);
};

test('a tone as dark as the letter prints the letter itself, upright; a darker one is bolder, a lighter one thinner', () => {
  const wanted = letter('R');
  const area = wanted.reduce((sum, v) => sum + v, 0) / wanted.length;
  // 2 lines an inch at 254 ppi: 127 px a cell, and the middle of one at the corner.
  const cellAt = (v: number): ((x: number, y: number) => number) => {
    const { coverage, region } = inked(v, { letters: 'R', lpi: 2, hardness: 1 });
    return (x, y) => (coverage[(63 + y) * region.width + 63 + x] as number) / ONE;
  };
  const share = (v: number): number => {
    const at = cellAt(v);
    let apart = 0;
    for (let y = 0; y < 127; y++) for (let x = 0; x < 127; x++) apart += Math.abs(at(x, y) - (wanted[y * SPOT_SIDE + x] as number));
    return apart / 127 / 127;
  };
  expect(share(Math.round(255 * (1 - area)))).toBeLessThan(0.02);
  expect(share(Math.round(255 * (1 - area / 2)))).toBeCloseTo(area / 2, 1);
  // All of the thinner one lies within the letter, and all of the letter within the bolder one.
  const [thin, bold] = [cellAt(Math.round(255 * (1 - area / 2))), cellAt(Math.round(255 * (0.7 - 0.7 * area)))];
  let [outside, lost] = [0, 0];
  for (let y = 3; y < 124; y++) {
    for (let x = 3; x < 124; x++) {
      const is = wanted[y * SPOT_SIDE + x] as number;
      if (is === 0 && thin(x, y) > 0.6) outside++;
      if (is === 1 && bold(x, y) < 0.4) lost++;
    }
  }
  expect([outside, lost]).toEqual([0, 0]);
});

test('thresholds of a table are spread evenly, and go on over the edges of a cell', () => {
  const { thresholds } = spotTable(Int16Array.from(letter('g'), (v) => Math.round((1 - v) * ONE)));
  const sorted = [...thresholds].sort((a, b) => a - b);
  const off = sorted.map((v, i) => Math.abs(v - (i + 0.5) / sorted.length));
  expect(Math.max(...off)).toBeLessThan(0.015);
  expect(spotValue(thresholds, 0.9999, 0.4)).toBeCloseTo(spotValue(thresholds, -0.0001, 1.4), 6);
  // Without a letter a dot is round: the middle first, the corners last.
  const round = spotTable(new Int16Array(SPOT_SIDE * SPOT_SIDE).fill(ONE)).thresholds;
  expect([spotValue(round, 0.5, 0.5) < 0.001, spotValue(round, 0, 0) > 0.999]).toEqual([true, true]);
});

test('where its tone is bare or solid it stays itself', () => {
  expect(inked(255, { letters: 'R' }).coverage.every((v) => v === 0)).toBe(true);
  expect(inked(0, { letters: 'R' }).coverage.every((v) => v === ONE)).toBe(true);
});

test.each([
  [20, 0],
  [25, 30],
])('dots of one’s own repeat at their frequency and angle: %d lpi at %d°', (lpi, angle) => {
  const { coverage, region } = inked(128, { letters: 'o', lpi, angle });
  const square = Array.from(
    { length: PATCH * PATCH },
    (_, i) => coverage[(100 + Math.floor(i / PATCH)) * region.width + 100 + (i % PATCH)] as number,
  );
  const found = screenIn(powerSpectrum(square, PATCH));
  expect(Math.abs(((found?.cycles ?? 0) / PATCH) * PPI - lpi) / lpi).toBeLessThan(0.01);
  expect(Math.abs((found?.angle ?? 0) - angle)).toBeLessThan(1);
});
