import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { of, Subject, throwError } from 'rxjs';
import { Api } from '../api/api';
import { ServerStream } from '../api/event-stream';
import { ASSET, JOB, keptOf, posterOf } from '../../testing/sheets';
import { OPEN_BROWSER_DB } from '../keeping/browser-db';
import { BenchActions, benchFeature } from './bench';
import { ChestActions, chestFeature } from './chest';
import { DispatchActions, dispatchFeature } from './dispatch';
import * as effects from './effects';
import { JobActions, jobsFeature } from './jobs';
import type { KeptSheet, SendOut } from '@uvrant/contract';
import type { HeardEvent } from './model';
import { Notices } from '../ui/notices';
import { TrayActions, trayFeature } from './tray';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

const started = (api: Partial<Record<keyof Api, unknown>>) => {
  const events = new Subject<HeardEvent>();
  let n = 0;
  Object.defineProperty(globalThis.crypto, 'randomUUID', { value: () => `edit-${++n}`, configurable: true });
  TestBed.configureTestingModule({
    providers: [
      provideStore(),
      provideState(jobsFeature),
      provideState(benchFeature),
      provideState(dispatchFeature),
      provideState(trayFeature),
      provideState(chestFeature),
      provideEffects(effects),
      { provide: Router, useValue: { navigate: () => Promise.resolve(true) } },
      { provide: Api, useValue: { jobs: () => of([JOB]), ...api } },
      { provide: ServerStream, useValue: { events } },
      { provide: OPEN_BROWSER_DB, useValue: () => Promise.reject(new Error('no database')) },
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(JobActions.windowOpened());
  store.dispatch(BenchActions.sheetLaidOut({ sheet: keptOf(posterOf(), 3) }));
  return { store, events, saving: store.selectSignal(benchFeature.selectSaving), bench: store.selectSignal(benchFeature.selectBenchState) };
};

const renamed = (name: string) => BenchActions.sheetEdited({ document: { ...posterOf(), name }, gesture: null });

test('an edit goes to the saver under the sheet it was made to; leaving for another sheet changes neither', async () => {
  const saveSheet = jest.fn((id: string, base: number, _: string, document: KeptSheet['document']) =>
    of({ ...keptOf(document, base + 1), id }),
  );
  const { store, saving, bench } = started({ saveSheet });
  store.dispatch(renamed('a'));
  store.dispatch(BenchActions.sheetLaidOut({ sheet: { ...keptOf(posterOf(), 7), id: 's2' } }));
  store.dispatch(renamed('b'));
  await jest.advanceTimersByTimeAsync(600);
  expect(saveSheet.mock.calls.map(([id, base, , document]) => [id, base, document.name])).toEqual([
    ['s1', 3, 'a'],
    ['s2', 7, 'b'],
  ]);
  expect(bench()).toMatchObject({ id: 's2', revision: 8, document: { name: 'b' } });
  expect(saving()).toMatchObject({ state: 'saved' });
});

test('a stale save keeps mine and knows theirs; mine goes only once it is a new sheet', async () => {
  const theirs = keptOf({ ...posterOf(), name: 'theirs' }, 9);
  const answers = [throwError(() => new Error('The server does not answer.')), of({ ...keptOf(posterOf()), id: 's2' })];
  const createSheet = jest.fn((_: string, __: KeptSheet['document']) => answers.shift());
  const { store, saving, bench } = started({
    saveSheet: () => throwError(() => new HttpErrorResponse({ status: 409, error: { current: theirs } })),
    createSheet,
  });
  store.dispatch(renamed('mine'));
  await jest.advanceTimersByTimeAsync(600);
  expect(saving()).toEqual({ state: 'stale', theirs });
  store.dispatch(BenchActions.mineKeptAsANewSheet());
  expect(saving().state).toBe('stale');
  expect(bench().document?.name).toBe('mine');
  store.dispatch(BenchActions.mineKeptAsANewSheet());
  expect(createSheet).toHaveBeenLastCalledWith('j1', expect.objectContaining({ name: 'mine (mine)' }));
  expect(bench()).toMatchObject({ revision: 9, document: { name: 'theirs' }, saving: { state: 'saved' } });
});

test('a picture’s way in is told: sent, read, taken in; a refusal stays until dismissed', async () => {
  const upload = new Subject<{ sent: number } | { asset: typeof ASSET }>();
  const { store, events } = started({ upload: () => upload, job: () => of({ job: JOB, sheets: [], assets: [] }) });
  const uploads = store.selectSignal(jobsFeature.selectUploads);
  store.dispatch(JobActions.jobEntered({ id: JOB.id }));
  await jest.advanceTimersByTimeAsync(0);
  store.dispatch(JobActions.pictureDropped({ jobId: JOB.id, id: 'u1', file: new File([], 'ridge.jpg') }));
  upload.next({ sent: 0.5 });
  expect(uploads()).toMatchObject([{ name: 'ridge.jpg', sent: 0.5, read: 0 }]);
  events.next({ topic: 'ingest', upload: 'u1', share: 0.7 });
  expect(uploads()).toMatchObject([{ sent: 1, read: 0.7 }]);
  upload.next({ asset: ASSET });
  expect(uploads()).toEqual([]);
  expect(store.selectSignal(jobsFeature.selectLatest)()).toBe(ASSET.sha256);
  store.dispatch(JobActions.pictureDropped({ jobId: JOB.id, id: 'u2', file: new File([], 'notes.txt') }));
  upload.error(new Error('None of the pictures that can be read.'));
  expect(uploads()).toMatchObject([{ error: 'None of the pictures that can be read.' }]);
  store.dispatch(JobActions.uploadDismissed({ id: 'u2' }));
  expect(uploads()).toEqual([]);
});

test('a send-out’s progress comes by the stream, and its end is read', () => {
  const sendOut = { id: 'o1', jobId: 'j1', sheetId: 's1', state: 'queued' } as SendOut;
  const sendOuts = jest.fn(() => of([{ ...sendOut, state: 'done', bytes: 9 }]));
  const { store, events } = started({ sendOut: () => of([sendOut]), sendOuts });
  store.dispatch(JobActions.jobOpened({ contents: { job: JOB, sheets: [], assets: [] } }));
  const state = store.selectSignal(dispatchFeature.selectDispatchState);
  const known = store.selectSignal(dispatchFeature.selectSendOuts);
  store.dispatch(DispatchActions.sendOutWanted({ jobId: 'j1', sheets: ['s1'], choice: state().choice }));
  events.next({ topic: 'send-out', id: 'o1', jobId: 'j1', state: 'rendering', share: 0.4 });
  expect([state().progress, known()]).toMatchObject([{ o1: { share: 0.4 } }, [{ state: 'rendering' }]]);
  events.next({ topic: 'send-out', id: 'o1', jobId: 'j1', state: 'done', share: 1 });
  expect(sendOuts).toHaveBeenCalledTimes(1);
  expect(known()).toMatchObject([{ state: 'done', bytes: 9 }]);
});

test('a picture that came in while the job was being read stays', async () => {
  const reading = new Subject<{ job: typeof JOB; sheets: []; assets: [] }>();
  const { store } = started({ job: () => reading });
  store.dispatch(JobActions.jobOpened({ contents: { job: JOB, sheets: [], assets: [] } }));
  store.dispatch(JobActions.jobEntered({ id: JOB.id }));
  await jest.advanceTimersByTimeAsync(0);
  store.dispatch(JobActions.pictureTakenIn({ id: 'u1', asset: ASSET }));
  reading.next({ job: JOB, sheets: [], assets: [] });
  expect(store.selectSignal(jobsFeature.selectPictures)()).toEqual([ASSET]);
});

test('a send-out of another job never takes this job’s list; one that another window asked for is read', () => {
  const sendOuts = jest.fn((_: string) => of([]));
  const { store, events } = started({ sendOuts });
  store.dispatch(JobActions.jobOpened({ contents: { job: JOB, sheets: [], assets: [] } }));
  events.next({ topic: 'send-out', id: 'o9', jobId: 'another', state: 'done', share: 1 });
  expect(sendOuts).not.toHaveBeenCalled();
  events.next({ topic: 'send-out', id: 'o2', jobId: JOB.id, state: 'rendering', share: 0.1 });
  expect(sendOuts).toHaveBeenCalledWith(JOB.id);
});

test('after the stream was lost all that is shown is read again; a sheet saved elsewhere meanwhile can be told from mine', () => {
  const theirs = keptOf({ ...posterOf(), name: 'theirs' }, 9);
  const [job, sendOuts, fonts] = [
    jest.fn(() => of({ job: JOB, sheets: [theirs], assets: [ASSET] })),
    jest.fn(() => of([])),
    jest.fn(() => of([])),
  ];
  const { store, events, bench } = started({ job, sendOuts, fonts });
  store.dispatch(JobActions.jobOpened({ contents: { job: JOB, sheets: [keptOf(posterOf(), 3)], assets: [ASSET] } }));
  events.next({ topic: 'reconnected' });
  expect([job, sendOuts, fonts].map((each) => each.mock.calls.length)).toEqual([1, 1, 1]);
  expect(store.selectSignal(jobsFeature.selectSheetsToOpen)()).toEqual([theirs]);
  // The bench takes it up, and it can be undone.
  store.dispatch(BenchActions.sheetLaidOut({ sheet: theirs }));
  expect(bench()).toMatchObject({ revision: 9, document: { name: 'theirs' }, saving: { state: 'saved' } });
  expect(bench().past.map(({ name }) => name)).toEqual(['Poster']);
  // With edits of mine it waits: the save finds out.
  store.dispatch(renamed('mine'));
  store.dispatch(BenchActions.sheetLaidOut({ sheet: { ...theirs, revision: 10 } }));
  expect(bench()).toMatchObject({ revision: 9, document: { name: 'mine' } });
});

test('what is removed goes from its lists, and comes back as it was', () => {
  const contents = { job: JOB, sheets: [keptOf(posterOf())], assets: [ASSET] };
  const { store } = started({ remove: () => of(undefined), putBack: () => of(undefined), job: () => of(contents) });
  store.dispatch(JobActions.jobOpened({ contents: { ...contents, sheets: [] } }));
  const item = { kind: 'picture', id: ASSET.sha256, jobId: JOB.id, name: ASSET.name } as const;
  const assets = store.selectSignal(jobsFeature.selectPictures);
  store.dispatch(TrayActions.removalWanted({ item }));
  expect(store.selectSignal(trayFeature.selectLatest)()).toEqual(item);
  store.dispatch(TrayActions.putBackWanted({ item }));
  expect(assets()).toEqual([ASSET]);
  expect(store.selectSignal(trayFeature.selectLatest)()).toBeNull();
});

test('orders are sent beside each other; the same one twice at once counts once', () => {
  const answers: Subject<SendOut[]>[] = [];
  const sendOut = jest.fn((_job: string, _sheets: readonly string[]) => {
    const answer = new Subject<SendOut[]>();
    answers.push(answer);
    return answer;
  });
  const { store } = started({ sendOut });
  const choice = store.selectSignal(dispatchFeature.selectChoice)();
  const order = (id: string) => store.dispatch(DispatchActions.sendOutWanted({ jobId: 'j1', sheets: [id], choice }));
  for (const id of ['s1', 's2', 's1']) order(id);
  expect(sendOut.mock.calls.map(([, sheets]) => sheets)).toEqual([['s1'], ['s2']]);
  for (const [at, answer] of answers.entries()) {
    answer.next([{ id: `o${at}`, state: 'queued', createdAt: at } as SendOut]);
    answer.complete();
  }
  expect(
    store
      .selectSignal(dispatchFeature.selectSendOuts)()
      .map(({ id }) => id),
  ).toEqual(['o1', 'o0']);
  order('s1');
  expect(sendOut).toHaveBeenCalledTimes(3);
});

describe('scans', () => {
  const order = (scan: string) =>
    ({
      scan,
      device: 'flatbed',
      name: `Kraft ${scan}`,
      ppi: 150,
      area: { x: 0, y: 0, width: 50, height: 50 },
      glass: { surface: 'kraft board', seed: 1, tiles: false },
      colour: false,
      exposure: 0,
    }) as const;

  test('are made one after the other; one that is called off while it waits is not begun, and each is told of', () => {
    const answers = new Map<string, Subject<unknown>>();
    const scan = jest.fn((_: string, { scan: id }: { scan: string }) => {
      answers.set(id, new Subject());
      return answers.get(id);
    });
    const cancelScan = jest.fn(() => of(null));
    const { store } = started({ scan, cancelScan });
    const said = jest.spyOn(TestBed.inject(Notices), 'say').mockReturnValue(null as never);
    const scans = store.selectSignal(chestFeature.selectScans);
    for (const id of ['a', 'b', 'c']) store.dispatch(ChestActions.scanWanted({ jobId: JOB.id, order: order(id) }));
    expect([scan.mock.calls.length, scans().map(({ id }) => id)]).toEqual([1, ['a', 'b', 'c']]);
    store.dispatch(ChestActions.scanCalledOff({ scan: 'b' }));
    store.dispatch(JobActions.jobEntered({ id: JOB.id }));
    answers.get('a')?.next({ ...ASSET, name: 'Kraft a', drawer: 'texture' });
    answers.get('a')?.complete();
    expect(said).toHaveBeenCalledWith('“Kraft a” is scanned.', 'Show it', expect.any(Function));
    expect(scan.mock.calls.map(([, each]) => each.scan)).toEqual(['a', 'c']);
    // One that is called off under way is no refusal.
    store.dispatch(ChestActions.scanCalledOff({ scan: 'c' }));
    answers.get('c')?.error(new Error('called off'));
    expect([scans(), store.selectSignal(chestFeature.selectProblem)()]).toEqual([[], null]);
    (said.mock.calls[0]?.[2] as () => void)();
    expect(store.selectSignal(chestFeature.selectSought)()).toBe(ASSET.sha256);
  });
});
