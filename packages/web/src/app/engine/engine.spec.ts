import { TestBed } from '@angular/core/testing';
import type { Sheet } from '@uvrant/core';
import { Engine, RENDER_WORKER, TaskCancelled } from './engine';
import type { FromWorker, Task, ToWorker } from './protocol';

/** A worker that keeps what it is sent and answers when told. */
class FakeWorker {
  onmessage: ((event: MessageEvent<FromWorker>) => void) | null = null;
  readonly sent: ToWorker[] = [];
  postMessage(message: ToWorker): void {
    this.sent.push(message);
  }
  answer(data: FromWorker): void {
    this.onmessage?.({ data } as MessageEvent<FromWorker>);
  }
  get tasks(): Extract<ToWorker, { type: 'task' }>[] {
    return this.sent.filter((message) => message.type === 'task');
  }
}

const started = () => {
  Object.defineProperty(navigator, 'hardwareConcurrency', { value: 2, configurable: true });
  const worker = new FakeWorker();
  TestBed.configureTestingModule({ providers: [{ provide: RENDER_WORKER, useValue: () => worker as unknown as Worker }] });
  return { worker, engine: TestBed.inject(Engine) };
};

const tile = (quality: 'draft' | 'true', x = 0): Task & { kind: 'tile' } => ({
  kind: 'tile',
  version: 1,
  quality,
  halvings: 1,
  side: 256,
  x,
  y: 0,
});
const pixels = { width: 1, height: 1, bytes: new Uint8Array(4), worn: null };
const done = (id: number): FromWorker => ({ type: 'done', id, result: pixels, ms: 1, stretch: 1 });

test('drafts go before readings and true tiles, one task at a time', async () => {
  const { worker, engine } = started();
  expect(engine.open({} as Sheet, [])).toBe(1);
  const first = engine.ask({ kind: 'inks', version: 1 });
  void engine.ask(tile('true')).catch(() => undefined);
  void engine.ask({ kind: 'inks', version: 1 }).catch(() => undefined);
  worker.answer({ type: 'done', id: 1, result: { passes: {}, inks: {} }, ms: 1, stretch: 1 });
  await first;
  void engine.ask(tile('draft')).catch(() => undefined);
  expect(worker.tasks.map(({ task }) => task.kind)).toEqual(['inks', 'inks']);
});

test('a draft overtakes a true tile, which is taken up again after it', async () => {
  const { worker, engine } = started();
  const slow = engine.ask(tile('true'));
  const quick = engine.ask(tile('draft', 1));
  expect(worker.sent.at(-1)).toEqual({ type: 'cancel', id: 1 });
  worker.answer({ type: 'cancelled', id: 1 });
  expect(worker.tasks.at(-1)).toMatchObject({ id: 2, task: { quality: 'draft' } });
  worker.answer(done(2));
  expect(await quick).toBe(pixels);
  expect(worker.tasks.at(-1)).toMatchObject({ id: 1, task: { quality: 'true' } });
  worker.answer(done(1));
  expect(await slow).toBe(pixels);
});

test('what is called off is told to the worker and rejected; what waits never reaches it', async () => {
  const { worker, engine } = started();
  const [running, waiting] = [new AbortController(), new AbortController()];
  const first = engine.ask(tile('true'), running.signal);
  const second = engine.ask(tile('true', 1), waiting.signal);
  waiting.abort();
  running.abort();
  await expect(first).rejects.toThrow(TaskCancelled);
  await expect(second).rejects.toThrow(TaskCancelled);
  expect(worker.sent.at(-1)).toEqual({ type: 'cancel', id: 1 });
  worker.answer({ type: 'cancelled', id: 1 });
  expect(worker.tasks).toHaveLength(1);
});

test('a failure comes back in words', async () => {
  const { worker, engine } = started();
  const task = engine.ask(tile('true'));
  worker.answer({ type: 'failed', id: 1, message: 'The picture is not here.' });
  await expect(task).rejects.toThrow('The picture is not here.');
});
