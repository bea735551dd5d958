import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import type { MessagePort } from 'node:worker_threads';
import { bandsOf } from '@uvrant/core';
import { bandsByThreads } from '../render/bands-by-threads';
import { PngWriter } from '../render/png';
import type { ScanOrder } from './port';
import { bandReader, scanSize } from './scan-bands';

export interface ScanTask {
  readonly order: ScanOrder;
  readonly file: string;
  readonly progress: MessagePort;
}

/** Rows that are scanned at once. */
const BAND = 64;
const THREADS = Math.min(2, availableParallelism());

/** Scans what lies on the glass into a PNG, band by band. */
export default async ({ order, file, progress }: ScanTask): Promise<void> => {
  try {
    const { width, height } = scanSize(order);
    const writer = new PngWriter(file, width, height, order.ppi, order.colour ? 3 : 1);
    const read = bandReader(order);
    const bands = bandsByThreads({
      bands: bandsOf({ x: 0, y: 0, width, height }, BAND),
      script: join(import.meta.dirname, 'scan-band.worker.js'),
      data: order,
      threads: THREADS,
      // It packs what they read.
      isAmong: false,
      together: 1,
      own: (region) => ({ region, bytes: read(region) }),
    });
    for await (const { region, bytes } of bands) {
      await writer.rows(bytes);
      progress.postMessage((region.y + region.height) / height);
    }
    await writer.end();
  } finally {
    progress.close();
  }
};
