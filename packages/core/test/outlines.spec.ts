import { EdgeRows, OUTLINE_UNITS, Outlines, type Ring } from '../src';
import { numbers } from './support/numbers';

/** Outlines of a plane of bytes. */
const traced = (bytes: Uint8Array, width: number) => {
  const rings: Ring[] = [];
  const outlines = new Outlines(width, (ring) => rings.push(ring));
  for (let from = 0; from < bytes.length; from += width) outlines.row(bytes, from);
  outlines.end();
  return { rings, isSoft: outlines.isSoft };
};

/** Area of closed lines by the shoelace formula, px²; of a hole it counts against that of its surround, as its points go the other way or not. */
const areaOf = (ring: Ring): number => {
  let sum = 0;
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length;
    sum += (ring[i] as number) * (ring[j + 1] as number) - (ring[j] as number) * (ring[i + 1] as number);
  }
  return Math.abs(sum) / 2 / OUTLINE_UNITS ** 2;
};

/** Whether a place lies within closed lines by the even-odd rule (a ray to the right). */
const isWithin = (rings: readonly Ring[], x: number, y: number): boolean => {
  const [px, py] = [x * OUTLINE_UNITS, y * OUTLINE_UNITS];
  let crossings = 0;
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      const [ax, ay, bx, by] = [ring[i], ring[i + 1], ring[j], ring[j + 1]] as [number, number, number, number];
      if (ay > py !== by > py && px < ax + ((py - ay) / (by - ay)) * (bx - ax)) crossings++;
    }
  }
  return crossings % 2 === 1;
};

/** Coverage of a shape by 16 × 16 samples a pixel. */
const covered = (width: number, height: number, isInside: (x: number, y: number) => boolean): Uint8Array =>
  Uint8Array.from({ length: width * height }, (_, i) => {
    let count = 0;
    for (let k = 0; k < 256; k++) {
      if (isInside((i % width) + ((k % 16) + 0.5) / 16, Math.floor(i / width) + (Math.floor(k / 16) + 0.5) / 16)) count++;
    }
    return Math.round((count * 255) / 256);
  });

const [cx, cy, radius] = [20.2, 17.7, 9.3];
const disc = (x: number, y: number): boolean => (x - cx) ** 2 + (y - cy) ** 2 < radius ** 2;

test('the outline of a disc lies on its circle, within a tenth of a pixel, and holds its area', () => {
  const { rings, isSoft } = traced(covered(40, 36, disc), 40);
  expect([rings.length, isSoft]).toEqual([1, false]);
  const ring = rings[0] as Ring;
  expect(ring.length / 2).toBeLessThan(48);
  for (let i = 0; i < ring.length; i += 2) {
    const away = Math.hypot((ring[i] as number) / OUTLINE_UNITS - cx, (ring[i + 1] as number) / OUTLINE_UNITS - cy);
    expect(Math.abs(away - radius)).toBeLessThan(0.1);
  }
  expect(areaOf(ring) / (Math.PI * radius ** 2)).toBeGreaterThan(0.993);
  expect(areaOf(ring) / (Math.PI * radius ** 2)).toBeLessThan(1.003);
});

test('where an edge is some pixels soft the outline runs along its curve: within a 25th of a pixel even between its corners', () => {
  for (const [r, px, py] of [
    [9.3, 20.2, 17.7],
    [2.4, 10.1, 9.6],
    [1.4, 8.3, 8.8],
  ] as const) {
    // A round dot’s spot function falls by the square of the distance; six pixels from all to nothing at its edge.
    const slope = 255 / 6 / (2 * r);
    const value = (i: number): number => 127.5 + slope * (r * r - ((i % 40) + 0.5 - px) ** 2 - (Math.floor(i / 40) + 0.5 - py) ** 2);
    const bytes = Uint8Array.from({ length: 40 * 36 }, (_, i) => Math.max(0, Math.min(255, Math.round(value(i)))));
    const ring = traced(bytes, 40).rings[0] as Ring;
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      for (const share of [0, 0.5]) {
        const x = (1 - share) * (ring[i] as number) + share * (ring[j] as number);
        const y = (1 - share) * (ring[i + 1] as number) + share * (ring[j + 1] as number);
        expect(Math.abs(Math.hypot(x / OUTLINE_UNITS - px, y / OUTLINE_UNITS - py) - r)).toBeLessThan(share === 0 ? 0.04 : 0.06);
      }
    }
    // Straight between corners, of which each is so far off at most.
    expect(Math.abs(areaOf(ring) / (Math.PI * r * r) - 1)).toBeLessThan(0.06 / r);
  }
});

test('a ring has an outer and an inner outline, what is in it one more; at the plate’s edge it is closed along it', () => {
  const nested = covered(40, 36, (x, y) => disc(x, y) && Math.hypot(x - cx, y - cy) > 5 && !(x > 30));
  const { rings } = traced(
    nested.map((v, i) => (i === 17 * 40 + 20 ? 255 : v)),
    40,
  );
  expect(rings.length).toBe(3);
  const solid = traced(new Uint8Array(12 * 7).fill(255), 12).rings;
  expect(solid.map((ring) => Math.round(areaOf(ring)))).toEqual([84]);
  const xs = (solid[0] as Ring).filter((_, i) => i % 2 === 0);
  expect([Math.min(...xs), Math.max(...xs)]).toEqual([0, 12 * OUTLINE_UNITS]);
});

test.each([1, 2, 7, 33])('every pixel of any plane lies on its own side of the outlines, %d wide', (width) => {
  const next = numbers(width + 5);
  for (const share of [0.15, 0.5, 0.85]) {
    const plane = Uint8Array.from({ length: width * 29 }, () => (next() < share ? 255 : 0));
    const { rings } = traced(plane, width);
    for (const ring of rings) expect(ring.length).toBeGreaterThanOrEqual(6);
    plane.forEach((v, i) =>
      expect({ i, within: isWithin(rings, (i % width) + 0.501, Math.floor(i / width) + 0.5003) }).toEqual({ i, within: v === 255 }),
    );
  }
});

test('nothing prints without outlines; a tone is soft, a dot’s edge is not', () => {
  expect(traced(new Uint8Array(64), 8).rings).toEqual([]);
  expect(traced(new Uint8Array(0), 8).rings).toEqual([]);
  expect(traced(new Uint8Array(100 * 100).fill(90), 100).isSoft).toBe(true);
});

/** Rows put together out of a soft plate and a whole one. */
const joined = (soft: Uint8Array, whole: Uint8Array, width: number): Uint8Array => {
  const rows: number[] = [];
  const edges = new EdgeRows(width, (row) => rows.push(...row));
  for (let from = 0; from < soft.length; from += width) edges.row(soft.subarray(from), whole.subarray(from), 0, 1);
  edges.end();
  return Uint8Array.from(rows);
};

test('edges are taken from the soft plate, on the side of the whole one; a tone’s pixels from the whole one', () => {
  const soft = covered(40, 36, disc);
  const whole = soft.map((v) => (v >= 128 ? 255 : 0));
  expect(joined(soft, whole, 40)).toEqual(soft.map((v) => (v >= 249 ? 255 : v <= 6 ? 0 : v)));
  // The print cut one pixel of the edge to the other side.
  const at = soft.findIndex((v) => v > 130 && v < 180);
  const other = whole.slice();
  other[at] = 0;
  expect(joined(soft, other, 40)[at]).toBe(127);
  const next = numbers(3);
  const tone = new Uint8Array(40 * 36).fill(150);
  const dissolved = tone.map(() => (next() < 0.6 ? 255 : 0));
  expect(joined(tone, dissolved, 40)).toEqual(dissolved);
  expect(joined(new Uint8Array(5).fill(255), new Uint8Array(5).fill(255), 5)).toEqual(new Uint8Array(5).fill(255));
});

test('no pixel of a plate changes its side, whatever the soft one says', () => {
  const next = numbers(11);
  const whole = Uint8Array.from({ length: 21 * 17 }, () => (next() < 0.5 ? 255 : 0));
  const soft = whole.map(() => Math.floor(next() * 256));
  joined(soft, whole, 21).forEach((v, i) => expect(v > 127).toBe(whole[i] === 255));
});
