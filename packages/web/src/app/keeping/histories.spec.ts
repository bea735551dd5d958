import 'fake-indexeddb/auto';
import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { withPass, type Sheet } from '@uvrant/core';
import { freshBrowser } from '../../testing/browser';
import { keptOf, posterOf } from '../../testing/sheets';
import { BenchActions, benchFeature } from '../state/bench';
import { BrowserDb } from './browser-db';
import { Histories } from './histories';

let open = new Set<string>();
beforeEach(() => (open = freshBrowser()));

const opened = (): Histories => {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({ providers: [provideStore(), provideState(benchFeature)] });
  return TestBed.inject(Histories);
};
const named = (name: string, from = posterOf()): Sheet => ({ ...from, name });
const kept = async (): Promise<void> => {
  dispatchEvent(new Event('pagehide'));
  await new Promise((done) => setTimeout(done, 30));
};
const copy = (sheet: Sheet): Sheet => JSON.parse(JSON.stringify(sheet)) as Sheet;
const count = async (): Promise<number> => (await TestBed.inject(BrowserDb).opened()).count('documents');

test('what can be undone outlives the window, newest first, and what was undone too', async () => {
  const [first, second, third] = [named('a'), named('b'), named('c')];
  opened().keep({ sheet: 's1', past: [first, second], document: third, future: [named('d')] });
  await kept();
  open.clear();
  const history = await opened().recall('s1', copy(third));
  expect(history?.past.map(({ name }) => name)).toEqual(['a', 'b']);
  expect(history?.future.map(({ name }) => name)).toEqual(['d']);
});

test('a sheet that was changed elsewhere since, or another sheet, has no history here', async () => {
  opened().keep({ sheet: 's1', past: [named('a')], document: named('b'), future: [] });
  await kept();
  const next = opened();
  expect(await next.recall('s1', named('theirs'))).toBeNull();
  expect(await next.recall('s2', named('b'))).toBeNull();
});

test('an edit writes one document, what falls away is removed, and a window that is gone leaves none behind', async () => {
  const histories = opened();
  const put = jest.spyOn(IDBObjectStore.prototype, 'put');
  const documents = Array.from({ length: 6 }, (_, n) => named(`${n}`));
  for (let n = 1; n < 6; n++) {
    histories.keep({ sheet: 's1', past: documents.slice(0, n), document: documents[n] as Sheet, future: [] });
    await kept();
  }
  // Two documents at first, one more with each edit after it, and the history each time.
  expect(put).toHaveBeenCalledTimes(6 + 5);
  histories.keep({ sheet: 's1', past: documents.slice(4, 5), document: documents[5] as Sheet, future: [] });
  await kept();
  expect(await count()).toBe(2);
  put.mockRestore();
  open.clear();
  const next = opened();
  const document = copy(documents[5] as Sheet);
  const history = await next.recall('s1', document);
  next.keep({ sheet: 's1', ...(history as NonNullable<typeof history>), document });
  await kept();
  expect(await count()).toBe(2);
});

test('recalled documents share the passes that are the same', async () => {
  const before = posterOf();
  const after = withPass(before, 'picture', (pass) => ({ ...pass, name: 'Other' }));
  opened().keep({ sheet: 's1', past: [before], document: after, future: [] });
  await kept();
  open.clear();
  const now = copy(after);
  const [recalled] = (await opened().recall('s1', now))?.past ?? [];
  expect(recalled).toEqual(before);
  const of = (sheet: Sheet | undefined, id: string) => sheet?.passes.find((pass) => pass.id === id);
  expect(of(recalled, 'ground')).toBe(of(now, 'ground'));
  expect(of(recalled, 'picture')).not.toBe(of(now, 'picture'));
});

test('undo steps from before go before those since, whether an edit came in between or not', () => {
  opened();
  const store = TestBed.inject(Store);
  const bench = store.selectSignal(benchFeature.selectBenchState);
  const [document, past, future] = [posterOf(), [named('a')], [named('z')]];
  store.dispatch(BenchActions.sheetLaidOut({ sheet: keptOf(document) }));
  store.dispatch(BenchActions.historyRecalled({ id: 's1', document, past, future }));
  expect([bench().past, bench().future]).toEqual([past, future]);
  store.dispatch(BenchActions.sheetLaidOut({ sheet: { ...keptOf(document), id: 's2' } }));
  store.dispatch(BenchActions.sheetEdited({ document: named('since'), gesture: null }));
  store.dispatch(BenchActions.historyRecalled({ id: 's2', document, past, future }));
  expect(bench().past).toEqual([...past, document]);
  expect(bench().future).toEqual([]);
  expect(store.selectSignal(benchFeature.selectUndone)()).toBe('Name of the sheet');
  store.dispatch(BenchActions.historyRecalled({ id: 'another', document, past, future }));
  expect(bench().past).toHaveLength(2);
});
