import { existsSync } from 'node:fs';
import type { Region } from '@uvrant/core';
import { BandThread } from './band-thread';
import type { Band } from './print-bands';

export interface BandWork {
  /** From the top. */
  readonly bands: readonly Region[];
  /** The built worker that renders the others' bands, and what it is told at its start. */
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

/** What helpers work at: groups of bands that none has begun, and what they gave. */
class BandQueue {
  readonly ready = new Map<number, Uint8Array>();
  /** The band that is waited for. */
  wanted = 0;
  private next = 0;
  private fault: unknown = null;
  private told: (() => void) | null = null;
  /** Bands that each helper has been asked for and has not given. */
  private readonly asked: Map<BandThread, number>;

  constructor(
    private readonly work: BandWork,
    helpers: readonly BandThread[],
    private readonly threads: number,
  ) {
    this.asked = new Map(helpers.map((helper) => [helper, 0]));
  }

  /** The next group that may be begun now; none where that is too far ahead, so that memory stays flat. */
  group(): number[] {
    const { bands, together } = this.work;
    if (this.next >= Math.min(bands.length, this.wanted + together * this.threads + this.asked.size)) return [];
    const left = bands.length - this.next;
    // Small ones at the end, so that none waits long for another's last.
    const size = Math.max(1, Math.min(together, Math.floor(left / (2 * this.threads))));
    const group = Array.from({ length: size }, (_, i) => this.next + i);
    this.next += size;
    return group;
  }

  /** Gives helpers their next groups as they begin the last band they have: this thread may be busy when they are done with it. */
  feed(): void {
    for (const [helper, asked] of this.asked) {
      if (asked > 1) continue;
      for (const number of this.group()) void this.begun(helper, number);
    }
  }

  private async begun(helper: BandThread, number: number): Promise<void> {
    this.asked.set(helper, (this.asked.get(helper) as number) + 1);
    try {
      this.ready.set(number, await helper.ask({ number, region: this.work.bands[number] as Region }));
      this.asked.set(helper, (this.asked.get(helper) as number) - 1);
      this.feed();
    } catch (error) {
      this.fault = error;
    }
    this.tell();
  }

  private tell(): void {
    this.told?.();
    this.told = null;
  }

  /** Until something more is there. @throws what a helper threw. */
  async waited(): Promise<void> {
    if (this.fault === null) await new Promise<void>((resolve) => (this.told = resolve));
    this.check();
  }

  check(): void {
    if (this.fault !== null) throw this.fault as Error;
  }
}

/** Lets what the helpers sent come in. */
const turn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/**
 * Bands in their order, rendered by some threads: each takes the next few that nobody has begun, so that one that has more
 * to do, as this one with what it does with the bands, takes fewer.
 */
export async function* bandsByThreads(work: BandWork): AsyncGenerator<Band> {
  const { bands, script, data, threads, isAmong = true, own } = work;
  const all = Math.max(1, Math.min(threads, bands.length));
  const others = existsSync(script) ? all - (isAmong ? 1 : 0) : 0;
  const helpers = Array.from({ length: others }, () => new BandThread(script, data));
  const queue = new BandQueue(work, helpers, all);
  const rendersToo = isAmong || others === 0;
  // The first are this thread's: the others have yet to open the print.
  const mine: number[] = rendersToo ? queue.group() : [];
  try {
    for (const [number, region] of bands.entries()) {
      queue.wanted = number;
      for (;;) {
        queue.check();
        queue.feed();
        const bytes = queue.ready.get(number);
        if (bytes) {
          queue.ready.delete(number);
          yield { region, bytes };
          break;
        }
        if (mine.length === 0 && rendersToo) mine.push(...queue.group());
        const next = mine.shift();
        if (next === undefined) await queue.waited();
        else {
          queue.ready.set(next, own(bands[next] as Region).bytes);
          await turn();
        }
      }
    }
  } finally {
    await Promise.all(helpers.map((helper) => helper.end()));
  }
}
