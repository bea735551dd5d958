import { createKernels } from '@uvrant/kernels';
import {
  boxAt,
  ByteCache,
  detailFor,
  drive,
  findPass,
  finish,
  freshPass,
  freshSource,
  freshStep,
  levelsOf,
  placed,
  Pool,
  SURFACE_PIECE,
  withPass,
  type Face,
  type Pass,
  type ShapedGlyph,
  type Sheet,
  type SourceInfo,
  type SourceTile,
  type ToneStatistics,
  type Work,
} from '@uvrant/core';
import { ASSET, posterOf } from '../../testing/sheets';
import type { ResultOf, Task } from './protocol';
import { OpenSheet } from './tasks/open-sheet';
import { gathered } from './tasks/planned';
import { plannedTask } from './tasks/tasks';

const [WIDTH, HEIGHT] = [120, 160];
const info: SourceInfo = { sha256: ASSET.sha256, width: WIDTH, height: HEIGHT, channels: 1, depth: 8, levels: levelsOf(WIDTH, HEIGHT) };
/** White on the left third, a ramp down to black on the right. */
const pixels = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => Math.max(0, Math.min(255, 382 - ((i % WIDTH) * 382) / WIDTH)));
const tile: SourceTile = { width: WIDTH, height: HEIGHT, data: pixels };

const size = { width: 60, height: 80 };
const sheet = withPass({ ...posterOf({ ppi: 150, size, ground: null }) }, 'picture', (pass) => ({
  ...pass,
  placement: placed(size, info, 'fill'),
}));
const work: Work = {
  kernels: createKernels(),
  tile: () => tile,
  rasters: new Pool(1e7),
  statistics: new ByteCache<ToneStatistics>(1e6),
  type: null,
};

const done = async <T extends Task>(task: T, of = sheet, rasters = work.rasters): Promise<ResultOf<T>> => {
  const planned = plannedTask(new OpenSheet(of, [info]), task);
  expect(finish(gathered(planned.wants(work))).every(({ sha256 }) => sha256 === info.sha256)).toBe(true);
  return drive(planned.run({ ...work, rasters }), { now: () => 0, giveWay: () => Promise.resolve(), stopped: () => false });
};

const place = { version: 1, halvings: 1, side: 64, x: 1, y: 2 } as const;

test('draft and true tiles of one place have one size, cut at the sheet’s edge', async () => {
  const [draft, print] = [
    await done({ kind: 'tile', quality: 'draft', ...place }),
    await done({ kind: 'tile', quality: 'true', ...place }),
  ];
  expect([draft.width, draft.height, print.width, print.height]).toEqual([64, 64, 64, 64]);
  const edge = await done({ kind: 'tile', quality: 'true', ...place, x: 2, y: 3 });
  expect([edge.width, edge.height]).toEqual([Math.ceil(354 / 2) - 128, Math.ceil(472 / 2) - 192]);
  await expect(async () => done({ kind: 'tile', quality: 'true', ...place, x: 9 })).rejects.toThrow('is not on the sheet');
});

test('a tile made ready for a step wants nothing more when a dial of that step is turned, and is what it would have been', async () => {
  const of = { pass: 'picture', step: 'levels', wear: null };
  const levelled = withPass(sheet, 'picture', (pass) => ({
    ...pass,
    steps: pass.steps.map((step) => (step.id === 'levels' ? { ...step, params: { ...step.params, outWhite: 0.9 } } : step)),
  }));
  const draft = { kind: 'tile', quality: 'draft', ...place } as const;
  const expected = await done(draft, levelled);
  const rasters = new Pool(1e7);
  expect(await done({ kind: 'ready', of, ...place }, sheet, rasters)).toBeNull();
  expect(finish(gathered(plannedTask(new OpenSheet(levelled, [info]), draft).wants({ ...work, rasters })))).toEqual([]);
  expect(await done(draft, levelled, rasters)).toEqual(expected);
});

describe('tones of ink, which are long in coming', () => {
  const hardened = (from: number, wander = 0.4): Sheet =>
    withPass(sheet, 'picture', (pass) => ({
      ...pass,
      steps: [
        ...pass.steps.map((step) => (step.id === 'levels' ? { ...step, params: { ...step.params, auto: false, black: from } } : step)),
        { ...freshStep('harden', { wander }), id: 'harden' },
      ],
    }));
  /** A worker of its own, given sheets one after the other. */
  const worker = () => {
    const own = { ...work, rasters: new Pool(1e7), statistics: new ByteCache<ToneStatistics>(1e6) };
    const opened: OpenSheet[] = [];
    const open = (of: Sheet) => {
      opened.unshift(new OpenSheet(of, [info], {}, () => opened));
      return opened[0] as OpenSheet;
    };
    const tileOf = (of: OpenSheet, quality: 'draft' | 'fine') => {
      const planned = plannedTask(of, { kind: 'tile', quality, ...place });
      finish(gathered(planned.wants(own)));
      return finish(planned.run(own));
    };
    return { open, tileOf, known: own.statistics };
  };

  test('are those of a while ago in a draft while a dial before them is turned, and a fine one has its own', () => {
    const { open, tileOf, known } = worker();
    const first = tileOf(open(hardened(0.02)), 'draft');
    expect(first.isFine).toBe(true);
    const before = known.bytes;
    const turned = open(hardened(0.45));
    const quick = tileOf(turned, 'draft');
    expect(quick.isFine).toBe(false);
    expect(known.bytes).toBe(before);
    // What is asked for twice is kept, and is not taken for the finer one's.
    expect(tileOf(turned, 'draft').bytes).toEqual(quick.bytes);
    const fine = tileOf(turned, 'fine');
    // As a worker that never met the older sheet makes it.
    const fresh = worker();
    const expected = fresh.tileOf(fresh.open(hardened(0.45)), 'draft');
    expect([expected.isFine, fine.isFine]).toEqual([true, true]);
    expect(Buffer.compare(Buffer.from(fine.bytes), Buffer.from(expected.bytes))).toBe(0);
    expect(Buffer.compare(Buffer.from(quick.bytes), Buffer.from(expected.bytes))).not.toBe(0);
    // Once they are known, drafts have them, too.
    expect(tileOf(turned, 'draft').isFine).toBe(true);
  });

  test('are known while a dial behind them is turned, and are another sheet’s of no use', () => {
    const { open, tileOf } = worker();
    tileOf(open(hardened(0.02)), 'draft');
    expect(tileOf(open(hardened(0.02, 0.9)), 'draft').isFine).toBe(true);
    expect(tileOf(open({ ...hardened(0.45), name: 'Another' }), 'draft').isFine).toBe(true);
  });
});

test('the unprinted is the picture as placed', async () => {
  const { bytes, width } = await done({ kind: 'unprinted', pass: 'picture', ...place, x: 0, y: 0 });
  expect([bytes[0], bytes[3]]).toEqual([255, 255]);
  expect(bytes[4 * (width - 1)]).toBeLessThan(255);
});

test('a small picture is as large as asked for, whole or after a pass', async () => {
  const whole = await done({ kind: 'picture', version: 1, side: 120, after: null });
  expect([whole.width, whole.height]).toEqual([89, 118]);
  expect((await done({ kind: 'picture', version: 1, side: 120, after: 'picture' })).bytes).toEqual(whole.bytes);
});

test('a part of the sheet is as large as asked for, and what lies there', async () => {
  const { width, height } = sheet.size;
  const within = { left: width / 2, top: height / 2, width: width / 2, height: height / 2 };
  const part = await done({ kind: 'picture', version: 1, side: 120, after: null, within });
  expect([part.width, part.height]).toEqual([88, 118]);
  const whole = await done({ kind: 'picture', version: 1, side: 240, after: null });
  // Its first row is the whole one's where the part begins.
  const at = 4 * (118 * whole.width + 88);
  expect([...part.bytes.slice(0, 4 * 88)]).toEqual([...whole.bytes.slice(at, at + 4 * 88)]);
});

test('a reading shares the tones out and tells what levels find', async () => {
  const reading = await done({ kind: 'reading', version: 1, pass: 'picture', step: 'levels' });
  expect(reading.histogram.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
  expect(reading.into.blown).toBeCloseTo(1 / 3, 1);
  expect(reading.out.blown).toBe(0);
  expect(reading.found?.['white']).toBeCloseTo(1, 2);
  expect(reading.meanOut).toBeLessThan(reading.meanIn);
});

test('a reading of a step on ink is of the ink, and finds the inked area that it holds', async () => {
  const hardened = withPass(sheet, 'picture', (pass) => ({ ...pass, steps: [...pass.steps, freshStep('harden')] }));
  const reading = await done({ kind: 'reading', version: 1, pass: 'picture', step: 'harden' }, hardened);
  const shares = await done({ kind: 'inks', version: 1 });
  expect(reading.meanIn).toBeCloseTo(shares.passes['picture'] as number, 1);
  expect(reading.found?.['inked']).toBeCloseTo(reading.meanIn, 6);
});

test('a screen finds its detail from its frequency', async () => {
  const reading = await done({ kind: 'reading', version: 1, pass: 'picture', step: 'screen' });
  const { lpi } = findPass(sheet, 'picture')?.steps.find(({ id }) => id === 'screen')?.params as { lpi: number };
  expect(reading.found).toEqual({ detail: detailFor(lpi) });
});

test('ink shares and bare light agree with the levels', async () => {
  const shares = await done({ kind: 'inks', version: 1 });
  expect(shares.inks['soot']).toBeCloseTo(shares.passes['picture'] as number, 6);
  expect((await done({ kind: 'bare', version: 1, pass: 'picture' })).share).toBe(0);
  const blown = withPass(sheet, 'picture', (pass) => ({
    ...pass,
    steps: pass.steps.map((step) => ({ ...step, params: step.kind === 'levels' ? { ...step.params, outWhite: 1 } : step.params })),
  }));
  const bare = await done({ kind: 'bare', version: 1, pass: 'picture' }, blown);
  expect(bare.share).toBeGreaterThan(0.3);
  expect(bare.mask[0]).toBe(255);
  expect(bare.mask.at(-1)).toBe(0);
});

test('mean tones of a picture and of what lies beneath it on the stock', async () => {
  const white = { ...sheet, stock: { name: 'White', colour: '#ffffff' } };
  const alone = await done({ kind: 'tones', version: 1, pass: 'picture' }, white);
  expect(alone.picture).toBeCloseTo(2 / 3, 1);
  expect(alone.beneath).toBeCloseTo(1, 2);
  const black: Sheet = {
    ...white,
    passes: [
      { ...(white.passes[0] as Pass), id: 'black', source: { kind: 'flat', colour: { srgb: '#000000' } }, steps: [] },
      ...white.passes,
    ],
  };
  // An ink as tone is black wherever it prints.
  expect((await done({ kind: 'tones', version: 1, pass: 'picture' }, black)).beneath).toBeCloseTo(0, 2);
});

test('a weave is found in a surface; a picture without a screen has none, and a pass without letters none that is bent', async () => {
  const { width, height } = SURFACE_PIECE;
  const cloth = freshPass(
    'cloth',
    'Cloth',
    freshSource('surface', { surface: 'fabric weave' }),
    boxAt(width / 2, height / 2, width, height),
  );
  const found = await done({ kind: 'screens', version: 1 }, { ...sheet, passes: [...sheet.passes, cloth] });
  expect(Object.keys(found)).toEqual(['cloth']);
  // Threads 1.25 mm apart, upright and level.
  expect(found['cloth']?.lpi).toBeCloseTo(25.4 / 1.25, 0);
  expect(await done({ kind: 'screens', version: 1 }, { ...sheet, passes: [{ ...cloth, on: false }] })).toEqual({});
  expect(await done({ kind: 'bent', version: 1, pass: 'picture', step: 'levels' })).toBeNull();
});

test('how type is set needs a face for its font, and says what the font lacks', async () => {
  const letter = (glyph: number): ShapedGlyph => ({ glyph, cluster: 0, advance: 600, dx: 0, dy: 0 });
  const face: Face = {
    unitsPerEm: 1000,
    shape: (text) => [...text].map((each) => letter(each === '漢' ? 0 : 1)),
    outline: () => [
      { op: 'M', to: [0, 0] },
      { op: 'L', to: [0, 700] },
    ],
  };
  const set: Sheet = {
    ...sheet,
    passes: [{ ...(sheet.passes[0] as Pass), source: freshSource('type', { text: 'AB\n漢', size: 10, leading: 1 }), steps: [] }],
  };
  const planned = plannedTask(new OpenSheet(set, []), { kind: 'setting', version: 1, pass: 'picture' });
  const result = await drive(planned.run({ ...work, type: { face: () => face } }), {
    now: () => 0,
    giveWay: () => Promise.resolve(),
    stopped: () => false,
  });
  expect(result).toMatchObject({ missing: '漢', cap: 0.7, height: expect.closeTo(17, 9) as number });
  expect(result.lines.map(({ width }) => width)).toEqual([12, 6].map((mm) => expect.closeTo(mm, 9) as number));
});
