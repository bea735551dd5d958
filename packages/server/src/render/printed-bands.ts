import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { bandsOf, type Region } from '@uvrant/core';
import type { BandAnswer, BandOrder } from './band.worker';
import { BAND_ROWS, type Band, type Print } from './print-bands';
import type { PrintJob } from './print-job';

/** Neighbouring bands that one thread renders: they are made of the same source tiles, which are then unpacked once. */
const TOGETHER = 4;

/** The built worker, beside whatever was built with it. */
const WORKER = join(import.meta.dirname, 'band.worker.js');

/** A thread that renders bands of a print. */
class BandThread {
  private readonly worker: Worker;
  private readonly waiting = new Map<number, { readonly resolve: (bytes: Uint8Array) => void; readonly reject: (error: Error) => void }>();

  constructor(job: PrintJob) {
    this.worker = new Worker(WORKER, { workerData: job });
    this.worker.on('message', (answer: BandAnswer) => {
      const asked = this.waiting.get(answer.number);
      this.waiting.delete(answer.number);
      if ('bytes' in answer) asked?.resolve(answer.bytes);
      else asked?.reject(new Error(answer.fault));
    });
    const failed = (error: Error): void => {
      for (const { reject } of this.waiting.values()) reject(error);
      this.waiting.clear();
    };
    this.worker.on('error', failed);
    this.worker.on('exit', () => failed(new Error('A renderer stopped before it was done.')));
  }

  ask(order: BandOrder): Promise<Uint8Array> {
    const answered = new Promise<Uint8Array>((resolve, reject) => this.waiting.set(order.number, { resolve, reject }));
    // Looked at when its turn comes; until then a failure is nobody's.
    answered.catch(() => undefined);
    this.worker.postMessage(order);
    return answered;
  }

  end(): Promise<number> {
    return this.worker.terminate();
  }
}

/**
 * The bands of a region from the top, rendered by so many threads: this one and others, each in its turn. The same bytes as
 * by one thread.
 */
export async function* printedBands(print: Print, job: PrintJob, region: Region, threads: number): AsyncGenerator<Band> {
  const bands = bandsOf(region, BAND_ROWS);
  const others = existsSync(WORKER) ? Math.min(threads, bands.length) - 1 : 0;
  const helpers = Array.from({ length: Math.max(0, others) }, () => new BandThread(job));
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
