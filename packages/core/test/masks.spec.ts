import {
  componentsOf,
  distancesTo,
  edged,
  foregroundColours,
  guidedBytes,
  ONE,
  otsuBin,
  paintStrokes,
  pathOf,
  pressuresText,
  simplified,
  sizeOf,
  softEdges,
  cleaned,
  finish,
  referenceKernels,
  AT_REST,
  TIPS,
  TONE_BINS,
  copiedPass,
  motionOf,
  movedBy,
  movedPlacement,
  referenceFault,
  tilesOf,
  undone,
  type Mask,
  type Node,
  type PaintedMask,
  type Region,
  type Stroke,
} from '../src';
import { cv, opencv } from './support/opencv';
import { cutOut, flat, graphOf, kernels, meanOf, pass, picture, plainWear, rasterOf, sheet, step } from './support/sheets';

beforeAll(opencv);

/** Blots of chance, for set pixels. */
const blots = (width: number, height: number, seed: number): Uint8Array =>
  Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return Math.sin(x * 0.9 + seed) + Math.sin(y * 0.7 - seed) + Math.sin((x * y) / 37 + seed) > 0.9 ? 1 : 0;
  });

export const stroke = (points: readonly number[], change: Partial<Stroke> = {}): Stroke => ({
  tip: 'round',
  size: 6,
  softness: 0.3,
  strength: 1,
  erases: false,
  seed: 1,
  path: pathOf(points),
  ...change,
});
const painted = (strokes: readonly Stroke[], change: Partial<PaintedMask> = {}): PaintedMask => ({
  id: 'm',
  kind: 'painted',
  on: true,
  invert: false,
  anchor: 'sheet',
  join: 'both',
  feather: 0,
  grow: 0,
  strokes,
  ...change,
});
const LINE = [500, 1000, 2000, 1400, 3400, 900];

describe('against OpenCV', () => {
  test.each([4, 8] as const)('pieces that touch %d ways have its count and its boxes', (neighbours) => {
    const [width, height] = [97, 83];
    const set = blots(width, height, 2);
    const ours = componentsOf(set, width, height, neighbours);
    const [from, labels, stats, middles] = [cv.matFromArray(height, width, cv.CV_8U, [...set]), new cv.Mat(), new cv.Mat(), new cv.Mat()];
    const count = cv.connectedComponentsWithStats(from, labels, stats, middles, neighbours, cv.CV_32S);
    expect(ours.count).toBe(count - 1);
    const boxes = (list: string[]): string => list.sort().join();
    const theirs = Array.from({ length: count - 1 }, (_, i) => [...stats.data32S.subarray(5 * (i + 1), 5 * (i + 1) + 4)].join(':'));
    const own = Array.from({ length: ours.count }, (_, i) => {
      const [l, t, r, f] = ours.boxes.subarray(4 * (i + 1)) as unknown as number[];
      return [l, t, (r as number) - (l as number) + 1, (f as number) - (t as number) + 1].join(':');
    });
    expect(boxes(own)).toBe(boxes(theirs));
    for (const mat of [from, labels, stats, middles]) mat.delete();
  });

  test('distances are its precise ones', () => {
    const [width, height] = [97, 83];
    const set = blots(width, height, 5);
    const ours = distancesTo(set, width, height, 200);
    const [from, to] = [
      cv.matFromArray(
        height,
        width,
        cv.CV_8U,
        [...set].map((v) => 1 - v),
      ),
      new cv.Mat(),
    ];
    cv.distanceTransform(from, to, cv.DIST_L2, cv.DIST_MASK_PRECISE);
    expect(ours.reduce((most, v, i) => Math.max(most, Math.abs(v - (to.data32F[i] as number))), 0)).toBeLessThan(1e-5);
    for (const mat of [from, to]) mat.delete();
  });

  // OpenCV gives the last grey that belongs to the darks; greys are put on every fourth bin.
  test.each([1, 2, 3])('the threshold that parts best is its Otsu threshold (%d)', (n) => {
    const greys = Array.from({ length: 4000 }, (_, i) => Math.floor(60 + 30 * Math.sin(i * n) + (i % 5 < 2 ? 90 + 20 * Math.cos(i) : 0)));
    const [from, to] = [cv.matFromArray(40, 100, cv.CV_8U, greys), new cv.Mat()];
    const theirs = cv.threshold(from, to, 0, 255, cv.THRESH_OTSU);
    const weights = new Float64Array(TONE_BINS + 1);
    for (const grey of greys) weights[4 * grey] = (weights[4 * grey] as number) + 1;
    expect(otsuBin({ weights, total: greys.length })).toBe(4 * theirs);
    for (const mat of [from, to]) mat.delete();
  });
});

describe('guided filter', () => {
  const [width, height] = [40, 34];
  const noise = (k: number): Int16Array => Int16Array.from({ length: width * height }, (_, i) => ((i * 7919 * k) % 16001) + 100);
  const guide = [noise(1), noise(3), noise(7)] as const;
  const plane = Int16Array.from(blots(width, height, 3), (v) => v * ONE);

  // K. He, J. Sun, X. Tang, ECCV 2010, equations 14–16, written out window by window in 64-bit floats.
  test('is the formula of its paper within 2 units', () => {
    const [reach, epsilon] = [4, 1e-3];
    const windowOf = (k: number): number[] => {
      const list: number[] = [];
      for (let dy = -reach; dy <= reach; dy++) for (let dx = -reach; dx <= reach; dx++) list.push(k + dy * width + dx);
      return list;
    };
    const mean = (list: number[], of: (i: number) => number): number => list.reduce((sum, i) => sum + of(i), 0) / list.length;
    const at = (c: number, i: number): number => (guide[c] as Int16Array)[i]! / ONE;
    const solve = (m: number[][], v: number[]): number[] => {
      const rows = m.map((row, i) => [...row, v[i]!]);
      for (let i = 0; i < 3; i++) {
        for (let j = 0; j < 3; j++) {
          if (i === j) continue;
          const by = rows[j]![i]! / rows[i]![i]!;
          rows[j] = rows[j]!.map((value, k) => value - by * rows[i]![k]!);
        }
      }
      return rows.map((row, i) => row[3]! / row[i]!);
    };
    const coefficients = (k: number): { a: number[]; b: number } => {
      const list = windowOf(k);
      const mu = [0, 1, 2].map((c) => mean(list, (i) => at(c, i)));
      const p = mean(list, (i) => plane[i]! / ONE);
      const sigma = [0, 1, 2].map((c) =>
        [0, 1, 2].map((d) => mean(list, (i) => at(c, i) * at(d, i)) - mu[c]! * mu[d]! + (c === d ? epsilon : 0)),
      );
      const a = solve(
        sigma,
        [0, 1, 2].map((c) => mean(list, (i) => at(c, i) * (plane[i]! / ONE)) - mu[c]! * p),
      );
      return { a, b: p - a.reduce((sum, v, c) => sum + v * mu[c]!, 0) };
    };
    const ours = new Int16Array(plane.length);
    const filter = { width, height, reach, epsilon };
    const colours = Int16Array.from({ length: 4 * plane.length }, (_, i) => guide[i % 4]?.[i >> 2] ?? ONE);
    kernels.guided(colours, plane, filter, [0, height], new Uint8Array(guidedBytes(filter)), ours);
    for (const [x, y] of [
      [12, 10],
      [20, 17],
      [27, 21],
    ] as const) {
      const i = y * width + x;
      const each = windowOf(i).map(coefficients);
      const q = each.reduce((sum, { a, b }) => sum + b + a.reduce((s, v, c) => s + v * at(c, i), 0), 0) / each.length;
      expect(Math.abs((ours[i] as number) - Math.max(0, Math.min(1, q)) * ONE)).toBeLessThanOrEqual(2);
    }
  });

  test('finds a soft rim that a rough outline missed, and frees the subject’s colour from the ground', () => {
    const side = 120;
    const region = { x: 0, y: 0, width: side, height: side };
    const data = new Int16Array(4 * side * side);
    const alpha = new Float64Array(side * side);
    const [subject, ground] = [
      [15000, 14600, 14000],
      [3000, 6000, 11000],
    ] as const;
    for (let i = 0; i < alpha.length; i++) {
      const [x, y] = [i % side, Math.floor(i / side)];
      const away = Math.hypot(x - 60, y - 60) + 3 * Math.sin(Math.atan2(y - 60, x - 60) * 9);
      alpha[i] = Math.max(0, Math.min(1, (38 - away) / 10 + 0.5));
      for (let c = 0; c < 3; c++) data[4 * i + c] = Math.round(alpha[i]! * subject[c]! + (1 - alpha[i]!) * ground[c]!);
      data[4 * i + 3] = ONE;
    }
    const seen = { kind: 'colour' as const, region, data };
    const rough = Int16Array.from(alpha, (_, i) => (Math.hypot((i % side) - 60, Math.floor(i / side) - 60) < 38 ? ONE : 0));
    const found = finish(softEdges(seen, rough, null, 20, 1, kernels));
    const off = (plane: ArrayLike<number>): number => alpha.reduce((sum, a, i) => sum + Math.abs(a - plane[i]! / ONE), 0) / alpha.length;
    expect(off(found)).toBeLessThan(0.25 * off(rough));
    const freed = finish(foregroundColours(seen, found, 20, 1, kernels));
    const fringe = (of: Int16Array): number => {
      let [sum, count] = [0, 0];
      for (let i = 0; i < alpha.length; i++) {
        if (alpha[i]! < 0.3 || alpha[i]! > 0.9) continue;
        sum += Math.abs(of[4 * i]! - subject[0]);
        count++;
      }
      return sum / count;
    };
    expect(fringe(freed.data)).toBeLessThan(0.2 * fringe(data));
  });
});

describe('strokes', () => {
  const region = { x: 0, y: 0, width: 160, height: 90 };
  const plane = (strokes: Stroke[], within: Region = region): Int16Array => {
    return finish(paintStrokes(new Int16Array(sizeOf(within)), within, strokes, AT_REST, 4, referenceKernels));
  };

  test('a stroke that crosses itself is no stronger there; two strokes add up, one that takes away takes back', () => {
    const once = stroke([500, 1000, 3000, 1000, 3000, 1400, 500, 1000], { strength: 0.4 });
    const [one, two] = [plane([once]), plane([once, once])];
    expect(one.reduce((a, b) => Math.max(a, b))).toBe(Math.floor(0.4 * ONE + 0.5));
    expect(two.reduce((a, b) => Math.max(a, b))).toBe(2 * Math.floor(0.4 * ONE + 0.5));
    expect(plane([once, { ...once, erases: true }]).every((v) => v === 0)).toBe(true);
  });

  test('a hard round dab covers its disc’s area', () => {
    const covered = plane([stroke([2000, 1000], { size: 15, softness: 0 })]).reduce((sum, v) => sum + v / ONE, 0);
    expect(covered / (Math.PI * 30 * 30)).toBeCloseTo(1, 2);
  });

  test('a pen that presses less draws a thinner line', () => {
    const [full, light] = [plane([stroke(LINE)]), plane([stroke(LINE, { pressures: pressuresText([100, 40, 100]) })])];
    expect(meanOf(light)).toBeLessThan(0.85 * meanOf(full));
  });

  test.each(TIPS.map(({ name }) => name))('%s leaves more than nothing, no more than a round one, the same in any tiling', (tip) => {
    const one = stroke(LINE, { tip, size: 8, softness: 0.2, seed: 4 });
    const whole = plane([one]);
    const round = plane([{ ...one, tip: 'round' }]);
    expect(meanOf(whole)).toBeGreaterThan(0.01);
    expect(meanOf(whole)).toBeLessThanOrEqual(meanOf(round));
    for (const tile of tilesOf(region, 37)) {
      const part = plane([one], tile);
      const same = part.every((v, i) => v === whole[(tile.y + Math.floor(i / tile.width)) * region.width + tile.x + (i % tile.width)]);
      expect(same).toBe(true);
    }
  });

  test('simplifying leaves no point farther from the line than the tolerance', () => {
    const points = Array.from({ length: 200 }, (_, i) => [i * 10, Math.round(300 * Math.sin(i / 20))]).flat();
    const less = simplified(points, 4);
    expect(less.length).toBeLessThan(points.length / 3);
    expect(less.slice(0, 2)).toEqual(points.slice(0, 2));
    expect(less.slice(-2)).toEqual(points.slice(-2));
  });
});

test('specks and holes up to a size go, larger ones stay', () => {
  const region = { x: 0, y: 0, width: 60, height: 40 };
  const plane = new Int16Array(sizeOf(region));
  const box = (x: number, y: number, side: number, value: number): void => {
    for (let j = y; j < y + side; j++) for (let i = x; i < x + side; i++) plane[j * 60 + i] = value;
  };
  box(5, 5, 3, ONE);
  box(20, 5, 6, ONE);
  box(32, 10, 20, ONE);
  box(38, 14, 3, 0);
  const clean = cleaned(plane, region, 4, 4, kernels);
  const at = (x: number, y: number): number => clean[y * 60 + x] as number;
  expect([at(6, 6), at(22, 7), at(39, 15), at(50, 20)]).toEqual([0, ONE, ONE, ONE]);
});

test('a mask grows and shrinks by its distance, and a feather keeps its half where it was', () => {
  const region = { x: 0, y: 0, width: 120, height: 80 };
  const half = Int16Array.from({ length: sizeOf(region) }, (_, i) => (i % 120 < 60 ? ONE : 0));
  const row = (plane: Int16Array): number => plane.subarray(40 * 120, 41 * 120).reduce((sum, v) => sum + v / ONE, 0);
  expect(row(edged(half, region, { grow: 3, feather: 0 }, 4, kernels))).toBeCloseTo(72, 5);
  expect(row(edged(half, region, { grow: -3, feather: 0 }, 4, kernels))).toBeCloseTo(48, 5);
  // A corner's arc, by distances in doubles: within half a step of a distance that is told as one of 16384 of the farthest.
  const corner = Int16Array.from({ length: sizeOf(region) }, (_, i) => (i % 120 < 60 && i < 40 * 120 ? ONE : 0));
  for (const grow of [5.3, -5.3]) {
    const away = distancesTo(
      Uint8Array.from(corner, (v) => ((v === ONE) === grow > 0 ? 1 : 0)),
      120,
      80,
      40,
    );
    const exact = Array.from(away, (d) => {
      const covered = Math.max(0, Math.min(1, 4 * Math.abs(grow) + 1 - d));
      return grow > 0 ? covered : 1 - covered;
    });
    const found = edged(corner, region, { grow, feather: 0 }, 4, kernels);
    const off = Array.from(found, (v, i) => Math.abs(v / ONE - (exact[i] as number)));
    expect(Math.max(...off)).toBeLessThan((4 * 5.3 + 2) / ONE / 2 + 1 / ONE);
  }
  const soft = edged(half, region, { grow: 0, feather: 4 }, 4, kernels);
  expect(Math.abs((soft[40 * 120 + 59] as number) + (soft[40 * 120 + 60] as number) - ONE)).toBeLessThanOrEqual(2);
  // A quarter of the feather is one standard deviation: 7.5 px from the edge lie 1.875 of them (normal tables: 0.0304).
  expect((soft[40 * 120 + 59 + 8] as number) / ONE).toBeCloseTo(0.0304, 2);
});

describe('where art moves, what follows it moves along', () => {
  const home = pass('a', picture('motley')).placement;
  const now = { ...home, x: home.x + 7, y: home.y - 4, turn: 33, width: home.width * 1.5, height: home.height * 1.5, flipX: true };

  test('a move and its undoing meet, and corners go to corners', () => {
    const motion = motionOf(home, now);
    const [x, y] = movedBy(undone(motion), ...movedBy(motion, 12.5, 31));
    expect(x).toBeCloseTo(12.5, 9);
    expect(y).toBeCloseTo(31, 9);
    const [cx, cy] = movedBy(motion, home.x, home.y);
    expect([cx, cy]).toEqual([expect.closeTo(now.x, 9), expect.closeTo(now.y, 9)]);
    const own = movedPlacement(home, home, now);
    expect(own).toEqual({
      ...now,
      turn: expect.closeTo(33, 9) as number,
      width: expect.closeTo(now.width, 6) as number,
      height: expect.closeTo(now.height, 6) as number,
      x: expect.closeTo(now.x, 9) as number,
      y: expect.closeTo(now.y, 9) as number,
    });
  });

  test('strokes on the art cover as much larger an area as the art, strokes on the sheet stay', () => {
    const inked = (mask: Mask, placement: typeof home): number =>
      meanOf(
        rasterOf(graphOf(sheet([pass('f', flat('#000000'), { placement, masks: [mask] })])).masks.get('f/m') as Node<'tone'>, {
          x: 0,
          y: 0,
          width: 157,
          height: 197,
        }).tone,
      );
    const art = painted([stroke([1600, 2200, 2500, 2600])], { anchor: 'art', home });
    const grown = { ...home, width: home.width * 1.3, height: home.height * 1.3, x: 20, y: 25 };
    expect(inked(art, grown) / inked(art, { ...home, x: 20, y: 25 })).toBeCloseTo(1.69, 1);
    expect(inked(painted([stroke(LINE)]), grown)).toBe(inked(painted([stroke(LINE)]), home));
  });
});

describe('masks together', () => {
  const cut: Mask = cutOut([1000, 500, 3000, 3000], { id: 'c', join: 'both' });
  const shown = (masks: Mask[]): Int16Array =>
    rasterOf(graphOf(sheet([pass('f', flat('#000000'), { masks })])).passes.get('f') as Node<'ink'>, {
      x: 0,
      y: 0,
      width: 157,
      height: 197,
    }).coverage;
  const p = painted([stroke(LINE, { size: 12 })]);

  test('both, either and without are the product, the union and the difference', () => {
    const [a, b] = [shown([cut]), shown([p])];
    const worst = (masks: Mask[], rule: (x: number, y: number) => number): number =>
      shown(masks).reduce((most, v, i) => Math.max(most, Math.abs(v / ONE - rule(a[i]! / ONE, b[i]! / ONE))), 0);
    expect(worst([cut, p], (x, y) => x * y)).toBeLessThan(2 / ONE);
    expect(worst([cut, { ...p, join: 'either' }], (x, y) => x + y - x * y)).toBeLessThan(2 / ONE);
    expect(worst([cut, { ...p, join: 'without' }], (x, y) => x * (1 - y))).toBeLessThan(2 / ONE);
    expect(worst([{ ...p, join: 'without' }], (_, y) => 1 - y)).toBeLessThan(2 / ONE);
    expect(worst([{ ...p, invert: true }], (_, y) => 1 - y)).toBeLessThan(2 / ONE);
  });

  test('an ellipse covers π/4 of its rectangle; a rough edge strays but keeps about its area', () => {
    const box = meanOf(shown([cut]));
    expect(meanOf(shown([{ ...cut, outline: 'ellipse' }])) / box).toBeCloseTo(Math.PI / 4, 3);
    const rough = shown([{ ...cut, rough: 0.8 }]);
    expect(meanOf(rough) / box).toBeGreaterThan(0.9);
    expect(meanOf(rough) / box).toBeLessThan(1.1);
    expect(Buffer.compare(Buffer.from(rough.buffer), Buffer.from(shown([cut]).buffer))).not.toBe(0);
  });

  test('an empty painted mask leaves a step’s input as it was', () => {
    const of = (masks: Mask[]) => graphOf(sheet([pass('a', picture('ramp'), { steps: [step('invert', {}, { masks })] })]));
    const region = { x: 10, y: 10, width: 50, height: 4 };
    const plain = rasterOf(graphOf(sheet([pass('a', picture('ramp'))])).root, region);
    expect(rasterOf(of([painted([])]).root, region).data).toEqual(plain.data);
  });

  test('a zone treats the same input otherwise where its mask shows', () => {
    const zone = { id: 'z', masks: [cut], params: { cut: 0.9 } };
    const tone = (zones: readonly (typeof zone)[]): Int16Array =>
      rasterOf(
        graphOf(
          sheet([pass('a', picture('ramp'), { steps: [step('threshold', { auto: false, cut: 0.2, softness: 0 }, { zones })] })]),
        ).passes.get('a') as Node<'tone'>,
        { x: 0, y: 60, width: 157, height: 1 },
      ).tone;
    const [without, within] = [tone([]), tone([zone])];
    expect(without[100]).toBe(ONE);
    expect(within[100]).toBe(0);
    expect(within[150]).toBe(ONE);
  });
});

describe('picking', () => {
  const patches = [
    pass('ground', flat('#c8b090')),
    pass('one', flat('#b03020'), {
      placement: {
        ...pass('', flat('#000000')).placement,
        x: 10,
        y: 10,
        width: 10,
        height: 10,
        beyond: 'nothing' as const,
        fit: 'free' as const,
      },
    }),
    pass('two', flat('#b03020'), {
      placement: {
        ...pass('', flat('#000000')).placement,
        x: 30,
        y: 35,
        width: 10,
        height: 10,
        beyond: 'nothing' as const,
        fit: 'free' as const,
      },
    }),
  ];
  const pick = (change: Partial<Extract<Mask, { kind: 'pick' }>> = {}): Mask => ({
    id: 'k',
    kind: 'pick',
    on: true,
    invert: false,
    anchor: 'sheet',
    samples: [{ x: 10, y: 10, colour: '#b03020' }],
    tolerance: 5,
    softness: 0,
    connected: false,
    smallest: 0,
    ...change,
  });
  const at = (mask: Mask): [number, number, number] => {
    const graph = graphOf(sheet([...patches, pass('o', { kind: 'overall' }, { steps: [step('invert')], masks: [mask] })]));
    const { tone } = rasterOf(graph.masks.get('o/k') as Node<'tone'>, graph.region);
    const px = (x: number, y: number): number => tone[Math.floor(y * 3.937) * graph.region.width + Math.floor(x * 3.937)] as number;
    return [px(10, 10), px(30, 35), px(20, 22)];
  };

  test('finds a colour everywhere, or only what is connected with the sample', () => {
    expect(at(pick())).toEqual([ONE, ONE, 0]);
    expect(at(pick({ connected: true }))).toEqual([ONE, 0, 0]);
    expect(at(pick({ smallest: 15 }))).toEqual([0, 0, 0]);
  });
  test('a wide tolerance takes the ground in, a passage takes it in part', () => {
    expect(at(pick({ tolerance: 90 }))).toEqual([ONE, ONE, ONE]);
    const [, , ground] = at(pick({ tolerance: 30, softness: 1 }));
    expect(ground).toBeGreaterThan(0);
    expect(ground).toBeLessThan(ONE);
  });
});

test('a copied pass wears its own wear; a shared wear follows its copy, and its first may not be taken away', () => {
  const wear = plainWear('ramp', pass('', picture('ramp')).placement);
  const first = pass('a', flat('#000000'), { wear: [wear] });
  const group = pass('g', {
    kind: 'group',
    passes: [first, pass('b', flat('#000000'), { wear: [{ id: 's', kind: 'shared', on: true, of: 'w', turn: 90, x: 0, y: 0 }] })],
  });
  let n = 0;
  const copy = copiedPass(group, () => `n${n++}`);
  const inside = copy.source.kind === 'group' ? copy.source.passes : [];
  expect(inside[1]?.wear[0]).toMatchObject({ of: inside[0]?.wear[0]?.id });
  expect(inside[0]?.wear[0]?.id).not.toBe('w');
  const lonely = sheet([pass('b', flat('#000000'), { wear: [{ id: 's', kind: 'shared', on: true, of: 'w', turn: 0, x: 0, y: 0 }] })]);
  expect(referenceFault(lonely)).toMatch(/shares a wear/);
  expect(() => graphOf(lonely)).toThrow(/not on this sheet/);
});
