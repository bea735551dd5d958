import { createKernels } from '@uvrant/kernels';
import { emptyStatistics, foundCut, addTones, ONE, STEPS, upgradedSheet, upgradedStep, type Node, type Sheet, type Step } from '../src';
import { cv, opencv } from './support/opencv';
import { graphOf, pass, picture, rasterOf, sheet, step } from './support/sheets';

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
      version: 2,
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
    addTones(sums, { kind: 'tone', region: { x: 0, y: 0, width: 80, height: 50 }, tone, coverage: null });
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
