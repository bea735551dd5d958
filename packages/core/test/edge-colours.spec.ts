import { cleanedEdge, finish, ONE, type ColourRaster } from '../src';

const SIDE = 96;
const region = { x: 0, y: 0, width: SIDE, height: SIDE };
const SUBJECT = [14000, 9000, 4000] as const;
const GROUND = [2000, 7000, 13000] as const;

/** A disc of one colour on a ground of another, its edge as soft as a lens makes it: `share` is how much of a pixel is the disc's. */
const scene = (subject: (x: number, y: number) => readonly number[] = () => SUBJECT) => {
  const data = new Int16Array(4 * SIDE * SIDE);
  const share = new Float64Array(SIDE * SIDE);
  for (let i = 0; i < share.length; i++) {
    const [x, y] = [i % SIDE, Math.floor(i / SIDE)];
    share[i] = Math.max(0, Math.min(1, (30 - Math.hypot(x - 48, y - 48)) / 6 + 0.5));
    const own = subject(x, y);
    for (let c = 0; c < 3; c++) data[4 * i + c] = Math.round(share[i]! * own[c]! + (1 - share[i]!) * GROUND[c]!);
    data[4 * i + 3] = ONE;
  }
  const seen: ColourRaster = { kind: 'colour', region, data };
  return { seen, share };
};

/** How far the colours of some pixels are from the subject's own, in the mean. */
const fringe = (data: Int16Array, which: (i: number) => boolean): number => {
  let [sum, count] = [0, 0];
  for (let i = 0; i < SIDE * SIDE; i++) {
    if (!which(i)) continue;
    count++;
    for (let c = 0; c < 3; c++) sum += Math.abs(data[4 * i + c]! - SUBJECT[c]!) / 3;
  }
  return sum / count;
};

test('a hard cut loses the ground that is mixed into its edge', () => {
  const { seen, share } = scene();
  // Cut where a third of a pixel is the subject's: its edge holds much of the ground.
  const coverage = Int16Array.from(share, (value) => (value >= 1 / 3 ? ONE : 0));
  const cleaned = finish(cleanedEdge(seen, coverage, 6, 1));
  const isEdge = (i: number): boolean => coverage[i] === ONE && share[i]! < 0.99;
  expect(fringe(seen.data, isEdge)).toBeGreaterThan(1500);
  expect(fringe(cleaned.data, isEdge)).toBeLessThan(0.02 * fringe(seen.data, isEdge));
});

test('what lies outside the coverage, and further inside than the edge, stays as it is', () => {
  const { seen, share } = scene((x, y) => ((x + y) % 8 < 4 ? SUBJECT : [13000, 8000, 5000]));
  const coverage = Int16Array.from(share, (value) => (value > 0.5 ? ONE : 0));
  const { data } = finish(cleanedEdge(seen, coverage, 4, 1));
  for (let i = 0; i < SIDE * SIDE; i++) {
    const inside = Math.hypot((i % SIDE) - 48, Math.floor(i / SIDE) - 48) < 24;
    if (coverage[i] === 0 || inside) expect([...data.slice(4 * i, 4 * i + 4)]).toEqual([...seen.data.slice(4 * i, 4 * i + 4)]);
  }
});

test('where all is covered, or subject and ground are alike, nothing changes', () => {
  const { seen, share } = scene();
  expect(finish(cleanedEdge(seen, new Int16Array(share.length).fill(ONE), 4, 1))).toBe(seen);
  const even = { ...seen, data: Int16Array.from(seen.data, (_, i) => (i % 4 === 3 ? ONE : 8000)) };
  const coverage = Int16Array.from(share, (value) => (value > 0.5 ? ONE : 0));
  expect(finish(cleanedEdge(even, coverage, 4, 1)).data).toEqual(even.data);
});

test('soft coverage and its colours make up the same subject on any other ground', () => {
  const { seen, share } = scene();
  const coverage = Int16Array.from(share, (value) => Math.round(value * ONE));
  const { data } = finish(cleanedEdge(seen, coverage, 6, 1));
  const white = 16000;
  for (let i = 0; i < SIDE * SIDE; i++) {
    if (share[i]! < 0.05) continue;
    for (let c = 0; c < 3; c++) {
      const laid = share[i]! * data[4 * i + c]! + (1 - share[i]!) * white;
      const meant = share[i]! * SUBJECT[c]! + (1 - share[i]!) * white;
      expect(Math.abs(laid - meant)).toBeLessThan(0.02 * ONE);
    }
  }
});
