import { existsSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import type { Region } from '@uvrant/core';
import type { BandAnswer, BandHelp } from './band-answers';
import { BandTurns, newOrder } from './band-turns';
import type { Band } from './print-bands';

export interface BandWork {
  /** From the top. */
  readonly bands: readonly Region[];
  /** The built worker that renders the others' bands by `answerBands`, and what it is told at its start. */
  readonly script: string;
  readonly data: unknown;
  /** How many threads work; this one is among them, unless it has enough to do with what the others bring. */
  readonly threads: number;
  readonly isAmong?: boolean;
  /** Neighbouring bands that one thread renders. */
  readonly together: number;
  /** A band of this thread. */
  readonly own: (region: Region) => Band;
}

/** Bands that are done, by their numbers, until their turn comes. */
class ReadyBands {
  private readonly bytes = new Map<number, Uint8Array>();
  private fault: Error | null = null;
  private told: (() => void) | null = null;

  put(number: number, bytes: Uint8Array): void {
    this.bytes.set(number, bytes);
    this.tell();
  }

  fail(error: Error): void {
    this.fault ??= error;
    this.tell();
  }

  private tell(): void {
    this.told?.();
    this.told = null;
  }

  /** A band's bytes, null where it is not done. @throws what a helper threw. */
  take(number: number): Uint8Array | null {
    if (this.fault) throw this.fault;
    const bytes = this.bytes.get(number) ?? null;
    this.bytes.delete(number);
    return bytes;
  }

  /** Until something more is there. */
  async waited(): Promise<void> {
    if (!this.fault) await new Promise<void>((resolve) => (this.told = resolve));
  }
}

/** A thread that renders bands and puts them among those that are ready. */
const helper = (script: string, help: BandHelp, ready: ReadyBands): Worker => {
  const worker = new Worker(script, { workerData: help });
  worker.on('message', (answer: BandAnswer) => {
    if ('bytes' in answer) ready.put(answer.number, answer.bytes);
    else ready.fail(new Error(answer.fault));
  });
  worker.on('error', (error) => ready.fail(error));
  worker.on('exit', (code) => {
    if (code !== 0) ready.fail(new Error('A renderer stopped before it was done.'));
  });
  return worker;
};

/** Lets what the helpers sent come in. */
const turn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/**
 * Bands in their order, rendered by some threads: each takes the next few that nobody has begun, so that one that has more
 * to do, as this one with what it does with the bands, takes fewer.
 */
export async function* bandsByThreads(work: BandWork): AsyncGenerator<Band> {
  const { bands, script, data, threads, isAmong = true, own, together } = work;
  const all = Math.max(1, Math.min(threads, bands.length));
  const others = existsSync(script) ? all - (isAmong ? 1 : 0) : 0;
  const rendersToo = isAmong || others === 0;
  const order = newOrder({ bands: bands.length, together, threads: all });
  const turns = new BandTurns(order);
  const ready = new ReadyBands();
  // The first are this thread's: the others have yet to open the print.
  const mine: number[] = rendersToo ? (turns.take() ?? []) : [];
  const helpers = Array.from({ length: others }, () => helper(script, { order, bands, data }, ready));
  try {
    for (const [number, region] of bands.entries()) {
      turns.want(number);
      for (;;) {
        const bytes = ready.take(number);
        if (bytes) {
          yield { region, bytes };
          break;
        }
        if (mine.length === 0 && rendersToo) mine.push(...(turns.take() ?? []));
        const next = mine.shift();
        if (next === undefined) await ready.waited();
        else {
          ready.put(next, own(bands[next] as Region).bytes);
          await turn();
        }
      }
    }
  } finally {
    await Promise.all(helpers.map((each) => each.terminate()));
  }
}
