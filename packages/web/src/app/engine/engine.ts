import { DestroyRef, Injectable, InjectionToken, inject } from '@angular/core';
import type { Sheet, SourceInfo } from '@uvrant/core';
import { OpenedSheets, PassNumbers, type Opened } from './opened';
import type { FromWorker, Others, ResultOf, Results, Task, ToWorker } from './protocol';
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
  /** Times that a worker failed while it had this in hand. */
  failures: number;
  /** Called off only to make room: goes back into the queue. */
  deferred: boolean;
}

interface Hand {
  worker: Worker;
  /** What it works on, and what it was given to go on with as soon as that is called off. */
  busy: Entry | null;
  next: Entry | null;
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

/** Why a task gave nothing: it was superseded or called off. */
export class TaskCancelled extends Error {}

/** All render workers of the window: keeps a queue, assigns the most urgent task, lets drafts and readings overtake. */
@Injectable({ providedIn: 'root' })
export class Engine {
  private readonly create = inject(RENDER_WORKER);
  private readonly hands: Hand[];
  private readonly sheets = new OpenedSheets();
  private readonly numbers = new PassNumbers();
  private queue: Entry[] = [];
  private nextId = 1;

  constructor() {
    const count = Math.min(MOST_WORKERS, Math.max(1, (navigator.hardwareConcurrency || 2) - 1));
    this.hands = Array.from({ length: count }, () => {
      const hand: Hand = { worker: this.create(count), ...this.fresh() };
      this.listen(hand, count);
      return hand;
    });
    const watch = setInterval(() => this.watch(count), WATCH_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(watch));
  }

  /** A worker that has not been sent anything. */
  private fresh(): Omit<Hand, 'worker'> {
    return { busy: null, next: null, heardAt: performance.now(), prints: false, announced: null, versions: new Set(), passes: new Set() };
  }

  /** Asks workers that have been busy for long whether they live; one that does not say so is replaced. */
  private watch(count: number): void {
    for (const hand of this.hands) {
      const silent = performance.now() - hand.heardAt;
      if (!hand.busy || silent < ASKED_AFTER_MS) continue;
      if (silent > GONE_AFTER_MS) this.restart(hand, count, 'it stopped answering');
      else this.post(hand, { type: 'ping' });
    }
  }

  private listen(hand: Hand, count: number): void {
    const { worker } = hand;
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      hand.heardAt = performance.now();
      if (data.type !== 'alive') this.answered(hand, data);
    };
    const failed = (what: string): void => {
      if (hand.worker === worker) this.restart(hand, count, what);
    };
    worker.onerror = (event) => failed(event.message || 'it stopped');
    worker.onmessageerror = () => failed('a message could not be read');
  }

  /** Puts a fresh worker in place of one that failed; what it had in hand is asked again, once. */
  private restart(hand: Hand, count: number, what: string): void {
    const entries = [hand.busy, hand.next].filter((entry) => entry !== null);
    hand.worker.terminate();
    Object.assign(hand, { worker: this.create(count), ...this.fresh() });
    this.listen(hand, count);
    for (const [i, entry] of entries.entries()) {
      if (i === 0) entry.failures++;
      if (entry.failures > 1)
        entry.reject(new Error(`The renderer failed twice at this (${what}). Undo the latest change, or reload the page.`));
      else this.queue.push(entry);
    }
    this.deal();
  }

  /** Gives the workers a sheet; the number is what tasks on it are asked for by. */
  open(sheet: Sheet, infos: readonly SourceInfo[], others: Others = {}): number {
    return this.sheets.open(sheet, infos, others).version;
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
      this.deal();
    });
  }

  private cancel(entry: Entry): void {
    this.queue = this.queue.filter((each) => each !== entry);
    const hand = this.hands.find((each) => each.busy === entry || each.next === entry);
    if (hand) {
      entry.deferred = false;
      this.post(hand, { type: 'cancel', id: entry.id });
    }
    entry.reject(new TaskCancelled());
  }

  /** Where a tile is best rendered: by the worker that did it before, whose rasters are at hand. */
  private isHome(hand: Hand, { task }: Entry): boolean {
    if (task.kind !== 'tile' || this.hands.length === 1) return false;
    return this.hands[(task.x + 3 * task.y) % this.hands.length] === hand;
  }

  private deal(): void {
    this.queue.sort((a, b) => urgencyOf(a.task) - urgencyOf(b.task) || a.id - b.id);
    for (const hand of this.hands) {
      if (hand.busy) continue;
      const [first] = this.queue;
      if (!first) return;
      const urgency = urgencyOf(first.task);
      const entry = this.queue.find((each) => urgencyOf(each.task) === urgency && this.isHome(hand, each)) ?? first;
      this.queue.splice(this.queue.indexOf(entry), 1);
      hand.busy = entry;
      this.give(hand, entry);
    }
    this.overtake();
  }

  /** A draft overtakes everything else, a reading only the true print: given to a worker at once, to go on with. */
  private overtake(): void {
    const [next] = this.queue;
    if (!next || urgencyOf(next.task) > URGENCY.reading) return;
    const from = urgencyOf(next.task) === URGENCY.draft ? URGENCY.fine : URGENCY.true;
    const slow = this.hands.find((hand) => hand.busy && !hand.next && urgencyOf(hand.busy.task) >= from);
    if (!slow?.busy) return;
    slow.busy.deferred = true;
    this.post(slow, { type: 'cancel', id: slow.busy.id });
    this.queue.shift();
    slow.next = next;
    this.give(slow, next);
  }

  private answered(hand: Hand, answer: Exclude<FromWorker, { readonly type: 'alive' }>): void {
    const entry = hand.busy?.id === answer.id ? hand.busy : hand.next?.id === answer.id ? hand.next : null;
    if (!entry) return;
    if (answer.type === 'unknown') {
      hand.versions.clear();
      hand.passes.clear();
      return this.give(hand, entry);
    }
    if (entry === hand.busy) {
      hand.busy = hand.next;
      hand.next = null;
    } else hand.next = null;
    // While a hand dials, prints are begun and called off: what would come after them is not fetched.
    if (urgencyOf(entry.task) <= URGENCY.fine) hand.prints = false;
    else if (answer.type === 'done' && urgencyOf(entry.task) === URGENCY.true) hand.prints = true;
    if (answer.type === 'done') entry.resolve(answer.result);
    else if (answer.type === 'failed') entry.reject(new Error(answer.message));
    else if (entry.deferred) this.queue.push(entry);
    else entry.reject(new TaskCancelled());
    entry.deferred = false;
    this.deal();
  }

  /** Posts a task, and before it its sheet where the worker does not have it. */
  private give(hand: Hand, entry: Entry): void {
    const opened = this.sheets.get(entry.task.version);
    if (!opened) return this.answered(hand, { type: 'cancelled', id: entry.id });
    if (!hand.versions.has(opened.version)) this.send(hand, opened);
    // Silence counts from when there is something to answer.
    if (entry === hand.busy) hand.heardAt = performance.now();
    this.post(hand, { type: 'task', id: entry.id, task: entry.task });
    if (hand.prints) this.announce(hand);
  }

  /** Names the true tile that a worker will likely be given next, so that its pictures are fetched while it works. */
  private announce(hand: Hand): void {
    const prints = this.queue.filter(({ task }) => urgencyOf(task) === URGENCY.true);
    const next = prints.find((each) => this.isHome(hand, each)) ?? prints[0];
    if (!next || next === hand.announced || !hand.versions.has(next.task.version)) return;
    hand.announced = next;
    this.post(hand, { type: 'ahead', task: next.task });
  }

  private send(hand: Hand, { version, sheet, infos, others }: Opened): void {
    hand.versions.add(version);
    this.post(hand, { type: 'sheet', version, sheet: this.numbers.sent(sheet, hand.passes), others, infos });
  }

  private post(hand: Hand, message: ToWorker): void {
    hand.worker.postMessage(message);
  }
}
