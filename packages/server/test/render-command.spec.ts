import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { PNG } from 'pngjs';
import * as UTIF from 'utif2';
import { SHEET_VERSION, sheetJsonSchema, upgradedSheet, withPass, withStep, type Pass, type Sheet } from '@uvrant/core';
import { filmSheet } from '../../core/test/support/film';
import { checkedSheet, ownSchema } from '../src/sheets/sheet-schema';

const LONG = process.env['UVRANT_LONG'] === '1';
const CLI = join(__dirname, '../dist/cli.js');
const folder = mkdtempSync(join(tmpdir(), 'uvrant-render-'));
const committed = (name: string): Sheet => JSON.parse(readFileSync(join(__dirname, 'sheets', name), 'utf8')) as Sheet;
const algebra = committed('algebra.json');

beforeAll(() => {
  // The sheets lie as deep here as in the repository, so that their paths to the pictures hold.
  mkdirSync(join(folder, 'a/b/c/sheets'), { recursive: true });
  cpSync(join(__dirname, '../../../demo/pictures'), join(folder, 'demo/pictures'), { recursive: true });
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const file = (sheet: unknown): string => {
  const path = join(folder, 'a/b/c/sheets/sheet.json');
  writeFileSync(path, JSON.stringify(sheet));
  return path;
};

const command = (sheet: unknown, ...options: string[]) => {
  const out = join(folder, 'out.png');
  rmSync(out, { force: true });
  // The pyramids of the first rendering serve the others.
  const kept = ['--keep', join(folder, 'kept')];
  const done = spawnSync(process.execPath, [CLI, file(sheet), '-o', out, ...kept, ...options], { encoding: 'utf8' });
  return { status: done.status, said: done.stderr, out };
};

const rendered = (sheet: Sheet, ...options: string[]): PNG => {
  const { status, said, out } = command(sheet, ...options);
  expect([status, said]).toEqual([0, '']);
  return PNG.sync.read(readFileSync(out));
};

const strength = (pass: Pass, to: number): Pass => ({ ...pass, lay: { ...pass.lay, strength: to } });
const at = ({ data, width }: PNG, x: number, y: number): number[] => [...data.subarray(4 * (y * width + x), 4 * (y * width + x) + 4)];

test('an overall pass at half strength is the mean of none and all of it, by its mask', () => {
  const [none, half, whole] = [0, 0.5, 1].map((to) => rendered(withPass(algebra, 'all', (pass) => strength(pass, to)))) as [PNG, PNG, PNG];
  let moved = 0;
  let off = 0;
  for (let i = 0; i < half.data.length; i++) {
    const mean = ((none.data[i] as number) + (whole.data[i] as number)) / 2;
    moved = Math.max(moved, Math.abs((whole.data[i] as number) - (none.data[i] as number)));
    off = Math.max(off, Math.abs((half.data[i] as number) - mean));
  }
  expect(off).toBeLessThanOrEqual(1.5);
  expect(moved).toBeGreaterThan(20);
});

test('a group shows where its picture mask is light: the dark corner keeps the ground, the lit moon prints', () => {
  const image = rendered(withPass(algebra, 'all', (pass) => ({ ...pass, on: false })));
  expect([image.width, image.height]).toEqual([236, 283]);
  expect(
    at(image, 2, 2)
      .map((v, c) => Math.abs(v - ([0x1f, 0x5f, 0x78, 255][c] as number)))
      .every((d) => d <= 3),
  ).toBe(true);
  const lit = Array.from({ length: 900 }, (_, i) => at(image, 40 + (i % 30), 120 + Math.floor(i / 30))[0] as number);
  expect(Math.max(...lit)).toBeGreaterThan(150);
  // Dots with the warm flat multiplied within them: warmer than chalk, and no warm outside them.
  const brightest = Array.from({ length: 900 }, (_, i) => at(image, 40 + (i % 30), 120 + Math.floor(i / 30))).sort(
    (a, b) => (b[0] as number) - (a[0] as number),
  )[0] as number[];
  expect((brightest[0] as number) - (brightest[2] as number)).toBeGreaterThan(40);
});

test('amounts lie between nothing and all of a step', () => {
  const base = withPass(
    withPass(algebra, 'all', (pass) => ({ ...pass, on: false })),
    'dots',
    (pass) => ({ ...pass, steps: pass.steps.slice(0, 2) }),
  );
  const means = [0, 0.5, 1].map((amount) => {
    const image = rendered(withStep(base, 'dots', 'l', (step) => ({ ...step, amount })));
    return image.data.reduce((sum, v, i) => sum + (i % 4 === 0 ? v : 0), 0) / (image.data.length / 4);
  });
  const [none, half, whole] = means as [number, number, number];
  expect(whole).toBeGreaterThan(none + 2);
  expect(half).toBeCloseTo((none + whole) / 2, 0);
});

test('a region is the crop of the whole, bit for bit; another ppi another size', () => {
  const whole = rendered(algebra);
  const part = rendered(algebra, '--region', '10,20,15,10');
  const [x, y] = [Math.round((10 * 120) / 25.4), Math.round((20 * 120) / 25.4)];
  expect([part.width, part.height]).toEqual([Math.round((25 * 120) / 25.4) - x, Math.round((30 * 120) / 25.4) - y]);
  for (let row = 0; row < part.height; row++) {
    const from = 4 * ((y + row) * whole.width + x);
    expect(
      part.data.subarray(4 * row * part.width, 4 * (row + 1) * part.width).equals(whole.data.subarray(from, from + 4 * part.width)),
    ).toBe(true);
  }
  expect(rendered(algebra, '--ppi', '60')).toMatchObject({ width: 118, height: 142 });
});

test.each([
  [
    'no picture there',
    withPass(algebra, 'moon', (pass) => ({ ...pass, source: { kind: 'picture', picture: { sha256: 'a'.repeat(64), path: 'none.jpg' } } })),
    'none.jpg is not beside the sheet',
  ],
  [
    'another picture there',
    withPass(algebra, 'moon', (pass) => ({
      ...pass,
      source: { kind: 'picture', picture: { sha256: 'a'.repeat(64), path: '../../../../demo/pictures/moon.jpg' } },
    })),
    'is another picture than the sheet was made with',
  ],
  [
    'a mask of a later pass',
    withPass(algebra, 'ground', (pass) => ({
      ...pass,
      masks: [{ id: 'x', kind: 'picture', on: true, invert: false, anchor: 'sheet', of: { pass: 'all' } }],
    })),
    'which is not printed before it: name a pass that prints earlier',
  ],
  [
    'a step of the future',
    withPass(algebra, 'dots', (pass) => ({ ...pass, steps: [{ id: 'f', kind: 'gilding', version: 1 } as never] })),
    'cannot print true: this version does not know step “gilding”',
  ],
  ['no sheet', { hello: 1 }, 'no sheet Uvrant can read: "format" is required'],
] as const)('%s: the command says so and writes nothing', (_, sheet, words) => {
  const { status, said, out } = command(sheet);
  expect([status, said]).toEqual([1, expect.stringContaining(words)]);
  expect([existsSync(out), existsSync(`${out}.part`)]).toEqual([false, false]);
});

test('any number of threads gives the same bytes', () => {
  // Eight bands: each of three threads has some.
  const byThreads = ['1', '2', '3'].map((threads) => {
    const { status, said, out } = command(algebra, '--ppi', '840', '--threads', threads);
    expect([status, said]).toEqual([0, '']);
    return readFileSync(out);
  });
  expect(PNG.sync.read(byThreads[0] as Buffer).height).toBeGreaterThan(7 * 256);
  expect(byThreads.map((bytes) => bytes.equals(byThreads[0] as Buffer))).toEqual([true, true, true]);
});

test('bad options are explained', () => {
  const ask = (...options: string[]) => spawnSync(process.execPath, [CLI, ...options], { encoding: 'utf8' }).stderr;
  expect(ask()).toContain('npm run render -- SHEET.json -o OUT.png');
  expect(ask(file(algebra), '-o', 'x.png', '--region', '1,2')).toContain('x,y,w,h in mm');
  expect(ask(file(algebra), '-o', 'x.png', '--threads', 'two')).toContain('--threads is two; it is a whole number from 1 to 64');
  expect(ask(file(algebra), '-o', 'x.png', '--threads', '0')).toContain('--threads is 0');
  expect(ask(file(algebra), '-o', 'x.xpm')).toContain(
    'the name must end in one of .png, .tif, .pdf, .jpg, .webp, .avif, .svg, .ora, not .xpm',
  );
  expect(ask(file(algebra), '-o', 'x.jpg', '--quality', '300')).toContain('Quality is 300; it goes from 40 to 100 %');
  expect(ask(file(algebra), '-o', 'x.png', '--format', 'plates')).toContain('a file of the format plates ends in .tif');
  expect(ask(file(algebra), '-o', 'x.tif', '--format', 'plates', '--ink', 'gold')).toContain('The sheet has no ink “gold”');
  expect(ask(file(algebra), '-o', 'x.png', '--format', 'xpm')).toContain('no file format “xpm”; there are png, plates, pdf');
  expect(ask(file(algebra), '-o', 'x.png', '--scale', '2')).toContain('“--scale” is not an option');
});

test('the JSON Schema and the server’s own check agree on the committed sheets, and on what is wrong', () => {
  const validate = new Ajv2020({ strict: false }).compile(sheetJsonSchema());
  const demo = (name: string): Sheet => JSON.parse(readFileSync(join(__dirname, '../../../demo/sheets', name), 'utf8')) as Sheet;
  const demos = ['1-poster', '2-garment', '4-drawn-page', '5-sleeve', '6-portrait'].map((name) => demo(`${name}.json`));
  for (const sheet of [algebra, ...demos]) {
    expect([validate(sheet), validate.errors]).toEqual([true, null]);
    // Steps of older versions are this one's once read.
    expect(checkedSheet(sheet)).toEqual({ ...upgradedSheet(sheet), version: SHEET_VERSION });
    expect(checkedSheet(sheet, ownSchema)).toEqual(checkedSheet(sheet));
  }
  // The dials of a step are known by its own version.
  const today = upgradedSheet(algebra);
  for (const wrong of [
    { ...today, edges: 'torn' },
    { ...today, ppi: 7.5 },
    withStep(today, 'dots', 's', (step) => ({ ...step, params: { ...step.params, shape: 'star' } })),
    withPass(today, 'ground', (pass) => ({ ...pass, placement: { ...pass.placement, width: -1 } })),
  ]) {
    expect(validate(wrong)).toBe(false);
    expect(() => checkedSheet(wrong)).toThrow('no sheet Uvrant can read');
    expect(() => checkedSheet(wrong, ownSchema)).toThrow('no sheet Uvrant can read');
  }
});

test('the demo’s garment is a file of 4800 × 6000 px with nothing half-transparent, clear where nothing prints', () => {
  const garment = JSON.parse(readFileSync(join(__dirname, '../../../demo/sheets/2-garment.json'), 'utf8')) as Sheet;
  const out = join(folder, 'garment.png');
  mkdirSync(join(folder, 'demo/sheets'), { recursive: true });
  const path = join(folder, 'demo/sheets/2-garment.json');
  writeFileSync(path, JSON.stringify(garment));
  const done = spawnSync(process.execPath, [CLI, path, '-o', out, '--keep', join(folder, 'kept')], { encoding: 'utf8' });
  expect([done.status, done.stderr]).toEqual([0, '']);
  const { width, height, data } = PNG.sync.read(readFileSync(out));
  expect([width, height]).toEqual([4800, 6000]);
  const counts = { clear: 0, full: 0, between: 0 };
  for (let i = 3; i < data.length; i += 4) counts[data[i] === 0 ? 'clear' : data[i] === 255 ? 'full' : 'between']++;
  expect(counts.between).toBe(0);
  expect(counts.clear / (width * height)).toBeGreaterThan(0.4);
  expect(counts.full / (width * height)).toBeGreaterThan(0.2);
}, 300_000);

/** Greatest memory of rendering a sheet, MiB; `says` is what the command must say of it. */
const peakOf = (sheet: string, options: readonly string[], says: string): number => {
  const script = join(folder, 'peak.mjs');
  const report = "process.on('exit', () => console.error('peak', process.resourceUsage().maxRSS));";
  writeFileSync(script, `${report}\nawait import(${JSON.stringify(CLI)});\n`);
  const done = spawnSync(process.execPath, [script, sheet, ...options], { encoding: 'utf8' });
  expect(done.stdout).toContain(says);
  return Number(/peak (\d+)/.exec(done.stderr)?.[1]) / 1024;
};

/** Greatest memory of rendering the demo's poster at a size, MiB. */
const memoryAt = (width: number, height: number): number => {
  const poster = JSON.parse(readFileSync(join(__dirname, '../../../demo/sheets/1-poster.json'), 'utf8')) as Sheet;
  const size = { width: width * 25.4, height: height * 25.4 };
  const by = Math.max(size.width / poster.size.width, size.height / poster.size.height);
  const passes = poster.passes.map((pass) => ({
    ...pass,
    placement: {
      ...pass.placement,
      x: size.width / 2,
      y: size.height / 2,
      width: pass.placement.width * by,
      height: pass.placement.height * by,
    },
  }));
  mkdirSync(join(folder, 'demo/sheets'), { recursive: true });
  const path = join(folder, 'demo/sheets/sized.json');
  writeFileSync(path, JSON.stringify({ ...poster, size, passes }));
  return peakOf(path, ['-o', join(folder, 'large.png')], `${Math.round(width * 300)} × ${Math.round(height * 300)} px`);
};

(LONG ? test : test.skip)(
  '27 × 40 in at 300 ppi is rendered within the memory bound: no more than 128 MiB over a small sheet',
  () => {
    const [small, large] = [memoryAt(4, 6), memoryAt(27, 40)];
    console.log(`greatest memory: ${small.toFixed(0)} MiB for 4 × 6 in, ${large.toFixed(0)} MiB for 27 × 40 in`);
    expect(large - small).toBeLessThan(128);
  },
  300_000,
);

(LONG ? test : test.skip)(
  'a film of A4 at 2400 ppi, 150 lines an inch, one bit a pixel, is rendered within the memory bound of the same at 150 ppi',
  () => {
    mkdirSync(join(folder, 'demo/sheets'), { recursive: true });
    const path = join(folder, 'demo/sheets/film.json');
    writeFileSync(path, JSON.stringify(filmSheet(join(__dirname, '../../..'))));
    const film = join(folder, 'film.tif');
    const at = (ppi: number, says: string): number =>
      peakOf(path, ['-o', film, '--format', 'plates', '--marks', 'no', '--ppi', String(ppi), '--keep', join(folder, 'kept')], says);
    const [small, large] = [at(150, '1240 × 1754 px'), at(2400, '19843 × 28063 px')];
    console.log(`greatest memory of a film: ${small.toFixed(0)} MiB at 150 ppi, ${large.toFixed(0)} MiB at 2400`);
    expect(large - small).toBeLessThan(128);
    const [tags] = UTIF.decode(readFileSync(film)) as unknown as [Record<string, readonly unknown[]>];
    // Width, length, bits of a sample, resolution: TIFF 6.0, section 8.
    expect(['t256', 't257', 't258', 't282'].map((tag) => tags[tag]?.[0])).toEqual([19843, 28063, 1, [2400000, 1000]]);
  },
  300_000,
);
