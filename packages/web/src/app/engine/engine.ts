import { DestroyRef, Injectable, InjectionToken, inject } from '@angular/core';
import type { Sheet, SourceInfo } from '@uvrant/core';
import { OpenedSheets, PassNumbers, type Opened } from './opened';
import type { FromWorker, Others, ResultOf, Results, Task, TilePlace, ToWorker } from './protocol';
import { URGENCY, urgencyOf } from './urgency';
import { createRenderWorker } from './worker.factory';

export const RENDER_WORKER = new InjectionToken<(workers: number) => Worker>('render worker', {
  providedIn: 'root',
  factory: () => createRenderWorker,
});

/** More workers only share the memory that they work in. */
const MOST_WORKERS = 4;
/** Workers take messages every few milliseconds, whatever they do. One that is silent is asked after, and replaced after, these times, ms. */
const WATCH_MS = 5000;
const ASKED_AFTER_MS = 10_000;
const GONE_AFTER_MS = 30_000;

interface Entry {
  readonly id: number;
  readonly task: Task;
  readonly resolve: (result: Results[keyof Results]) => void;
  readonly reject: (error: Error) => void;
  /** Times that a worker failed while it had this to do. */
  failures: number;
  /** Called off only to make room: goes back into the queue. */
  deferred: boolean;
}

interface Slot {
  worker: Worker;
  /** What it works on, and what it was given to go on with, in order. */
  busy: Entry | null;
  next: readonly Entry[];
  /** When it was last heard, by `performance.now()`. */
  heardAt: number;
  /** True from its first finished true tile to the next draft. */
  prints: boolean;
  /** The task to come that it was last told of. */
  announced: Entry | null;
  /** Versions and passes that it was sent. */
  versions: Set<number>;
  passes: Set<number>;
}

/** What a worker works on and was given. */
const heldBy = ({ busy, next }: Slot): Entry[] => (busy ? [busy, ...next] : [...next]);

/** True where a worker does nothing more urgent than the true print. */
const isPrinting = ({ busy }: Slot): boolean => busy !== null && urgencyOf(busy.task) >= URGENCY.true;

/** How long what is less urgent waits for the first draft of a page that opens, ms. */
const OPENING_MS = 1000;

/** Why a task gave nothing: it was superseded or called off. */
export class TaskCancelled extends Error {}

/** All render workers of the window: keeps a queue, assigns the most urgent task, lets drafts and readings overtake. */
@Injectable({ providedIn: 'root' })
export class Engine {
  private readonly create = inject(RENDER_WORKER);
  private readonly slots: Slot[];
  private readonly sheets = new OpenedSheets();
  private readonly numbers = new PassNumbers();
  private queue: Entry[] = [];
  private nextId = 1;
  /** True while a page opens whose first draft has yet to be asked for. */
  private opens = false;

  constructor() {
    const count = Math.min(MOST_WORKERS, Math.max(1, (navigator.hardwareConcurrency || 2) - 1));
    this.slots = Array.from({ length: count }, () => {
      const slot: Slot = { worker: this.create(count), ...this.fresh() };
      this.listen(slot, count);
      return slot;
    });
    const watch = setInterval(() => this.watch(count), WATCH_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(watch));
  }

  /** A worker that has not been sent anything. */
  private fresh(): Omit<Slot, 'worker'> {
    return { busy: null, next: [], heardAt: performance.now(), prints: false, announced: null, versions: new Set(), passes: new Set() };
  }

  /** Asks workers that have been busy for long whether they live; one that does not say so is replaced. */
  private watch(count: number): void {
    for (const slot of this.slots) {
      const silent = performance.now() - slot.heardAt;
      if (!slot.busy || silent < ASKED_AFTER_MS) continue;
      if (silent > GONE_AFTER_MS) this.restart(slot, count, 'it stopped answering');
      else this.post(slot, { type: 'ping' });
    }
  }

  private listen(slot: Slot, count: number): void {
    const { worker } = slot;
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      slot.heardAt = performance.now();
      if (data.type !== 'alive') this.answered(slot, data);
    };
    const failed = (what: string): void => {
      if (slot.worker === worker) this.restart(slot, count, what);
    };
    worker.onerror = (event) => failed(event.message || 'it stopped');
    worker.onmessageerror = () => failed('a message could not be read');
  }

  /** Puts a fresh worker in place of one that failed; what it had to do is asked again, once. */
  private restart(slot: Slot, count: number, what: string): void {
    const entries = heldBy(slot);
    slot.worker.terminate();
    Object.assign(slot, { worker: this.create(count), ...this.fresh() });
    this.listen(slot, count);
    for (const [i, entry] of entries.entries()) {
      if (i === 0) entry.failures++;
      if (entry.failures > 1)
        entry.reject(new Error(`The renderer failed twice at this (${what}). Undo the latest change, or reload the page.`));
      else this.queue.push(entry);
    }
    this.schedule();
  }

  /** Gives the workers a sheet; the number is what tasks on it are asked for by. */
  open(sheet: Sheet, infos: readonly SourceInfo[], others: Others = {}): number {
    return this.sheets.open(sheet, infos, others).version;
  }

  /** Says that a page opens which will ask for drafts: what is less urgent waits for the first of them, but not for long. */
  opening(): void {
    this.opens = true;
    setTimeout(() => this.begun(), OPENING_MS);
  }

  /** Gives workers the sheet of the first draft, whose tiles are known only about, so that its pictures and fonts are fetched meanwhile. */
  expect(version: number, places: readonly TilePlace[]): void {
    const opened = this.sheets.get(version);
    if (!this.opens || !opened) return;
    for (const [i, slot] of this.slots.entries()) {
      this.send(slot, opened);
      const own = places.filter((place) => this.homeOf(place) === i);
      this.post(slot, { type: 'ahead', tasks: own.map((place) => ({ kind: 'tile', quality: 'draft', version, ...place })) });
    }
  }

  private begun(): void {
    if (!this.opens) return;
    this.opens = false;
    this.schedule();
  }

  /** Keeps a version that may still be named after many edits. */
  hold(purpose: string, version: number): void {
    this.sheets.hold(purpose, version);
  }

  /** @throws TaskCancelled where the signal calls it off. */
  ask<T extends Task>(task: T, signal?: AbortSignal): Promise<ResultOf<T>> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted) return reject(new TaskCancelled());
      const entry: Entry = { id: this.nextId++, task, resolve: resolve as Entry['resolve'], reject, failures: 0, deferred: false };
      signal?.addEventListener('abort', () => this.cancel(entry), { once: true });
      this.queue.push(entry);
      if (urgencyOf(task) === URGENCY.draft) this.opens = false;
      this.schedule();
    });
  }

  private cancel(entry: Entry): void {
    this.queue = this.queue.filter((each) => each !== entry);
    const slot = this.slots.find((each) => heldBy(each).includes(entry));
    if (slot) {
      entry.deferred = false;
      this.post(slot, { type: 'cancel', id: entry.id });
    }
    entry.reject(new TaskCancelled());
  }

  /** Where a tile is best rendered: by the worker that did it before, whose rasters are there. */
  private isHome(slot: Slot, { task }: Entry): boolean {
    if ((task.kind !== 'tile' && task.kind !== 'ready') || this.slots.length === 1) return false;
    return this.slots[this.homeOf(task)] === slot;
  }

  private homeOf({ x, y }: TilePlace): number {
    return (x + 3 * y) % this.slots.length;
  }

  private schedule(): void {
    if (this.opens) return;
    this.queue.sort((a, b) => urgencyOf(a.task) - urgencyOf(b.task) || a.id - b.id);
    for (const slot of this.slots) {
      if (slot.busy) continue;
      const [first] = this.queue;
      if (!first) return;
      const urgency = urgencyOf(first.task);
      const entry = this.queue.find((each) => urgencyOf(each.task) === urgency && this.isHome(slot, each)) ?? first;
      this.queue.splice(this.queue.indexOf(entry), 1);
      slot.busy = entry;
      this.give(slot, entry);
    }
    this.overtake();
  }

  /**
   * A draft overtakes everything else, a reading only the true print: given to a worker at once, to go on with. All drafts are given,
   * so that a worker goes from one to the next whatever the page is busy with.
   */
  private overtake(): void {
    for (let next = this.queue[0]; next && urgencyOf(next.task) <= URGENCY.reading; next = this.queue[0]) {
      const isDraft = urgencyOf(next.task) === URGENCY.draft;
      const slot = isDraft ? this.draftSlot(next) : this.slots.find((each) => each.next.length === 0 && isPrinting(each));
      if (!slot) return;
      for (const entry of heldBy(slot)) if (!entry.deferred && urgencyOf(entry.task) > urgencyOf(next.task)) this.defer(slot, entry);
      this.queue.shift();
      slot.next = [...slot.next, next];
      this.give(slot, next);
    }
  }

  /** The worker that does a draft soonest: its home, or the one that has the fewest to do. */
  private draftSlot(entry: Entry): Slot | undefined {
    const home = this.slots.find((slot) => this.isHome(slot, entry));
    return home ?? [...this.slots].sort((a, b) => heldBy(a).length - heldBy(b).length)[0];
  }

  private defer(slot: Slot, entry: Entry): void {
    entry.deferred = true;
    this.post(slot, { type: 'cancel', id: entry.id });
  }

  private answered(slot: Slot, answer: Exclude<FromWorker, { readonly type: 'alive' }>): void {
    const entry = heldBy(slot).find(({ id }) => id === answer.id);
    if (!entry) return;
    if (answer.type === 'unknown') {
      slot.versions.clear();
      slot.passes.clear();
      return this.give(slot, entry);
    }
    [slot.busy = null, ...slot.next] = heldBy(slot).filter((each) => each !== entry);
    // While a dial is turned, prints are begun and called off: what would come after them is not fetched.
    if (urgencyOf(entry.task) <= URGENCY.fine) slot.prints = false;
    else if (answer.type === 'done' && urgencyOf(entry.task) === URGENCY.true) slot.prints = true;
    if (answer.type === 'done') entry.resolve(answer.result);
    else if (answer.type === 'failed') entry.reject(new Error(answer.message));
    else if (entry.deferred) this.queue.push(entry);
    else entry.reject(new TaskCancelled());
    entry.deferred = false;
    this.schedule();
  }

  /** Posts a task, and before it its sheet where the worker does not have it. */
  private give(slot: Slot, entry: Entry): void {
    const opened = this.sheets.get(entry.task.version);
    if (!opened) return this.answered(slot, { type: 'cancelled', id: entry.id });
    if (!slot.versions.has(opened.version)) this.send(slot, opened);
    // Silence counts from when there is something to answer.
    if (entry === slot.busy) slot.heardAt = performance.now();
    this.post(slot, { type: 'task', id: entry.id, task: entry.task });
    if (slot.prints) this.announce(slot);
  }

  /** Names the true tile that a worker will likely be given next, so that its pictures are fetched while it works. */
  private announce(slot: Slot): void {
    const prints = this.queue.filter(({ task }) => urgencyOf(task) === URGENCY.true);
    const next = prints.find((each) => this.isHome(slot, each)) ?? prints[0];
    if (!next || next === slot.announced || !slot.versions.has(next.task.version)) return;
    slot.announced = next;
    this.post(slot, { type: 'ahead', tasks: [next.task] });
  }

  private send(slot: Slot, { version, sheet, infos, others }: Opened): void {
    slot.versions.add(version);
    this.post(slot, { type: 'sheet', version, sheet: this.numbers.sent(sheet, slot.passes), others, infos });
  }

  private post(slot: Slot, message: ToWorker): void {
    slot.worker.postMessage(message);
  }
}
