import { Injectable, InjectionToken, inject } from '@angular/core';
import type { Sheet, SourceInfo } from '@uvrant/core';
import type { FromWorker, Others, ResultOf, Results, Task, ToWorker } from './protocol';
import { createRenderWorker } from './worker.factory';

export const RENDER_WORKER = new InjectionToken<(workers: number) => Worker>('render worker', {
  providedIn: 'root',
  factory: () => createRenderWorker,
});

/** Drafts first, then readings, then small pictures, the true print, and what is read from it. */
const urgency = (task: Task): number => {
  if (task.kind === 'tile') return task.quality === 'draft' ? 0 : 3;
  if (task.kind === 'worn' && task.band !== null) return 4;
  return task.kind === 'unprinted' ? 0 : task.kind === 'picture' ? 2 : 1;
};

interface Entry {
  readonly id: number;
  readonly task: Task;
  readonly resolve: (result: Results[keyof Results]) => void;
  readonly reject: (error: Error) => void;
}

interface Hand {
  readonly worker: Worker;
  busy: Entry | null;
  /** Called off only to make room: goes back into the queue. */
  deferred: boolean;
}

/** Why a task gave nothing: it was superseded or called off. */
export class TaskCancelled extends Error {}

/** All render workers of the window: keeps a queue, hands out the most urgent task, lets drafts and readings overtake. */
@Injectable({ providedIn: 'root' })
export class Engine {
  private readonly create = inject(RENDER_WORKER);
  private readonly hands: Hand[];
  private queue: Entry[] = [];
  private nextId = 1;
  private nextVersion = 1;

  constructor() {
    const count = Math.max(1, (navigator.hardwareConcurrency || 2) - 1);
    this.hands = Array.from({ length: count }, () => this.hire(count));
  }

  private hire(count: number): Hand {
    const hand: Hand = { worker: this.create(count), busy: null, deferred: false };
    hand.worker.onmessage = ({ data }: MessageEvent<FromWorker>) => this.answered(hand, data);
    return hand;
  }

  /** Gives the workers a sheet; the number is what tasks on it are asked for by. */
  open(sheet: Sheet, infos: readonly SourceInfo[], others: Others = {}): number {
    const version = this.nextVersion++;
    for (const { worker } of this.hands) this.post(worker, { type: 'sheet', version, sheet, others, infos });
    return version;
  }

  /** @throws TaskCancelled where the signal calls it off. */
  ask<T extends Task>(task: T, signal?: AbortSignal): Promise<ResultOf<T>> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted) return reject(new TaskCancelled());
      const entry: Entry = { id: this.nextId++, task, resolve: resolve as Entry['resolve'], reject };
      signal?.addEventListener('abort', () => this.cancel(entry), { once: true });
      this.queue.push(entry);
      this.deal();
    });
  }

  private cancel(entry: Entry): void {
    this.queue = this.queue.filter((each) => each !== entry);
    const hand = this.hands.find((each) => each.busy === entry);
    if (hand) {
      hand.deferred = false;
      this.post(hand.worker, { type: 'cancel', id: entry.id });
    }
    entry.reject(new TaskCancelled());
  }

  private deal(): void {
    this.queue.sort((a, b) => urgency(a.task) - urgency(b.task) || a.id - b.id);
    for (const hand of this.hands) {
      if (hand.busy) continue;
      const entry = this.queue.shift();
      if (!entry) return;
      hand.busy = entry;
      hand.deferred = false;
      this.post(hand.worker, { type: 'task', id: entry.id, task: entry.task });
    }
    const [next] = this.queue;
    if (!next || urgency(next.task) > 1 || this.hands.some((hand) => hand.deferred)) return;
    // A draft overtakes everything else, a reading only the true print.
    const from = urgency(next.task) === 0 ? 1 : 3;
    const slow = this.hands.find((hand) => hand.busy && urgency(hand.busy.task) >= from);
    if (!slow?.busy) return;
    slow.deferred = true;
    this.post(slow.worker, { type: 'cancel', id: slow.busy.id });
  }

  private answered(hand: Hand, answer: FromWorker): void {
    const entry = hand.busy;
    if (!entry || entry.id !== answer.id) return;
    hand.busy = null;
    if (answer.type === 'done') entry.resolve(answer.result);
    else if (answer.type === 'failed') entry.reject(new Error(answer.message));
    else if (hand.deferred) this.queue.push(entry);
    else entry.reject(new TaskCancelled());
    hand.deferred = false;
    this.deal();
  }

  private post(worker: Worker, message: ToWorker): void {
    worker.postMessage(message);
  }
}
