import { parentPort, workerData } from 'node:worker_threads';
import type { Region } from '@uvrant/core';
import { BandTurns, type BandOrder } from './band-turns';

/** What a thread that renders bands is given. */
export interface BandHelp<D = unknown> {
  readonly order: BandOrder;
  readonly bands: readonly Region[];
  /** What is rendered. */
  readonly data: D;
}
export type BandAnswer = { readonly number: number; readonly bytes: Uint8Array } | { readonly fault: string };

/** In a worker thread: renders bands that none has begun until there are no more, or one cannot be rendered. */
export const answerBands = async <D>(
  open: (data: D) => Promise<(region: Region) => Uint8Array> | ((region: Region) => Uint8Array),
): Promise<void> => {
  const { order, bands, data } = workerData as BandHelp<D>;
  const turns = new BandTurns(order);
  try {
    const render = await open(data);
    for (let group = turns.takeOrWait(); group.length > 0; group = turns.takeOrWait()) {
      for (const number of group) {
        const bytes = render(bands[number] as Region);
        parentPort?.postMessage({ number, bytes } satisfies BandAnswer, [bytes.buffer as ArrayBuffer]);
      }
    }
  } catch (error) {
    parentPort?.postMessage({ fault: error instanceof Error ? error.message : String(error) } satisfies BandAnswer);
  }
};
