import { parentPort, workerData } from 'node:worker_threads';
import type { Region } from '@uvrant/core';
import { openedPrint, type PrintJob } from './print-job';

/** A band that was asked for, by its number. */
export interface BandOrder {
  readonly number: number;
  readonly region: Region;
}
export type BandAnswer = { readonly number: number; readonly bytes: Uint8Array } | { readonly number: number; readonly fault: string };

/** Renders bands of one print as they are asked for. */
const port = parentPort;
const opened = openedPrint(workerData as PrintJob);
port?.on('message', ({ number, region }: BandOrder) => {
  opened
    .then((print) => {
      const { bytes } = print.band(region);
      port.postMessage({ number, bytes } satisfies BandAnswer, [bytes.buffer as ArrayBuffer]);
    })
    .catch((error: unknown) => {
      port.postMessage({ number, fault: error instanceof Error ? error.message : String(error) } satisfies BandAnswer);
    });
});
