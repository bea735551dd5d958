/** What the hand waits for, in this process: drafts of the demo's sheets as dials and pointer change them. */
import { draftScale, tilesOf, withPass, withStep, type Pass, type Sheet, type TextureWear } from '@uvrant/core';
import type { OpenSheet } from '../../packages/web/src/app/engine/tasks/open-sheet';
import { BenchHost, typeOf } from './host';
import { demoPyramids, demoSheet } from '../../packages/core/test/support/demo';
import { tenPasses } from './sheets';
import { truthOf } from './truth';

/** Halvings and tile side of a draft at fit at 1280 × 800, as the table asks for it. */
const HALVINGS = 3;
const SIDE = 512;

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] as number;

const draftOf = (host: BenchHost, open: OpenSheet, halvings = HALVINGS): { ms: number; stretch: number } => {
  const { width, height } = draftScale(open.sheet.size, open.sheet.ppi, halvings);
  let [ms, stretch] = [0, 0];
  for (const tile of tilesOf({ x: 0, y: 0, width, height }, SIDE)) {
    const place = { halvings, side: SIDE, x: Math.floor(tile.x / SIDE), y: Math.floor(tile.y / SIDE) };
    const done = host.run(open, { kind: 'tile', version: 1, quality: 'draft', ...place });
    ms += done.ms;
    stretch = Math.max(stretch, done.stretch);
  }
  return { ms, stretch };
};

const say = (row: string, ms: number, bound: number | null, stretch?: number): void =>
  console.log(
    `${row.padEnd(56)} ${ms.toFixed(1).padStart(8)} ms  ${bound === null ? '' : `at most ${bound} ms`}${stretch === undefined ? '' : `, longest stretch ${stretch.toFixed(1)} ms`}`,
  );

/** Drafts of a sheet changed again and again: the median of the later ones. */
const dialled = (host: BenchHost, sheet: Sheet, change: (sheet: Sheet, n: number) => Sheet): { ms: number; stretch: number } => {
  draftOf(host, host.open(sheet));
  const took = Array.from({ length: 9 }, (_, n) => {
    const started = performance.now();
    const open = host.open(change(sheet, n));
    const opening = performance.now() - started;
    const { ms, stretch } = draftOf(host, open);
    return { ms: ms + opening, stretch };
  }).slice(2);
  return { ms: median(took.map(({ ms }) => ms)), stretch: Math.max(...took.map(({ stretch }) => stretch)) };
};

const dial =
  (pass: string, step: string, name: string, value: (n: number) => unknown) =>
  (sheet: Sheet, n: number): Sheet =>
    withStep(sheet, pass, step, (each) => ({ ...each, params: { ...each.params, [name]: value(n) } }));

const wornMoved =
  (pass: string, by: (wear: TextureWear, n: number) => Partial<TextureWear['placement']>) =>
  (sheet: Sheet, n: number): Sheet =>
    withPass(sheet, pass, (each) => ({
      ...each,
      wear: each.wear.map((wear) => (wear.kind === 'texture' ? { ...wear, placement: { ...wear.placement, ...by(wear, n) } } : wear)),
    }));

const moved =
  (id: string) =>
  (sheet: Sheet, n: number): Sheet =>
    withPass(sheet, id, (pass: Pass) => ({ ...pass, placement: { ...pass.placement, x: pass.placement.x + n } }));

/** The rows; pyramids are kept in a folder. */
export const draftRows = async (folder: string): Promise<void> => {
  const infos = demoPyramids('.', folder);
  const [poster, garment, found] = [demoSheet('.', '1-poster'), demoSheet('.', '2-garment'), demoSheet('.', '3-found-print')];
  const [sleeve, portrait] = [demoSheet('.', '5-sleeve'), demoSheet('.', '6-portrait')];
  const ten = tenPasses();
  const type = await typeOf([poster, garment, found, sleeve, portrait, ten]);
  const fresh = (): BenchHost => new BenchHost(infos, folder, type);
  console.log('');
  console.log('Drafts at fit at 1280 × 800 (compiling and planning in it, fetching not), one thread');
  for (const [name, sheet, bound] of [
    ['poster', poster, 200],
    ['garment', garment, 110],
    ['found print', found, 100],
  ] as const) {
    const cold = Array.from({ length: 3 }, () => {
      const host = fresh();
      return draftOf(host, host.open(structuredClone(sheet)));
    });
    say(`cold draft on opening, ${name}`, median(cold.map(({ ms }) => ms)), bound, Math.max(...cold.map(({ stretch }) => stretch)));
  }
  const host = fresh();
  const rows: readonly (readonly [string, Sheet, (sheet: Sheet, n: number) => Sheet, number])[] = [
    ['poster: last dial of pass 2 (spread)', poster, dial('picture', 'ink-spread', 'spread', (n) => 0.1 + n / 100), 16],
    ['poster: second dial (levels, output white)', poster, dial('picture', 'levels', 'outWhite', (n) => 0.97 - n / 100), 60],
    ['poster: first dial (grey response, a share)', poster, dial('picture', 'grey-response', 'response', (n) => [[20, 0.3 + n / 100]]), 60],
    ['poster: overall warmth', poster, dial('warm', 'warmth', 'shift', (n) => 20 + n), 16],
    ['poster: a wear moved', poster, wornMoved('ground', (wear, n) => ({ x: wear.placement.x + n })), 25],
    ['poster: a wear turned', poster, wornMoved('warm', (_, n) => ({ turn: n })), 25],
    ['poster: type moved', poster, moved('title'), 20],
    ['ten passes: last dial (warmth)', ten, dial('warm', 'warmth', 'shift', (n) => 20 + n), 16],
    ['ten passes: first dial (grey response)', ten, dial('picture', 'grey-response', 'response', (n) => [[20, 0.3 + n / 100]]), 60],
    ['garment: second dial (levels, midtone)', garment, dial('picture', 'levels', 'midtone', (n) => 0.46 + n / 100), 60],
    ['garment: metal, its bevel', garment, dial('title', 'metal', 'width', (n) => 2 + n / 20), 60],
    ['garment: glints, their size', garment, dial('hours', 'glints', 'size', (n) => 20 + n), 60],
    ['sleeve: lettering displaced, its arrow', sleeve, dial('title', 'displace', 'arrow', (n) => ({ x: 6 + n, y: 5 })), 60],
    ['portrait: dots bent by form, its depth', portrait, dial('picture', 'form', 'depth', (n) => 3 + n / 10), 60],
    ['portrait: last dial (screen, hardness)', portrait, dial('picture', 'screen', 'hardness', (n) => 0.9 - n / 50), 16],
    ['found print: third dial (curve)', found, dial('picture', 'tint', 'ink', (n) => ({ srgb: `#33241${n}` })), 60],
  ];
  for (const [row, sheet, change, bound] of rows) {
    const { ms, stretch } = dialled(host, sheet, change);
    say(row, ms, bound, stretch);
  }
  console.log('');
  console.log('Readings after a pause, and the longest stretch of any task, poster');
  const open = host.open(poster);
  for (const [row, sheet, change] of rows.slice(0, 7)) {
    const took = Array.from({ length: 9 }, (_, n) => host.run(host.open(change(sheet, n)), { kind: 'inks', version: 1 })).slice(2);
    say(`ink shares after ${row}`, median(took.map(({ ms }) => ms)), 60, Math.max(...took.map(({ stretch }) => stretch)));
  }
  for (const [row, task, bound] of [
    ['ink shares of the sheet as it is', { kind: 'inks', version: 1 }, 60],
    ['about what wear takes', { kind: 'worn', version: 1, band: null }, null],
    ['a 1 : 1 tile, true', { kind: 'tile', version: 1, quality: 'true', halvings: 0, side: 512, x: 4, y: 6 }, null],
    [
      'a tile at fit, true, what wear takes read with it',
      { kind: 'tile', version: 1, quality: 'true', halvings: 3, side: 256, x: 1, y: 1 },
      null,
    ],
  ] as const) {
    host.run(open, task);
    const { ms, stretch } = host.run(open, task);
    say(row, ms, bound, stretch);
  }
  console.log('');
  console.log('Drafts against the print: pixels more than 24/255 off on the stock, and what each wear takes (at most 1 % of it off)');
  for (const [name, sheet] of [
    ['poster', poster],
    ['garment', garment],
    ['found print', found],
  ] as const) {
    const without = (drop: (pass: Pass) => boolean): Sheet => ({
      ...sheet,
      passes: sheet.passes.map((pass) => ({ ...pass, on: pass.on && !drop(pass) })),
    });
    const unworn: Sheet = { ...sheet, passes: sheet.passes.map((pass) => ({ ...pass, wear: [] })) };
    const isScreened = (pass: Pass): boolean => pass.steps.some(({ kind }) => kind === 'screen');
    const share = (of: Sheet): string => `${(100 * truthOf(host, of, HALVINGS).off).toFixed(2)} %`;
    const whole = truthOf(host, sheet, HALVINGS);
    console.log(`${`${name}: all of it`.padEnd(56)} ${`${(100 * whole.off).toFixed(2)} %`.padStart(8)}`);
    console.log(`${`${name}: wear, without screened pictures`.padEnd(56)} ${share(without(isScreened)).padStart(8)}  at most 3 %`);
    console.log(`${`${name}: screens, frames and type, without wear`.padEnd(56)} ${share(unworn).padStart(8)}`);
    for (const [wear, { print, draft }] of Object.entries(whole.wears)) {
      console.log(`${`${name}: ${wear} takes`.padEnd(56)} ${(100 * print).toFixed(2)} %, the draft ${(100 * draft).toFixed(2)} %`);
    }
  }
};
