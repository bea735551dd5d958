import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { bandsOf, type Region } from '@uvrant/core';
import { BandThread } from './band-thread';
import type { BandOrder } from './band.worker';
import { BAND_ROWS, type Band, type Print } from './print-bands';
import type { PrintJob } from './print-job';

/** Neighbouring bands that one thread renders: they are made of the same source tiles, which are then unpacked once. */
const TOGETHER = 4;

/** The built worker, beside whatever was built with it. */
const WORKER = join(import.meta.dirname, 'band.worker.js');

/**
 * The bands of a region from the top, rendered by `threads` threads, this one among them, which take bands in turn. The same bytes as
 * by one thread.
 */
export async function* printedBands(print: Print, job: PrintJob, region: Region, threads: number): AsyncGenerator<Band> {
  const bands = bandsOf(region, BAND_ROWS);
  const others = existsSync(WORKER) ? Math.min(threads, bands.length) - 1 : 0;
  const helpers = Array.from({ length: Math.max(0, others) }, () => new BandThread(WORKER, job));
  const asked = new Map<number, Promise<Uint8Array>>();
  const all = helpers.length + 1;
  /** The first bands are this thread's, the next ones the others'. */
  const helperOf = (number: number): BandThread | undefined => helpers[(Math.floor(number / TOGETHER) % all) - 1];
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
      askAhead(number + TOGETHER * all);
      const coming = asked.get(number);
      asked.delete(number);
      yield coming ? { region: band, bytes: await coming } : print.band(band);
    }
  } finally {
    await Promise.all(helpers.map((helper) => helper.end()));
  }
}
