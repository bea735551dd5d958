import 'fake-indexeddb/auto';
import { HttpErrorResponse } from '@angular/common/http';
import type { Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { NEVER, of, Subject, throwError, type Observable } from 'rxjs';
import type { Sheet } from '@uvrant/core';
import { freshBrowser } from '../../testing/browser';
import { keptOf, posterOf } from '../../testing/sheets';
import { Api } from '../api/api';
import { BenchActions, benchFeature } from '../state/bench';
import type { KeptSheet } from '@uvrant/contract';
import { BrowserDb, OPEN_BROWSER_DB } from './browser-db';
import { Saver } from './saver';

let open = new Set<string>();
beforeEach(() => {
  open = freshBrowser();
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

type Save = (id: string, base: number, editId: string, document: Sheet) => Observable<KeptSheet>;
const taken: Save = (id, base, _, document) => of({ ...keptOf(document, base + 1), id });

/** A window with a saver, on a server that answers so. */
const windowWith = (save: Save, given: Provider = []) => {
  TestBed.resetTestingModule();
  const saveSheet = jest.fn(save);
  const sendLeaving = jest.fn();
  TestBed.configureTestingModule({
    providers: [provideStore(), provideState(benchFeature), { provide: Api, useValue: { saveSheet, sendLeaving } }, given],
  });
  const [saver, store] = [TestBed.inject(Saver), TestBed.inject(Store)];
  store.dispatch(BenchActions.sheetLaidOut({ sheet: keptOf(posterOf(), 3) }));
  const bench = store.selectSignal(benchFeature.selectBenchState);
  const edit = (name: string): void => {
    const document = { ...posterOf(), name };
    store.dispatch(BenchActions.sheetEdited({ document, gesture: null }));
    saver.edited('s1', 'j1', bench().revision, document);
  };
  const sent = () => saveSheet.mock.calls.map(([id, base, , document]) => [id, base, document.name]);
  /** The window goes as by a crash: nothing of it runs any more. */
  const crash = (): void => {
    open.clear();
    jest.clearAllTimers();
  };
  return { saver, store, bench, edit, sent, saveSheet, sendLeaving, crash, saving: () => bench().saving, db: TestBed.inject(BrowserDb) };
};
const wait = (ms: number): Promise<void> => jest.advanceTimersByTimeAsync(ms);

test('edits are saved a little after the last, over the revision that the save before gave', async () => {
  const { edit, sent, saving } = windowWith(taken);
  edit('a');
  await wait(300);
  edit('b');
  await wait(499);
  expect(sent()).toEqual([]);
  await wait(10);
  expect(sent()).toEqual([['s1', 3, 'b']]);
  expect(saving()).toMatchObject({ state: 'saved' });
  edit('c');
  await wait(600);
  expect(sent().at(-1)).toEqual(['s1', 4, 'c']);
});

test('while work goes on it is saved every three seconds, not only once the hand rests', async () => {
  const { edit, sent } = windowWith(taken);
  for (let n = 0; n < 300; n++) {
    edit(`${n}`);
    await wait(100);
  }
  expect(sent().length).toBeGreaterThanOrEqual(9);
  expect(sent().length).toBeLessThanOrEqual(12);
});

test('an edit made while a save is under way is saved after it; nothing is sent twice at once', async () => {
  const answers: Subject<KeptSheet>[] = [];
  const { edit, sent, saving } = windowWith(() => {
    answers.push(new Subject());
    return answers.at(-1) as Subject<KeptSheet>;
  });
  edit('a');
  await wait(600);
  edit('b');
  await wait(600);
  expect(sent()).toHaveLength(1);
  answers[0]?.next(keptOf({ ...posterOf(), name: 'a' }, 4));
  await wait(600);
  expect(sent()).toEqual([
    ['s1', 3, 'a'],
    ['s1', 4, 'b'],
  ]);
  expect(saving().state).toBe('saving');
});

test('a server that does not answer is told of and asked again without end, with the same edit id, before anything later', async () => {
  let isBack = false;
  const { edit, sent, saving, saveSheet, saver } = windowWith((id, base, editId, document) =>
    isBack ? taken(id, base, editId, document) : throwError(() => new HttpErrorResponse({ status: 0 })),
  );
  edit('a');
  await wait(600);
  expect(saving()).toMatchObject({ state: 'failed', isTriedAgain: true, isKept: true });
  edit('b');
  await wait(300_000);
  expect(sent().length).toBeGreaterThan(10);
  expect(sent().every(([, base, name]) => base === 3 && name === 'a')).toBe(true);
  expect(new Set(saveSheet.mock.calls.map(([, , editId]) => editId)).size).toBe(1);
  isBack = true;
  saver.now();
  await wait(600);
  expect(sent().slice(-2)).toEqual([
    ['s1', 3, 'a'],
    ['s1', 4, 'b'],
  ]);
  expect(saving().state).toBe('saved');
});

test('a save that hangs has a time limit that says so', async () => {
  const { edit, saving } = windowWith(() => NEVER);
  edit('a');
  await wait(20_600);
  expect(saving()).toMatchObject({ state: 'failed', message: 'The server has not answered for 20 s.', isTriedAgain: true });
});

test('a refused save says why and waits for the person or the next edit', async () => {
  const { edit, sent, saving, saver } = windowWith(() =>
    throwError(() => new HttpErrorResponse({ status: 422, error: { message: 'The sheet is too large.' } })),
  );
  edit('a');
  await wait(60_000);
  expect(saving()).toMatchObject({ state: 'failed', message: 'The sheet is too large.', isTriedAgain: false });
  expect(sent()).toHaveLength(1);
  saver.now('s1');
  expect(sent()).toHaveLength(2);
});

test('a late answer for one sheet marks no other', async () => {
  const answers = new Map<string, Subject<KeptSheet>>();
  const { store, edit, saver, bench } = windowWith((id) => {
    answers.set(id, new Subject());
    return answers.get(id) as Subject<KeptSheet>;
  });
  edit('a');
  await wait(600);
  store.dispatch(BenchActions.sheetLaidOut({ sheet: { ...keptOf(posterOf(), 8), id: 's2' } }));
  const document = { ...posterOf(), name: 'other' };
  store.dispatch(BenchActions.sheetEdited({ document, gesture: null }));
  answers.get('s1')?.error(new HttpErrorResponse({ status: 409, error: { current: keptOf(posterOf(), 9) } }));
  await wait(0);
  expect(bench()).toMatchObject({ id: 's2', revision: 8, document: { name: 'other' }, saving: { state: 'unsaved' } });
  // The other window's choice waits on its own sheet.
  expect(saver.pendingOf('s1')).toMatchObject({ document: { name: 'a' }, theirs: { revision: 9 } });
  store.dispatch(BenchActions.sheetLaidOut({ sheet: keptOf(posterOf(), 9), pending: saver.pendingOf('s1') }));
  expect(bench()).toMatchObject({ document: { name: 'a' }, saving: { state: 'stale' } });
});

test('what a crashed window left is saved by the next one, and by no window while the first still lives', async () => {
  const first = windowWith(() => NEVER);
  first.edit('a');
  await wait(200);
  const beside = windowWith(taken);
  await Promise.all([beside.saver.resume(), wait(200)]);
  expect(beside.sent()).toEqual([]);
  first.crash();
  const next = windowWith(taken);
  await Promise.all([next.saver.resume(), wait(200)]);
  expect(next.sent()).toEqual([['s1', 3, 'a']]);
  expect(next.saver.resumed().has('s1')).toBe(true);
  await wait(200);
  expect(await next.db.all('edits')).toEqual([]);
});

test('a save that was on its way when the window crashed is sent again under its id, then what came after it', async () => {
  const first = windowWith(() => NEVER);
  first.edit('a');
  await wait(600);
  first.edit('b');
  await wait(200);
  const [[, , editId] = []] = first.saveSheet.mock.calls;
  first.crash();
  const next = windowWith(taken);
  await Promise.all([next.saver.resume(), wait(200)]);
  await wait(600);
  expect(next.sent()).toEqual([
    ['s1', 3, 'a'],
    ['s1', 4, 'b'],
  ]);
  expect(next.saveSheet.mock.calls[0]?.[2]).toBe(editId);
});

test('edits of a crashed window over which another saved are offered: the person chooses', async () => {
  const first = windowWith(() => NEVER);
  first.edit('mine');
  await wait(200);
  first.crash();
  const theirs = keptOf({ ...posterOf(), name: 'theirs' }, 9);
  const next = windowWith(() => throwError(() => new HttpErrorResponse({ status: 409, error: { current: theirs } })));
  await Promise.all([next.saver.resume(), wait(200)]);
  expect(next.saver.pendingOf('s1')).toMatchObject({ document: { name: 'mine' }, theirs });
  next.saver.forget('s1');
  await wait(200);
  expect(await next.db.all('edits')).toEqual([]);
});

test('a window that goes keeps an edit of a moment ago in the browser and sends what can outlive it', async () => {
  const { edit, sendLeaving, db } = windowWith(taken);
  edit('a');
  dispatchEvent(new Event('pagehide'));
  await wait(20);
  expect(await db.all('edits')).toMatchObject([{ sheet: 's1', base: 3, document: { name: 'a' } }]);
  expect(sendLeaving).toHaveBeenCalledWith('s1', 3, expect.any(String), expect.objectContaining({ name: 'a' }), 60_000);
});

test('leaving is held up only where edits are nowhere but in the window', async () => {
  const leaving = (): boolean => {
    const event = new Event('beforeunload', { cancelable: true });
    dispatchEvent(event);
    return event.defaultPrevented;
  };
  const kept = windowWith(() => NEVER);
  kept.edit('a');
  await wait(200);
  expect(leaving()).toBe(false);
  kept.saver.forget('s1');
  const unkept = windowWith(() => NEVER, { provide: OPEN_BROWSER_DB, useValue: () => Promise.reject(new Error('no database')) });
  expect(leaving()).toBe(false);
  unkept.edit('a');
  await wait(200);
  expect(leaving()).toBe(true);
});
