import { signal, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import type {
  BentLetters,
  CheckReport,
  FoundScreen,
  Sheet,
  Spot,
  TextureWear,
  ToneStatistics,
  UnfoundEdges,
  Why,
  WornLetter,
} from '@uvrant/core';
import { Editing } from '../app/bench/editing';
import { Adding } from '../app/bench/adding/adding';
import { Attachments } from '../app/bench/attached/attachments';
import { Rendering, type WornReading } from '../app/bench/view/rendering';
import { Swapping } from '../app/bench/swapping';
import { Clipboard } from '../app/bench/ticket/clipboard';
import { LineMenus } from '../app/bench/ticket/line-menus';
import { TicketEdits } from '../app/bench/ticket/ticket-edits';
import type { BareMask, InkShares, LetterReadings, StepReading, TypeSetting } from '../app/engine/protocol';
import { BenchActions, benchFeature } from '../app/state/bench';
import { chestFeature } from '../app/state/chest';
import { dispatchFeature } from '../app/state/dispatch';
import { fontsFeature } from '../app/state/fonts';
import { JobActions, jobsFeature } from '../app/state/jobs';
import { trayFeature } from '../app/state/tray';
import { ASSET, JOB, keptOf, posterOf } from './sheets';

export const READING: StepReading = {
  histogram: Array.from({ length: 64 }, () => 1 / 64),
  into: { white: 0.2, grey: 0.5, black: 0.3, blown: 0.05 },
  out: { white: 0.1, grey: 0.6, black: 0.3, blown: 0 },
  meanIn: 0.4,
  meanOut: 0.45,
  found: { black: 0.1, white: 0.9 },
};

/** What the workers would have read. */
export const fakeRendering = () => ({
  inks: signal<InkShares | null>({ passes: { ground: 1, picture: 0.6542 }, inks: { soot: 0.6542, flare: 0.3458 }, colours: {} }),
  reading: signal<StepReading | null>(READING),
  foundScreens: signal<Readonly<Record<string, FoundScreen>>>({}),
  bent: signal<BentLetters | null>(null),
  unfound: signal<UnfoundEdges | null>(null),
  checks: signal<CheckReport | null>(null),
  bare: signal(null),
  worn: signal<WornReading | null>(null),
  letters: signal<LetterReadings>({ worst: {}, outlines: {} }),
  worstLetters: signal<readonly WornLetter[]>([]),
  plane: signal<BareMask | null>(null),
  why: signal<Why | null>(null),
  asked: signal<{ readonly x: number; readonly y: number } | null>(null),
  greysOf: (): Promise<ToneStatistics> => Promise.resolve({ weights: Float64Array.from({ length: 1025 }, () => 1), total: 1025 }),
  takenBy: (_sheet: Sheet, _pass: string, wear: TextureWear) => Promise.resolve(0.8 * wear.share),
  outlineLostBy: (_sheet: Sheet, _pass: string, _wear: TextureWear) => Promise.resolve(0),
  spotsFor: () => Promise.resolve<readonly Spot[]>([]),
  partOf: () => Promise.resolve({ width: 1, height: 1, bytes: new Uint8Array(4) }),
  withWear: (sheet: Sheet) => sheet,
  small: signal({}),
  settings: signal<Readonly<Record<string, TypeSetting>>>({}),
  trial: signal<Sheet | null>(null),
  tonesOf: () => Promise.resolve({ picture: 0.2, beneath: 0.8 }),
  fail: (error: unknown) => {
    throw error;
  },
});

export interface OnBench {
  readonly store: Store;
  readonly rendering: ReturnType<typeof fakeRendering>;
  readonly document: () => Sheet;
  readonly shown: <C>(component: Type<C>, inputs?: Readonly<Record<string, unknown>>) => Promise<ComponentFixture<C>>;
}

/** A store with a sheet on the bench, and what the bench's parts are given. */
export const onBench = (sheet = posterOf()): OnBench => {
  const rendering = fakeRendering();
  TestBed.configureTestingModule({
    providers: [
      provideStore(),
      provideState(jobsFeature),
      provideState(benchFeature),
      provideState(dispatchFeature),
      provideState(fontsFeature),
      provideState(chestFeature),
      provideState(trayFeature),
      provideRouter([]),
      Editing,
      TicketEdits,
      Attachments,
      Adding,
      Clipboard,
      LineMenus,
      Swapping,
      { provide: Rendering, useValue: rendering },
    ],
  });
  const store: Store = TestBed.inject<Store>(Store);
  store.dispatch(JobActions.jobEntered({ id: JOB.id }));
  store.dispatch(JobActions.jobOpened({ contents: { job: JOB, sheets: [keptOf(sheet)], assets: [ASSET] } }));
  store.dispatch(BenchActions.sheetLaidOut({ sheet: keptOf(sheet) }));
  const document = store.selectSignal(benchFeature.selectDocument);
  return {
    store,
    rendering,
    document: () => document() as Sheet,
    shown: async (component, inputs = {}) => {
      const fixture = TestBed.createComponent(component);
      for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
      await fixture.whenStable();
      return fixture;
    },
  };
};

export const textOf = (fixture: ComponentFixture<unknown>): string =>
  ((fixture.nativeElement as HTMLElement).textContent ?? '').replace(/\s+/g, ' ');

/** The element with a label or a text, of those that a selector finds. */
export const find = <E extends HTMLElement>(fixture: ComponentFixture<unknown>, selector: string, words: string): E =>
  findIn(fixture.nativeElement as HTMLElement, selector, words);

/** The same of what lies over the page: open lists, menus, pickers. */
export const findOver = <E extends HTMLElement>(selector: string, words: string): E =>
  findIn(document.querySelector<HTMLElement>('.cdk-overlay-container') ?? document.body, selector, words);

const findIn = <E extends HTMLElement>(root: HTMLElement, selector: string, words: string): E => {
  const all = [...root.querySelectorAll<E>(selector)];
  const found = all.find((each) => each.getAttribute('aria-label') === words || each.textContent?.trim().startsWith(words));
  if (!found)
    throw new Error(
      `no ${selector} “${words}” among: ${all.map((each) => each.getAttribute('aria-label') ?? each.textContent?.trim()).join(' | ')}`,
    );
  return found;
};

export const type = async (fixture: ComponentFixture<unknown>, label: string, value: string): Promise<void> => {
  const input = find<HTMLInputElement>(fixture, 'input', label);
  input.value = value;
  input.dispatchEvent(new Event('change'));
  await fixture.whenStable();
};
