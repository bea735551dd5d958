import { createEnvironmentInjector, EnvironmentInjector } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { freshWear, wholeSheet, withPass, type Sheet, type WearSums } from '@uvrant/core';
import { Engine } from '../../engine/engine';
import { BenchActions } from '../../state/bench';
import { JobActions } from '../../state/jobs';
import { onBench } from '../../../testing/bench';
import { ASSET, JOB, keptOf, posterOf } from '../../../testing/sheets';
import { Rendering } from './rendering';

/** The bench's rendering with an engine that only counts what it is given. */
const rendering = async (document = posterOf(), answers: Readonly<Record<string, Promise<unknown>>> = {}) => {
  const opened: Sheet[] = [];
  const held = new Map<string, number>();
  const expected: number[] = [];
  const engine = {
    open: (sheet: Sheet) => opened.push(sheet),
    hold: (purpose: string, version: number) => held.set(purpose, version),
    opening: () => undefined,
    expect: (version: number, places: readonly unknown[]) => expected.push(version * places.length),
    ask: ({ kind }: { kind: string }) => answers[kind] ?? new Promise(() => undefined),
  };
  const bench = onBench(document);
  const injector = createEnvironmentInjector([{ provide: Engine, useValue: engine }, Rendering], TestBed.inject(EnvironmentInjector));
  const made = injector.get(Rendering);
  const settled = async (): Promise<void> => {
    TestBed.tick();
    await Promise.resolve();
  };
  await settled();
  return { ...bench, made, opened, held, expected, settled };
};

const renamed = (sheet: Sheet, name: string): Sheet => withPass(sheet, 'picture', (pass) => ({ ...pass, name }));

test('an edit is opened once; what a save brings back opens nothing', async () => {
  const { made, opened, expected, store, settled, document } = await rendering();
  expect([opened.length, expected]).toEqual([1, [expect.any(Number)]]);
  store.dispatch(BenchActions.sheetEdited({ document: renamed(document(), 'Other'), gesture: null }));
  await settled();
  expect([opened.length, made.version(), made.whole()]).toEqual([2, 2, 2]);
  // Only the first draft is expected.
  expect(expected).toHaveLength(1);
  store.dispatch(BenchActions.saveBegun({ id: 's1' }));
  store.dispatch(BenchActions.saveTaken({ sheet: { ...keptOf(document()), revision: 2 }, saved: document() }));
  store.dispatch(JobActions.jobOpened({ contents: { job: JOB, sheets: [keptOf(document())], assets: [{ ...ASSET, name: 'Renamed' }] } }));
  await settled();
  expect(opened).toHaveLength(2);
});

test('an edit is opened, and told of, before the page is drawn anew for it', async () => {
  const { made, opened, store, document } = await rendering();
  const told: (number | null)[] = [];
  made.versionChanged.subscribe(() => told.push(made.version()));
  store.dispatch(BenchActions.sheetEdited({ document: renamed(document(), 'Other'), gesture: null }));
  await Promise.resolve();
  expect([told, opened.length]).toEqual([[2], 2]);
  TestBed.tick();
  expect([told, opened.length]).toEqual([[2], 2]);
});

test('a trial is shown under a number of its own, and the sheet again under a later one', async () => {
  const { made, opened, settled, document } = await rendering();
  made.trial.set(renamed(document(), 'Tried'));
  await settled();
  expect([made.version(), made.whole()]).toEqual([2, 1]);
  made.trial.set(null);
  await settled();
  expect([made.version(), made.whole(), opened.at(-1)]).toEqual([3, 1, document()]);
});

test('the unprinted original keeps its number while no source changes, and it is held', async () => {
  const { made, store, held, settled, document } = await rendering();
  expect(made.unprintedVersion()).toBe(1);
  for (let n = 0; n < 3; n++) {
    store.dispatch(BenchActions.sheetEdited({ document: renamed(document(), `${n}`), gesture: null }));
    await settled();
  }
  expect([made.unprintedVersion(), held.get('unprinted'), made.whole()]).toEqual([1, 1, 4]);
  const moved = withPass(document(), 'picture', (pass) => ({ ...pass, placement: { ...pass.placement, x: 3 } }));
  store.dispatch(BenchActions.sheetEdited({ document: moved, gesture: null }));
  await settled();
  expect([made.unprintedVersion(), held.get('unprinted')]).toEqual([5, 5]);
});

test('what wear takes is true once every tile of the sheet was read', async () => {
  const { made } = await rendering();
  const part = (taken: number) => ({ wears: { 'a/w': { there: 10, taken } }, lettering: {} });
  made.addWorn(1, '3/0/0', part(2), 2);
  expect(made.worn()).toBeNull();
  made.addWorn(1, '3/1/0', part(3), 2);
  expect(made.worn()).toEqual({ isTrue: true, sums: { wears: { 'a/w': { there: 20, taken: 5 } }, lettering: {} } });
});

test('what is known exactly does not become about again when the quick reading comes late', async () => {
  const part = (taken: number): WearSums => ({ wears: { 'picture/w': { there: 10, taken } }, lettering: {} });
  const worn = freshWear('w', 'Scuffs', { picture: { sha256: ASSET.sha256 } }, wholeSheet(posterOf().size), {});
  let tell: (sums: WearSums) => void = () => undefined;
  const about = new Promise<WearSums>((resolve) => (tell = resolve));
  const { made } = await rendering(
    withPass(posterOf(), 'picture', (pass) => ({ ...pass, wear: [worn] })),
    { worn: about, letters: Promise.resolve({ worst: {}, outlines: {} }) },
  );
  made.seesAll.set(true);
  await new Promise((quiet) => setTimeout(quiet, 400));
  made.addWorn(1, '3/0/0', part(2), 1);
  expect(made.worn()).toMatchObject({ isTrue: true });
  tell(part(3));
  await new Promise((taken) => setTimeout(taken, 20));
  expect(made.worn()).toEqual({ isTrue: true, sums: part(2) });
});
