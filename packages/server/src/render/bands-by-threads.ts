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
  private next = 0;
  private fault: unknown = null;
  private told: (() => void) | null = null;

  constructor(
    private readonly work: BandWork,
    private readonly helpers: readonly BandThread[],
    /** Bands beyond the one that is wanted which may be begun, so that memory stays flat. */
    private readonly ahead: number,
  ) {}

  /** The next group that may be begun while `wanted` is waited for; none where that is too far ahead. */
  group(wanted: number): number[] {
    const { bands, together } = this.work;
    if (this.next >= Math.min(bands.length, wanted + this.ahead)) return [];
    const group = Array.from({ length: Math.min(together, bands.length - this.next) }, (_, i) => this.next + i);
    this.next += group.length;
    return group;
  }

  private readonly idle = new Set<BandThread>();

  /** Gives idle helpers their next groups. */
  feed(wanted: number): void {
    for (const helper of this.idle) {
      const group = this.group(wanted);
      if (group.length === 0) return;
      this.idle.delete(helper);
      void this.begun(helper, group, wanted);
    }
  }

  begin(): void {
    for (const helper of this.helpers) this.idle.add(helper);
    this.feed(0);
  }

  private async begun(helper: BandThread, group: readonly number[], wanted: number): Promise<void> {
    const { bands } = this.work;
    const asked = group.map((number) => [number, helper.ask({ number, region: bands[number] as Region })] as const);
    try {
      for (const [number, bytes] of asked) {
        this.ready.set(number, await bytes);
        this.tell();
      }
      this.idle.add(helper);
      this.feed(Math.max(wanted, group[0] as number));
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
  const { bands, script, data, threads, isAmong = true, together, own } = work;
  const all = Math.max(1, Math.min(threads, bands.length));
  const others = existsSync(script) ? all - (isAmong ? 1 : 0) : 0;
  const helpers = Array.from({ length: others }, () => new BandThread(script, data));
  const queue = new BandQueue(work, helpers, together * all);
  const rendersToo = isAmong || others === 0;
  // The first are this thread's: the others have yet to open the print.
  const mine: number[] = rendersToo ? queue.group(0) : [];
  try {
    queue.begin();
    for (const [number, region] of bands.entries()) {
      for (;;) {
        queue.check();
        queue.feed(number);
        const bytes = queue.ready.get(number);
        if (bytes) {
          queue.ready.delete(number);
          yield { region, bytes };
          break;
        }
        if (mine.length === 0 && rendersToo) mine.push(...queue.group(number));
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
