import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import { of } from 'rxjs';
import type { CheckReport, Sheet } from '@uvrant/core';
import type { SendOut } from '@uvrant/contract';
import { find, textOf } from '../../testing/bench';
import { ASSET, JOB, keptOf, posterOf, sendOut } from '../../testing/sheets';
import { Api } from '../api/api';
import { Engine } from '../engine/engine';
import { benchFeature } from '../state/bench';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { JobActions, jobsFeature } from '../state/jobs';
import { trayFeature } from '../state/tray';
import { DispatchPage } from './dispatch-page';

// The whole page with its table.
jest.setTimeout(20_000);

const REPORT: CheckReport = {
  findings: [
    {
      check: 'clear',
      title: 'Pixels may be half there',
      detail: 'The sheet’s edges are smooth.',
      pass: null,
      place: null,
      mend: { words: 'Print soft parts as dots', change: { kind: 'edges', edges: 'screened' } },
    },
  ],
  inOrder: [{ title: 'Smallest type', figure: '32 pt' }],
};

const poster = keptOf(posterOf(), 3);
const second = { ...keptOf({ ...posterOf(), name: 'Shirt back' }), id: 's2' };

const shown = async () => {
  const saved: Sheet[] = [];
  const api = {
    keptPicture: () => Promise.resolve({ revision: 3, webp: new Blob() }),
    fileUrl: (id: string) => `/file/${id}`,
    sentPictureUrl: (id: string) => `/picture/${id}`,
    zipUrl: (ids: readonly string[], name: string) => `/zip/${ids.join('+')}/${name}`,
    saveSheet: (_id: string, revision: number, _edit: string, document: Sheet) => {
      saved.push(document);
      return of({ ...poster, revision: revision + 1, document });
    },
  };
  const asked: string[] = [];
  const engine = {
    open: () => 1,
    ask: (task: { kind: string; profile?: string }) => {
      if (task.kind !== 'checks') return new Promise(() => undefined);
      asked.push(task.profile ?? '');
      return Promise.resolve(REPORT);
    },
  };
  URL.createObjectURL = () => '/small';
  URL.revokeObjectURL = () => undefined;
  TestBed.configureTestingModule({
    providers: [
      provideStore(),
      ...[jobsFeature, dispatchFeature, benchFeature, trayFeature].map((each) => provideState(each as typeof jobsFeature)),
      provideRouter([]),
      { provide: Engine, useValue: engine },
      { provide: Api, useValue: api },
    ],
  });
  const store = TestBed.inject(Store);
  const fixture = TestBed.createComponent(DispatchPage);
  fixture.componentRef.setInput('job', JOB.id);
  await fixture.whenStable();
  store.dispatch(JobActions.jobOpened({ contents: { job: JOB, sheets: [poster, second], assets: [ASSET] } }));
  await fixture.whenStable();
  const wanted = jest.spyOn(store, 'dispatch');
  return { fixture, store, wanted, saved, asked };
};

const rootOf = (fixture: ComponentFixture<unknown>): HTMLElement => fixture.nativeElement as HTMLElement;

const typed = async (fixture: ComponentFixture<unknown>, label: string, value: string): Promise<void> => {
  const input = find<HTMLInputElement>(fixture, 'input', label);
  input.value = value;
  for (const event of ['input', 'change']) input.dispatchEvent(new Event(event));
  await fixture.whenStable();
};

test('the first sheet goes out as a PNG until another is chosen; each file counts', async () => {
  const { fixture, wanted } = await shown();
  expect(textOf(fixture)).toContain('Send out 1 file');
  find(fixture, 'uv-send-form label', 'Plates').click();
  await fixture.whenStable();
  find(fixture, 'uv-send-form label', 'Job ticket').click();
  await fixture.whenStable();
  // The poster has two inks.
  expect(textOf(fixture)).toContain('Send out 4 files');
  find(fixture, 'button', 'Send out 4 files').click();
  const action = wanted.mock.calls.at(-1)?.[0] as unknown as ReturnType<typeof DispatchActions.sendOutWanted>;
  expect(action).toMatchObject({ jobId: JOB.id, sheets: [poster.id] });
  expect(action.choice.files.map(({ format }) => format)).toEqual(['png', 'plates', 'job-ticket']);
});

test('a pattern that cannot be said is told, and nothing can be sent by it', async () => {
  const { fixture } = await shown();
  await typed(fixture, 'How files are named', '{moon}');
  expect(textOf(fixture)).toContain('cannot say {moon}');
  expect(find<HTMLButtonElement>(fixture, 'button', 'Send out 1 file').disabled).toBe(true);
});

test('another size of a picture is another file', async () => {
  const { fixture } = await shown();
  find(fixture, 'button', 'and another size').click();
  await fixture.whenStable();
  expect(textOf(fixture)).toContain('Send out 2 files');
  find(fixture, 'button', 'Without this').click();
  await fixture.whenStable();
  expect(textOf(fixture)).toContain('Send out 1 file');
});

test('what the checks found is mended in the sheet, by the profile that is asked for', async () => {
  const { fixture, store, saved, asked } = await shown();
  expect(textOf(fixture)).toContain('1 to mend, 1 in order');
  expect(asked).toEqual(['screen-paper']);
  store.dispatch(DispatchActions.profileChosen({ profile: 'transfer' }));
  await fixture.whenStable();
  expect(asked.at(-1)).toBe('transfer');
  find(fixture, 'uv-findings button', 'Print soft parts as dots').click();
  expect(saved.map(({ edges }) => edges)).toEqual(['screened']);
});

test('files are found, chosen, sent again, removed and taken together; what waits says so', async () => {
  const { fixture, store, wanted } = await shown();
  const sendOuts = [
    sendOut({}),
    sendOut({ id: 'o2', fileName: 'poster.png', format: 'png', ink: null, note: 'A note on it.' }),
    sendOut({ id: 'o3', fileName: 'waits.png', format: 'png', state: 'queued', finishedAt: null, bytes: null }),
    sendOut({ id: 'o4', fileName: 'works.png', format: 'png', state: 'rendering', finishedAt: null, bytes: null }),
    sendOut({ id: 'o5', fileName: 'broken.png', format: 'png', state: 'failed', error: 'The disk was full.' }),
  ];
  store.dispatch(DispatchActions.sendOutsListed({ sendOuts }));
  await fixture.whenStable();
  const text = textOf(fixture);
  for (const words of [
    '5 files',
    'poster-soot.tif',
    'Plates',
    '437 kB',
    'A note on it.',
    'waits, next after works.png',
    'The disk was full.',
  ])
    expect(text).toContain(words);
  const pick = (label: string): void => find(fixture, 'input', label).click();
  pick('Choose poster-soot.tif');
  pick('Choose poster.png');
  pick('Choose waits.png');
  await fixture.whenStable();
  expect(find(fixture, 'a', 'Take as one zip').getAttribute('href')).toBe('/zip/o1+o2/Night concerts');
  find(fixture, '.head button', 'Send again').click();
  const sent = (): readonly string[] =>
    wanted.mock.calls.flatMap(([action]) => {
      const { type: kind, sendOut: again } = action as unknown as { type: string; sendOut?: SendOut };
      return kind === DispatchActions.sentAgain.type && again ? [again.id] : [];
    });
  expect(sent()).toEqual(['o1', 'o2']);
  find(fixture, '.head button', 'Cancel').click();
  expect(wanted.mock.calls.at(-1)?.[0]).toEqual(DispatchActions.sendOutCalledOff({ id: 'o3' }));
  await typed(fixture, 'Find a file', 'soot');
  expect(rootOf(fixture).querySelectorAll('tr.mat-mdc-row').length).toBe(1);
});
