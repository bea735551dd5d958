/// <reference lib="webworker" />
import { createKernels } from '@uvrant/kernels';
import { ByteCache, Cancelled, drive, finish, noiseTile, Pool, tileKey, type Pass, type ToneStatistics, type Work } from '@uvrant/core';
import type { FromWorker, SentSheet, Task, ToWorker } from './protocol';
import { OpenSheet } from './tasks/open-sheet';
import { gathered } from './tasks/planned';
import { plannedTask, poolOf } from './tasks/tasks';
import { TileFetcher } from './tile-fetcher';
import { typeOf } from './type-setting';

const MEBIBYTE = 2 ** 20;
/** A tab's workers share these between them; the page says how many they are by the worker's name. */
const workers = Math.max(1, Number(self.name) || 1);
/** Drafts, readings, textures cut for them and source tiles cannot drive each other out. */
const textures = new Pool((40 * MEBIBYTE) / workers);
const pools = { draft: new Pool((112 * MEBIBYTE) / workers, textures), reading: new Pool((56 * MEBIBYTE) / workers, textures) };
/** Coarse grids of true prints, which neighbouring tiles share, and what they were made of until its tile comes. */
const grids = new Pool((24 * MEBIBYTE) / workers, null, 'grids', (24 * MEBIBYTE) / workers);
const tiles = new TileFetcher((80 * MEBIBYTE) / workers, (url, signal) => fetch(url, { signal }));
const statistics = new ByteCache<ToneStatistics>((4 * MEBIBYTE) / workers);
const kernels = createKernels();
// Made while the page is still opening, not in the first draft.
noiseTile();

/** Sheets asked for lately; the page opens an older one again. */
const KEPT_SHEETS = 24;
const sheets = new Map<number, OpenSheet>();
function* lately(): Generator<OpenSheet> {
  yield* [...sheets.values()].reverse();
}
/** Passes by the numbers that the page gave them. */
const passes = new Map<number, Pass>();
/** Tasks here that are not done, and how each is called off. */
const waiting = new Map<number, AbortController>();

const tell = (message: FromWorker, transfer: Transferable[] = []): void => self.postMessage(message, transfer);

/** Lets messages in: a task of its own, without the timers' least delay. */
const channel = new MessageChannel();
const giveWay = (): Promise<void> =>
  new Promise((resolve) => {
    channel.port1.onmessage = () => resolve();
    channel.port2.postMessage(null);
  });

/** Thrown where a rendering reads a tile that its plan left out, because a raster it counted on is gone. */
class NotPlanned extends Error {}

const performed = async (open: OpenSheet, task: Task, signal: AbortSignal, usePool: boolean) => {
  let [stretch, since] = [0, performance.now()];
  const host = {
    now: () => performance.now(),
    giveWay: async () => {
      stretch = Math.max(stretch, performance.now() - since);
      await giveWay();
      since = performance.now();
    },
    stopped: () => signal.aborted,
  };
  const planned = plannedTask(open, task);
  const name = poolOf(task);
  const rasters = usePool ? (name ? pools[name] : grids) : null;
  const wants = await drive(gathered(planned.wants({ statistics, rasters })), host);
  stretch = Math.max(stretch, performance.now() - since);
  const [held, type] = await Promise.all([tiles.fetched(wants, open.infoOf, signal), typeOf(open.fonts)]);
  since = performance.now();
  const work: Work = {
    kernels,
    rasters,
    statistics,
    type,
    tile: (each) => {
      const tile = held.get(tileKey(each));
      if (!tile) throw new NotPlanned(`tile ${tileKey(each)} was not planned`);
      return tile;
    },
  };
  const result = await drive(planned.run(work), host);
  return { result, stretch: Math.max(stretch, performance.now() - since), buffers: planned.transfer(result) };
};

const perform = async (id: number, task: Task, signal: AbortSignal): Promise<void> => {
  const started = performance.now();
  try {
    if (signal.aborted) throw new Cancelled();
    const open = sheets.get(task.version);
    if (!open) return tell({ type: 'unknown', id });
    sheets.delete(task.version);
    sheets.set(task.version, open);
    const done = await performed(open, task, signal, true).catch((error: unknown) => {
      if (error instanceof NotPlanned) return performed(open, task, signal, false);
      throw error;
    });
    tell({ type: 'done', id, result: done.result, ms: performance.now() - started, stretch: done.stretch }, done.buffers);
  } catch (error) {
    if (signal.aborted) tell({ type: 'cancelled', id });
    else tell({ type: 'failed', id, message: error instanceof Error ? error.message : String(error) });
  } finally {
    waiting.delete(id);
  }
};

/** Fetches what tasks to come will want. What is kept for drafts is not looked at: that would count as asking for it. */
const fetchAhead = (tasks: readonly Task[]): void => {
  const open = tasks[0] && sheets.get(tasks[0].version);
  const wants = (task: Task) =>
    finish(gathered(plannedTask(open as OpenSheet, task).wants({ statistics, rasters: poolOf(task) === null ? grids : null })));
  if (open) tiles.fetchAhead(tasks.flatMap(wants), open.infoOf);
};

/** Forgets passes of sheets that are gone, once there are many; the page sends one again that it names. */
const MOST_PASSES = 400;
const forgetPasses = (): void => {
  if (passes.size <= MOST_PASSES) return;
  const used = new Set([...sheets.values()].flatMap(({ sheet }) => sheet.passes));
  for (const [number, pass] of passes) if (!used.has(pass)) passes.delete(number);
};

/** The sheet with its passes in place; null where one of them was never sent. */
const putTogether = ({ head, passes: numbers, fresh }: SentSheet) => {
  for (const [number, pass] of fresh) passes.set(number, pass);
  const found = numbers.map((number) => passes.get(number));
  return found.every((pass) => pass !== undefined) ? { ...head, passes: found } : null;
};

/** Tasks are done one after the other: a rendering has the kernels' memory to itself. */
let last: Promise<void> = Promise.resolve();

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  switch (data.type) {
    case 'sheet': {
      const sheet = putTogether(data.sheet);
      if (sheet) {
        const open = new OpenSheet(sheet, data.infos, data.others, lately);
        sheets.set(data.version, open);
        // Its fonts are on their way while its first task is planned, which says what fails.
        typeOf(open.fonts).catch(() => undefined);
      }
      for (const version of sheets.keys()) if (sheets.size > KEPT_SHEETS) sheets.delete(version);
      forgetPasses();
      break;
    }
    case 'task': {
      const stop = new AbortController();
      waiting.set(data.id, stop);
      last = last.then(() => perform(data.id, data.task, stop.signal));
      break;
    }
    case 'ping':
      tell({ type: 'alive' });
      break;
    case 'ahead':
      fetchAhead(data.tasks);
      break;
    case 'cancel':
      waiting.get(data.id)?.abort();
  }
};
