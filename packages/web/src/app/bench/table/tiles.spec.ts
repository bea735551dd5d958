import { createEnvironmentInjector, EnvironmentInjector, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Engine } from '../../engine/engine';
import type { Task } from '../../engine/protocol';
import { Rendering } from '../view/rendering';
import { Tiles, type Wanted } from './tiles';

const wantedOf = (version: number): Wanted => ({
  version,
  original: version,
  view: { x: 0, y: 0, zoom: 0.25 },
  table: { width: 100, height: 100 },
  sheet: { width: 400, height: 400 },
  density: 1,
  pass: null,
});

/** Tiles with an engine that answers when it is told to, at a time that is set by hand. */
const tiles = () => {
  let now = 0;
  jest.spyOn(performance, 'now').mockImplementation(() => now);
  Object.assign(globalThis, {
    ImageData: class {},
    createImageBitmap: () => Promise.resolve({ close: () => undefined }),
  });
  const asked: { readonly task: Task & { readonly kind: 'tile' }; readonly answer: () => void }[] = [];
  const engine = {
    ask: (task: Task & { readonly kind: 'tile' }) =>
      new Promise((resolve) => {
        const pixels = { width: 1, height: 1, bytes: new Uint8Array(4), worn: null, isFine: true };
        asked.push({ task, answer: () => resolve(pixels) });
      }),
  };
  const version = signal(1);
  const rendering = {
    version,
    whole: version,
    seesAll: signal(false),
    problem: signal(null),
    addWorn: () => undefined,
  };
  const injector = createEnvironmentInjector(
    [{ provide: Engine, useValue: engine }, { provide: Rendering, useValue: rendering }, Tiles],
    TestBed.inject(EnvironmentInjector),
  );
  const made = injector.get(Tiles);
  /** Wants a version; its drafts are answered after so many ms, the rough one first. What was asked for: quality and halvings. */
  const drafted = async (of: number, ms: number): Promise<string[]> => {
    version.set(of);
    made.want(wantedOf(of));
    const all = asked.splice(0);
    for (const { task, answer } of all) {
      if (task.quality !== 'draft') continue;
      now += task.halvings === 2 ? ms : 10;
      answer();
      await new Promise((resolve) => setTimeout(resolve));
    }
    return all.map(({ task }) => `${task.quality} ${task.halvings}`);
  };
  return { made, drafted };
};

afterEach(() => jest.restoreAllMocks());

test('after drafts that were slow the next is rough first, in a quarter of its pixels; after a quick one it is not', async () => {
  const { made, drafted } = tiles();
  expect(await drafted(1, 900)).toEqual(['draft 2', 'true 2']);
  // The first of all was slow because nothing was there yet.
  expect(await drafted(2, 400)).toEqual(['draft 2', 'true 2']);
  expect(await drafted(3, 400)).toEqual(['draft 2', 'true 2']);
  expect(await drafted(4, 400)).toEqual(['draft 3', 'draft 2', 'true 2']);
  const [rough, draft] = [3, 2].map((halvings) => ({ halvings, side: 512, x: 0, y: 0 })) as [
    Parameters<Tiles['print']['has']>[0],
    Parameters<Tiles['print']['has']>[0],
  ];
  // Once the draft is there, its rough one has gone.
  expect([made.print.has(rough, 4, -1), made.print.has(draft, 4, 0)]).toEqual([false, true]);
  expect(await drafted(5, 30)).toEqual(['draft 3', 'draft 2', 'true 2']);
  expect(await drafted(6, 30)).toEqual(['draft 2', 'true 2']);
});
