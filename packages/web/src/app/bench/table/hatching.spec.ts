import type { BareMask } from '../../engine/protocol';
import { hatchedPixels } from './hatching';

const COBALT = 'rgb(39, 70, 166)';
/** Red, green, blue and alpha of each pixel. */
const read = (words: Uint32Array<ArrayBuffer>): Uint8Array => new Uint8Array(words.buffer);

const plane = (width: number, height: number, value: (x: number, y: number) => number): BareMask => {
  const mask = Uint8Array.from({ length: width * height }, (_, i) => value(i % width, Math.floor(i / width)));
  return { width, height, mask, share: 0 };
};

test('lines of the colour rise to the right, two pixels of every six along a row, soft at their sides', () => {
  const size = { width: 12, height: 12 };
  const bytes = read(
    hatchedPixels(
      plane(3, 3, () => 255),
      size,
      { ...size, x: 0, y: 0 },
      0,
      COBALT,
      1,
    ),
  );
  for (let y = 0; y < 12; y++) {
    for (let x = 0; x < 12; x++) {
      const at = 4 * (12 * y + x);
      const alpha = [127, 255, 127, 0, 0, 0][(x + y) % 6] as number;
      expect([...bytes.subarray(at, at + 4)]).toEqual(alpha > 0 ? [39, 70, 166, alpha] : [0, 0, 0, 0]);
    }
  }
});

test('the plane is stretched evenly, and a part of it is what lies there of the whole', () => {
  const ramp = plane(4, 2, (x) => 80 * x);
  const size = { width: 24, height: 12 };
  const whole = hatchedPixels(ramp, size, { ...size, x: 0, y: 0 }, 0, COBALT, 1);
  const alphas = Array.from({ length: 24 }, (_, x) => [0, 1, 2, 3, 4, 5].map((y) => (whole[24 * y + x] as number) >>> 24));
  const along = alphas.map((column) => Math.max(...column));
  expect([...along].sort((a, b) => a - b)).toEqual(along);
  // Half way between two of the plane's pixels lies their mean.
  expect(along[11]).toBeGreaterThan(100);
  expect(along[12]).toBeLessThan(140);
  const part = hatchedPixels(ramp, size, { x: 7, y: 3, width: 10, height: 5 }, 10, COBALT, 1);
  for (let y = 0; y < 5; y++) {
    for (let x = 0; x < 10; x++) expect(part[10 * y + x]).toBe(whole[24 * (y + 3) + x + 7]);
  }
});

test('on a screen of two pixels a CSS pixel the lines are twice as broad and as far apart', () => {
  const size = { width: 24, height: 1 };
  const words = hatchedPixels(
    plane(1, 1, () => 255),
    size,
    { ...size, x: 0, y: 0 },
    0,
    COBALT,
    2,
  );
  const line = [127, 255, 255, 255, 127, 0, 0, 0, 0, 0, 0, 0];
  expect([...words].map((word) => word >>> 24)).toEqual([...line, ...line]);
});
