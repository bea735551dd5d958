import { existsSync } from 'node:fs';
import type { Region } from '@uvrant/core';
import type { BandOrder } from './band-answers';
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

/** Bands in their order, rendered by some threads, which take them in turn. */
export async function* bandsByThreads({ bands, script, data, threads, isAmong = true, together, own }: BandWork): AsyncGenerator<Band> {
  const all = Math.max(1, Math.min(threads, bands.length));
  const others = existsSync(script) ? all - (isAmong ? 1 : 0) : 0;
  const helpers = Array.from({ length: others }, () => new BandThread(script, data));
  const asked = new Map<number, Promise<Uint8Array>>();
  /** Where this thread is among them the first bands are its own, the next ones the others'. */
  const helperOf = (number: number): BandThread | undefined =>
    others === 0 ? undefined : helpers[(Math.floor(number / together) % all) - (all - others)];
  let next = 0;
  const askAhead = (upTo: number): void => {
    for (; next < Math.min(bands.length, upTo); next++) {
      const order: BandOrder = { number: next, region: bands[next] as Region };
      const helper = helperOf(next);
      if (helper) asked.set(next, helper.ask(order));
    }
  };
  try {
    for (const [number, band] of bands.entries()) {
      askAhead(number + together * all);
      const coming = asked.get(number);
      asked.delete(number);
      yield coming ? { region: band, bytes: await coming } : own(band);
    }
  } finally {
    await Promise.all(helpers.map((helper) => helper.end()));
  }
}
