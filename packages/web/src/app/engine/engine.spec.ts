import { TestBed } from '@angular/core/testing';
import { withPass } from '@uvrant/core';
import { posterOf } from '../../testing/sheets';
import { Engine, RENDER_WORKER, TaskCancelled } from './engine';
import type { FromWorker, Task, ToWorker } from './protocol';

/** A worker that keeps what it is sent and answers when told. */
class FakeWorker {
  onmessage: ((event: MessageEvent<FromWorker>) => void) | null = null;
  onerror: ((event: { readonly message: string }) => void) | null = null;
  onmessageerror: (() => void) | null = null;
  isEnded = false;
  readonly sent: ToWorker[] = [];
  postMessage(message: ToWorker): void {
    this.sent.push(message);
  }
  terminate(): void {
    this.isEnded = true;
  }
  answer(data: FromWorker): void {
    this.onmessage?.({ data } as MessageEvent<FromWorker>);
  }
  get tasks(): Extract<ToWorker, { type: 'task' }>[] {
    return this.sent.filter((message) => message.type === 'task');
  }
  get sheets(): Extract<ToWorker, { type: 'sheet' }>[] {
    return this.sent.filter((message) => message.type === 'sheet');
  }
}

const started = (cores = 2) => {
  Object.defineProperty(navigator, 'hardwareConcurrency', { value: cores, configurable: true });
  const workers: FakeWorker[] = [];
  const create = (): Worker => {
    const worker = new FakeWorker();
    workers.push(worker);
    return worker as unknown as Worker;
  };
  TestBed.configureTestingModule({ providers: [{ provide: RENDER_WORKER, useValue: create }] });
  const engine = TestBed.inject(Engine);
  return { workers, worker: workers[0] as FakeWorker, engine };
};

const poster = posterOf();
const tile = (quality: 'draft' | 'true', x = 0, version = 1): Task & { kind: 'tile' } => ({
  kind: 'tile',
  version,
  quality,
  halvings: 1,
  side: 256,
  x,
  y: 0,
});
const pixels = { width: 1, height: 1, bytes: new Uint8Array(4), worn: null, isFine: true };
const shares = { passes: {}, inks: {}, colours: {} };
const done = (id: number, result: Extract<FromWorker, { type: 'done' }>['result'] = pixels): FromWorker => ({
  type: 'done',
  id,
  result,
  ms: 1,
  stretch: 1,
});

test('drafts go before readings and true tiles, which wait for the worker', async () => {
  const { worker, engine } = started();
  expect(engine.open(poster, [])).toBe(1);
  const first = engine.ask({ kind: 'inks', version: 1 });
  void engine.ask(tile('true')).catch(() => undefined);
  void engine.ask({ kind: 'inks', version: 1 }).catch(() => undefined);
  worker.answer(done(1, shares));
  await first;
  expect(worker.tasks.map(({ task }) => task.kind)).toEqual(['inks', 'inks']);
});

test('while a page opens its readings wait for the first draft, whose sheet is sent ahead of it', async () => {
  const { worker, engine } = started();
  engine.opening();
  engine.open(poster, []);
  const reading = engine.ask({ kind: 'inks', version: 1 });
  const place = { halvings: 1, side: 256, x: 0, y: 0 };
  engine.expect(1, [place]);
  expect(worker.sent.map(({ type }) => type)).toEqual(['sheet', 'ahead']);
  expect(worker.sent.at(-1)).toEqual({ type: 'ahead', tasks: [tile('draft')] });
  const draft = engine.ask(tile('draft'));
  expect(worker.tasks.map(({ task }) => task.kind)).toEqual(['tile']);
  worker.answer(done(2));
  worker.answer(done(1, shares));
  expect([await draft, await reading]).toEqual([pixels, shares]);
  expect(worker.sent.filter(({ type }) => type === 'sheet')).toHaveLength(1);
  // Later on nothing is sent before it is asked for.
  engine.expect(1, [place]);
  expect(worker.sent.filter(({ type }) => type === 'ahead')).toHaveLength(1);
});

test('a page that opens and asks for no draft has its readings before long', () => {
  jest.useFakeTimers();
  const { worker, engine } = started();
  engine.opening();
  engine.open(poster, []);
  void engine.ask({ kind: 'inks', version: 1 }).catch(() => undefined);
  jest.advanceTimersByTime(500);
  expect(worker.tasks).toEqual([]);
  jest.advanceTimersByTime(600);
  expect(worker.tasks).toHaveLength(1);
  jest.useRealTimers();
});

test('the checks before sending wait for the true print', async () => {
  const { worker, engine } = started();
  engine.open(poster, []);
  const first = engine.ask({ kind: 'inks', version: 1 });
  void engine.ask({ kind: 'checks', version: 1, profile: 'offset' }).catch(() => undefined);
  void engine.ask(tile('true')).catch(() => undefined);
  worker.answer(done(1, shares));
  await first;
  expect(worker.tasks.at(-1)).toMatchObject({ task: { kind: 'tile', quality: 'true' } });
});

test('a draft is given at once to a worker that is called off, and what it overtook is taken up again', async () => {
  const { worker, engine } = started();
  engine.open(poster, []);
  const slow = engine.ask(tile('true'));
  const quick = engine.ask(tile('draft', 1));
  expect(worker.sent.slice(-2)).toEqual([
    { type: 'cancel', id: 1 },
    { type: 'task', id: 2, task: tile('draft', 1) },
  ]);
  worker.answer({ type: 'cancelled', id: 1 });
  worker.answer(done(2));
  expect(await quick).toBe(pixels);
  expect(worker.tasks.at(-1)).toMatchObject({ id: 1, task: { quality: 'true' } });
  worker.answer(done(1));
  expect(await slow).toBe(pixels);
});

test('all drafts are given at once, in order; a reading that was given before them is called off and taken up again after them', async () => {
  const { worker, engine } = started();
  engine.open(poster, []);
  void engine.ask(tile('true')).catch(() => undefined);
  const reading = engine.ask({ kind: 'inks', version: 1 });
  const drafts = [1, 2, 3].map((x) => engine.ask(tile('draft', x)));
  expect(worker.sent.slice(1).map((message) => ('id' in message ? [message.type, message.id] : []))).toEqual([
    ['task', 1],
    ['cancel', 1],
    ['task', 2],
    ['cancel', 2],
    ['task', 3],
    ['task', 4],
    ['task', 5],
  ]);
  for (const id of [1, 2]) worker.answer({ type: 'cancelled', id });
  for (const id of [3, 4, 5]) worker.answer(done(id));
  expect(await Promise.all(drafts)).toEqual([pixels, pixels, pixels]);
  expect(worker.tasks.at(-1)).toMatchObject({ id: 2, task: { kind: 'inks' } });
  worker.answer(done(2, shares));
  expect(await reading).toBe(shares);
  expect(worker.tasks.at(-1)).toMatchObject({ id: 1, task: { quality: 'true' } });
});

test('drafts are shared between the workers that there are', () => {
  const { workers, engine } = started(4);
  engine.open(poster, []);
  for (let x = 0; x < 6; x++) void engine.ask(tile('draft', x));
  expect(workers.map(({ tasks }) => tasks.map(({ task }) => (task as { x: number }).x))).toEqual([
    [0, 3],
    [1, 4],
    [2, 5],
  ]);
});

test('the true tile to come is named while another is rendered, so that its pictures are fetched meanwhile; once', () => {
  const { worker, engine } = started();
  engine.open(poster, []);
  const announced = (): unknown[] =>
    worker.sent.filter(({ type }) => type === 'ahead').map((each) => (each as { tasks: readonly Task[] }).tasks[0]);
  void engine.ask(tile('draft'));
  for (let x = 0; x < 4; x++) void engine.ask(tile('true', x));
  worker.answer(done(1));
  // Not before one is printed: while a hand dials none is.
  expect(announced()).toEqual([]);
  worker.answer(done(2));
  expect(announced()).toEqual([tile('true', 2)]);
  void engine.ask({ kind: 'inks', version: 1 });
  worker.answer({ type: 'cancelled', id: 3 });
  worker.answer(done(6, shares));
  worker.answer(done(3));
  expect(announced()).toEqual([tile('true', 2), tile('true', 3)]);
  void engine.ask(tile('draft', 9));
  worker.answer({ type: 'cancelled', id: 4 });
  worker.answer(done(7));
  expect(announced()).toHaveLength(2);
});

test('what is called off is told to the worker and rejected; what waits never reaches it', async () => {
  const { worker, engine } = started();
  engine.open(poster, []);
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
  engine.open(poster, []);
  const task = engine.ask(tile('true'));
  worker.answer({ type: 'failed', id: 1, message: 'The picture is not here.' });
  await expect(task).rejects.toThrow('The picture is not here.');
});

test('only a pass that changed is sent with a new version', () => {
  const { worker, engine } = started();
  engine.open(poster, []);
  void engine.ask(tile('draft')).catch(() => undefined);
  worker.answer(done(1));
  const changed = withPass(poster, 'picture', (pass) => ({ ...pass, name: 'Other' }));
  const version = engine.open(changed, []);
  void engine.ask(tile('draft', 0, version)).catch(() => undefined);
  const [first, second] = worker.sheets.map(({ sheet }) => sheet);
  expect(first?.fresh).toHaveLength(poster.passes.length);
  expect(second?.fresh.map(([, { name }]) => name)).toEqual(['Other']);
  expect(second?.passes).toHaveLength(poster.passes.length);
});

test('a version that the worker does not know is opened again, whole, after any number of edits', async () => {
  const { worker, engine } = started();
  const old = engine.open(poster, []);
  engine.hold('unprinted', old);
  for (let n = 0; n < 300; n++) engine.open({ ...poster, name: `${n}` }, []);
  const asked = engine.ask({ ...tile('draft'), version: old });
  worker.answer({ type: 'unknown', id: 1 });
  expect(worker.sheets.map(({ version, sheet }) => [version, sheet.fresh.length])).toEqual([
    [old, poster.passes.length],
    [old, poster.passes.length],
  ]);
  worker.answer(done(1));
  expect(await asked).toBe(pixels);
  // What nobody holds is superseded by later versions.
  await expect(engine.ask({ ...tile('draft'), version: old + 1 })).rejects.toThrow(TaskCancelled);
});

test('a worker that fails is replaced and its task asked again; failing twice is said', async () => {
  const { workers, engine } = started();
  engine.open(poster, []);
  const task = engine.ask(tile('true'));
  workers[0]?.onerror?.({ message: 'out of memory' });
  expect(workers[0]?.isEnded).toBe(true);
  expect(workers[1]?.sent.map(({ type }) => type)).toEqual(['sheet', 'task']);
  workers[1]?.onmessageerror?.();
  await expect(task).rejects.toThrow('failed twice');
  expect(workers).toHaveLength(3);
  const other = engine.ask(tile('draft'));
  workers[2]?.answer(done(2));
  expect(await other).toBe(pixels);
});

test('a worker that ends without a word is noticed; one that is only slow is left to it', async () => {
  jest.useFakeTimers();
  const { workers, engine } = started();
  engine.open(poster, []);
  const slow = engine.ask(tile('true'));
  for (let n = 0; n < 12; n++) {
    jest.advanceTimersByTime(5000);
    if (workers[0]?.sent.at(-1)?.type === 'ping') workers[0]?.answer({ type: 'alive' });
  }
  expect(workers).toHaveLength(1);
  workers[0]?.answer(done(1));
  expect(await slow).toBe(pixels);
  // Idle workers are not asked.
  const { length } = workers[0]?.sent as unknown[];
  jest.advanceTimersByTime(120_000);
  expect(workers[0]?.sent).toHaveLength(length);
  const lost = engine.ask(tile('true', 1));
  jest.advanceTimersByTime(40_000);
  expect(workers[0]?.isEnded).toBe(true);
  expect(workers[1]?.tasks.map(({ id }) => id)).toEqual([2]);
  workers[1]?.answer(done(2));
  expect(await lost).toBe(pixels);
  jest.useRealTimers();
});

test('at most four workers, whatever the cores; a tile goes back to the one that made it before', () => {
  const { workers, engine } = started(16);
  expect(workers).toHaveLength(4);
  engine.open(poster, []);
  const asked = (): void => {
    for (let x = 0; x < 4; x++) void engine.ask(tile('draft', x)).catch(() => undefined);
  };
  asked();
  const placesOf = (): number[] => workers.map(({ tasks }) => (tasks.at(-1)?.task as { x: number }).x);
  const first = placesOf();
  for (const worker of workers) worker.answer(done(worker.tasks.at(-1)?.id as number));
  asked();
  expect(placesOf()).toEqual(first);
});
