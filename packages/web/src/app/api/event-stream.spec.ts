import { Injector } from '@angular/core';
import type { HeardEvent } from '../state/model';
import { OPEN_STREAM, ServerStream } from './event-stream';

/** A stream that the test speaks on. */
class FakeStream {
  onmessage: ((event: { readonly data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  isClosed = false;
  close(): void {
    this.isClosed = true;
  }
  say(event: object): void {
    this.onmessage?.({ data: JSON.stringify(event) });
  }
}

/** Locks and a channel between the windows of one browser. */
class FakeChannel {
  static readonly all = new Set<FakeChannel>();
  onmessage: ((event: { readonly data: unknown }) => void) | null = null;
  constructor() {
    FakeChannel.all.add(this);
  }
  postMessage(data: unknown): void {
    for (const each of FakeChannel.all) if (each !== this) each.onmessage?.({ data });
  }
  close(): void {
    FakeChannel.all.delete(this);
  }
}

let queue: { readonly work: () => Promise<void>; readonly signal: AbortSignal }[] = [];
let isHeld = false;
const next = (): void => {
  const first = isHeld ? undefined : queue.shift();
  if (!first) return;
  if (first.signal.aborted) return next();
  isHeld = true;
  void first.work().then(() => {
    isHeld = false;
    next();
  });
};

let visibility: 'visible' | 'hidden' = 'visible';
const show = (to: 'visible' | 'hidden'): void => {
  visibility = to;
  document.dispatchEvent(new Event('visibilitychange'));
};

beforeEach(() => {
  jest.useFakeTimers();
  [queue, isHeld, visibility] = [[], false, 'visible'];
  FakeChannel.all.clear();
  Object.assign(globalThis, { BroadcastChannel: FakeChannel });
  Object.defineProperty(document, 'visibilityState', { configurable: true, get: () => visibility });
  Object.defineProperty(navigator, 'locks', {
    configurable: true,
    value: {
      request: (_: string, { signal }: { signal: AbortSignal }, work: () => Promise<void>) => {
        queue.push({ work, signal });
        next();
        return Promise.resolve();
      },
    },
  });
});
const ends: (() => void)[] = [];
afterEach(() => {
  for (const end of ends.splice(0)) end();
  jest.useRealTimers();
});

/** One more window of the browser. */
const windowOf = () => {
  const streams: FakeStream[] = [];
  const heard: HeardEvent[] = [];
  const injector = Injector.create({
    providers: [ServerStream, { provide: OPEN_STREAM, useValue: () => streams[streams.push(new FakeStream()) - 1] }],
  });
  ends.push(() => injector.destroy());
  injector.get(ServerStream).events.subscribe((event) => heard.push(event));
  return { streams, heard, open: () => streams.filter(({ isClosed }) => !isClosed).length };
};
const scan = { topic: 'scan', scan: 's', share: 0.5 } as const;

test('many windows of a browser share one stream, and each hears what comes', () => {
  const windows = Array.from({ length: 8 }, windowOf);
  expect(windows.reduce((sum, { open }) => sum + open(), 0)).toBe(1);
  windows[0]?.streams[0]?.say(scan);
  for (const { heard } of windows) expect(heard).toEqual([scan]);
});

test('while no window is seen there is no stream; one that is seen again reads everything again', async () => {
  const { heard, open, streams } = windowOf();
  expect(open()).toBe(1);
  show('hidden');
  await jest.advanceTimersByTimeAsync(0);
  expect(open()).toBe(0);
  show('visible');
  await jest.advanceTimersByTimeAsync(0);
  expect(open()).toBe(1);
  expect(heard).toEqual([{ topic: 'reconnected' }]);
  streams.at(-1)?.say(scan);
  expect(heard.at(-1)).toEqual(scan);
});

test('a stream that breaks is opened again, later each time, and tells that something may be missed', () => {
  const { streams, heard, open } = windowOf();
  streams[0]?.say({ topic: 'beat' });
  streams[0]?.onerror?.();
  expect(open()).toBe(0);
  jest.advanceTimersByTime(1000);
  streams[1]?.onerror?.();
  jest.advanceTimersByTime(1999);
  expect(streams).toHaveLength(2);
  jest.advanceTimersByTime(1);
  expect(streams).toHaveLength(3);
  expect(heard).toEqual([]);
  streams[2]?.say({ topic: 'beat' });
  expect(heard).toEqual([{ topic: 'reconnected' }]);
});

test('a stream that falls silent is noticed', () => {
  const { streams, open } = windowOf();
  for (let n = 0; n < 10; n++) {
    streams[0]?.say({ topic: 'beat' });
    jest.advanceTimersByTime(15_000);
  }
  expect(streams).toHaveLength(1);
  jest.advanceTimersByTime(60_000);
  expect(streams.length).toBeGreaterThan(1);
  expect(streams[0]?.isClosed).toBe(true);
  expect(open()).toBe(1);
});
