import { createKernels } from '@uvrant/kernels';
import {
  referenceKernels,
  addTones,
  emptyStatistics,
  foundCut,
  numbersOf,
  ONE,
  pathOf,
  pointsOf,
  pressuresOf,
  pressuresText,
  SHEET_VERSION,
  STEPS,
  textBounds,
  upgradedSheet,
  upgradedStep,
  vlqOf,
  wholeSheet,
  type Mask,
  type Node,
  type PaintedMask,
  type Pass,
  type Sheet,
  type Step,
} from '../src';
import { decode, encode } from 'vlq';
import { cv, opencv } from './support/opencv';
import { graphOf, pass, picture, plainWear, rasterOf, sheet, step } from './support/sheets';

const kernels = createKernels();
const region = { x: 0, y: 60, width: 157, height: 1 };
const toneOf = (...steps: Step[]): Int16Array =>
  rasterOf(graphOf(sheet([pass('a', picture('ramp'), { steps })])).passes.get('a') as Node<'tone'>, region).tone;

/** Black and white as version 1 wrote it: it had no cut of its own finding. */
const written = (params: Record<string, unknown>, zones: Step['zones'] = []): Step => ({
  ...step('threshold', {}, { zones }),
  version: 1,
  params,
});
const zone = { id: 'z', masks: [], params: { cut: 0.9 } };

test('lays of a sheet of version 2 go by their names of today, wherever they stand; one of today’s that is not known stays', () => {
  const laid = (id: string, mode: string, more: Partial<Pass> = {}): Pass => ({
    ...pass(id, picture('ramp')),
    ...more,
    lay: { mode, strength: 0.5 },
  });
  const passes = [
    laid('a', 'linear-burn'),
    laid('g', 'hard-mix', { source: { kind: 'group', passes: [laid('b', 'hard-mix')] } }),
    laid('c', 'screen'),
  ];
  const { version, passes: read } = upgradedSheet({ ...sheet(passes), version: 2 });
  const [a, g, c] = read as [Pass, Pass, Pass];
  expect([version, a.lay, g.lay.mode, c.lay.mode]).toEqual([SHEET_VERSION, { mode: 'add-ink', strength: 0.5 }, 'all-or-nothing', 'screen']);
  expect(g.source.kind === 'group' && g.source.passes[0]?.lay.mode).toBe('all-or-nothing');
  const today = { ...sheet([laid('a', 'hard-mix')]), version: SHEET_VERSION };
  expect(upgradedSheet(today)).toBe(today);
});

describe('a step of an older version', () => {
  test('every version after the first says how the one before becomes it', () => {
    for (const { kind, version, upgrade } of STEPS as readonly { kind: string; version: number; upgrade?: unknown }[]) {
      expect([kind, version === 1 || upgrade !== undefined]).toEqual([kind, true]);
    }
  });

  test('prints what it printed, and is today’s once read, wherever it stands', () => {
    const old = written({ cut: 0.2, softness: 0 });
    expect(toneOf(old)).toEqual(toneOf(step('threshold', { auto: false, cut: 0.2, softness: 0 })));
    expect(toneOf(old)[100]).toBe(ONE);
    const inGroup: Sheet = sheet([pass('g', { kind: 'group', passes: [pass('a', picture('ramp'), { steps: [old] })] })]);
    const read = upgradedSheet(inGroup);
    const group = read.passes[0]?.source;
    expect(group?.kind === 'group' && group.passes[0]?.steps[0]).toMatchObject({
      version: 3,
      params: { auto: false, cut: 0.2, softness: 0 },
    });
    // Read again it is the very same: nothing is older any more.
    expect(upgradedSheet(read)).toBe(read);
  });

  test('its zones go on naming only what they named', () => {
    expect(upgradedStep(written({ cut: 0.2, softness: 0 }, [zone])).zones).toEqual([zone]);
  });

  test('one of a newer version, or of a kind that is not known, is left as it came', () => {
    const [newer, unknown] = [
      { ...written({}), version: 9 },
      { ...written({}), kind: 'emboss' },
    ];
    expect(upgradedStep(newer)).toBe(newer);
    expect(upgradedStep(unknown)).toBe(unknown);
  });
});

describe('black and white that finds its cut', () => {
  beforeAll(opencv);

  // OpenCV 4.5 by @techstark/opencv-js (Apache-2.0): THRESH_OTSU on 8 bits.
  test('cuts where OpenCV’s Otsu does', () => {
    const codes = Uint8Array.from({ length: 4000 }, (_, i) => (i % 3 === 0 ? 150 + ((i * 7919) % 80) : 20 + ((i * 104729) % 70)));
    const [from, to] = [cv.matFromArray(50, 80, cv.CV_8U, [...codes]), new cv.Mat()];
    const theirs = cv.threshold(from, to, 0, 255, cv.THRESH_OTSU);
    const tone = Int16Array.from(codes, (code) => Math.round((code / 255) * ONE));
    const sums = emptyStatistics();
    addTones(sums, { kind: 'tone', region: { x: 0, y: 0, width: 80, height: 50 }, tone, coverage: null }, referenceKernels);
    const cut = foundCut(sums) * 255;
    // Both part the codes alike: none lies between the two cuts.
    expect([...codes].filter((code) => code > theirs !== code > cut)).toEqual([]);
    expect(theirs).toBeGreaterThan(80);
    from.delete();
    to.delete();
  });

  test('parts a ramp in two, all or nothing', () => {
    const found = toneOf(step('threshold', { auto: true, softness: 0 }));
    const whites = found.filter((tone) => tone === ONE).length;
    expect(whites / found.length).toBeGreaterThan(0.3);
    expect(whites / found.length).toBeLessThan(0.7);
    expect(kernels.sum(found)).toBe(whites * ONE);
  });
});

describe('strokes', () => {
  // vlq 2.0.4 (MIT), a published writer and reader of Base64 VLQ (ECMA-426).
  test('are text by the standard, as another program writes and reads it', () => {
    const numbers = [0, 1, -1, 15, 16, -16, 511, 512, -2_000_000, 2_000_000, ...Array.from({ length: 500 }, (_, i) => (i * 7919) % 40_001)];
    expect(vlqOf(numbers)).toBe(encode(numbers));
    expect(numbersOf(encode(numbers))).toEqual(decode(vlqOf(numbers)));
    for (const wrong of ['no text', 'g', 'gggggggggggA']) expect(() => numbersOf(wrong)).toThrow();
  });

  test('are read as they were, whatever way they go', () => {
    const points = [45_720, 60_960, 45_700, 61_300, -1_000_000, 1_000_000, 12, 12];
    expect(pointsOf(pathOf(points))).toEqual(points);
    expect(pressuresOf(pressuresText([100, 40, 41]))).toEqual([100, 40, 41]);
    expect(textBounds(pathOf(points), 2)).toEqual({ count: 8, least: -1_000_000, most: 1_000_000 });
    expect(textBounds(pressuresText([100, 40, 41]), 1)).toEqual({ count: 3, least: 40, most: 100 });
  });

  test('by hand take about four letters a point', () => {
    const points = Array.from({ length: 1000 }, (_, i) => [20_000 + Math.round(9000 * Math.sin(i / 40)), 30_000 + 60 * i]).flat();
    expect(pathOf(points).length / 1000).toBeLessThan(4.5);
  });

  test('of a sheet of version 1 are today’s once read, in every mask there is', () => {
    const points = [500, 1000, 2000, 1400];
    const first = { tip: 'round', size: 6, softness: 0.3, strength: 1, erases: false, seed: 1, points, pressures: [100, 30] };
    const mask = { id: 'm', kind: 'painted', on: true, invert: false, anchor: 'sheet', strokes: [first] } as unknown as Mask;
    const { strokes: _, ...base } = mask as PaintedMask;
    const cut = {
      ...base,
      kind: 'cut-out',
      outline: 'polygon',
      points: [],
      rough: 0,
      seed: 0,
      band: 1,
      widened: [first],
    } as unknown as Mask;
    const steps = [step('invert', {}, { masks: [mask], zones: [{ id: 'z', masks: [cut], params: {} }] })];
    const wear = [plainWear('w', wholeSheet({ width: 10, height: 10 }), { masks: [cut] })];
    const inner = pass('a', picture('ramp'), { masks: [mask], steps, wear });
    const written: Sheet = { ...sheet([pass('g', { kind: 'group', passes: [inner] }, { masks: [cut] })]), version: 1 };
    const read = JSON.stringify(upgradedSheet(written));
    expect(read).not.toContain('"points":[500');
    expect(read.split(`"path":"${pathOf(points)}"`)).toHaveLength(5 + 1);
    expect(read.split(`"pressures":"${pressuresText([100, 30])}"`)).toHaveLength(5 + 1);
    expect(upgradedSheet(written).version).toBe(SHEET_VERSION);
    expect(upgradedSheet(upgradedSheet(written))).toEqual(upgradedSheet(written));
  });
});
