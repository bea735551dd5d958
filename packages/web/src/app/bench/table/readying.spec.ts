import { createEnvironmentInjector, EnvironmentInjector, runInInjectionContext, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Engine } from '../../engine/engine';
import type { Task } from '../../engine/protocol';
import { BenchActions } from '../../state/bench';
import { onBench } from '../../../testing/bench';
import { Readying } from './readying';
import type { Wanted } from './tiles';

const WANTED: Wanted = {
  version: 7,
  original: 7,
  view: { x: 0, y: 0, zoom: 0.2 },
  table: { width: 400, height: 400 },
  sheet: { width: 2000, height: 2000 },
  density: 1,
  pass: null,
};

/** Follows what is wanted, with an engine that never answers; what it is asked, once the hand rests. */
const following = (wanted = signal<Wanted | null>(WANTED)) => {
  jest.useFakeTimers();
  const asked: Task[] = [];
  const calledOff: Task[] = [];
  const engine = {
    ask: (task: Task, stop: AbortSignal) => {
      asked.push(task);
      stop.addEventListener('abort', () => calledOff.push(task));
      return new Promise(() => undefined);
    },
  };
  const { store } = onBench();
  const injector = createEnvironmentInjector([{ provide: Engine, useValue: engine }, Readying], TestBed.inject(EnvironmentInjector));
  runInInjectionContext(injector, () => injector.get(Readying).follow(wanted));
  const rests = (ms = 200): void => {
    TestBed.tick();
    jest.advanceTimersByTime(ms);
  };
  const take = (pass: string | null, step: string | null, wear?: string): void => {
    store.dispatch(BenchActions.lineChosen({ line: { pass, step, ...(wear === undefined ? {} : { attached: { wear } }) } }));
  };
  return { asked, calledOff, wanted, rests, take };
};

afterEach(() => jest.useRealTimers());

test('a step that is chosen is made ready on every tile of the draft that is seen', () => {
  const { asked, rests, take } = following();
  take(null, null);
  rests();
  expect(asked).toEqual([]);
  take('picture', 'levels');
  rests();
  expect(asked.length).toBeGreaterThan(0);
  expect(asked[0]).toMatchObject({ kind: 'ready', version: 7, of: { pass: 'picture', step: 'levels', wear: null } });
  expect(new Set(asked.map((task) => JSON.stringify(task))).size).toBe(asked.length);
});

test('it waits until a dial rests, and calls off what a change overtakes', () => {
  const { asked, calledOff, wanted, rests, take } = following();
  take('picture', null);
  rests(10);
  wanted.set({ ...WANTED, version: 8 });
  rests();
  expect(asked.length).toBeGreaterThan(0);
  expect(asked.every((task) => task.kind === 'ready' && task.version === 8)).toBe(true);
  wanted.set({ ...WANTED, version: 9 });
  rests(10);
  expect(calledOff).toEqual(asked);
});

test('a wear is made ready by its name; at print pixels, where there is no draft, nothing is', () => {
  const { asked, wanted, rests, take } = following();
  take('picture', null, 'w');
  rests();
  expect(asked[0]).toMatchObject({ of: { pass: 'picture', step: null, wear: 'w' } });
  const before = asked.length;
  wanted.set({ ...WANTED, view: { x: 0, y: 0, zoom: 1 } });
  rests();
  expect(asked).toHaveLength(before);
});
