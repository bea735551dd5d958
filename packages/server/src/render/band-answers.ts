import { parentPort } from 'node:worker_threads';
import type { Region } from '@uvrant/core';

/** A band that was asked for, by its number. */
export interface BandOrder {
  readonly number: number;
  readonly region: Region;
}
export type BandAnswer = { readonly number: number; readonly bytes: Uint8Array } | { readonly number: number; readonly fault: string };

/** In a worker thread: renders bands as they are asked for. */
export const answerBands = (render: (region: Region) => Promise<Uint8Array> | Uint8Array): void => {
  const port = parentPort;
  const answered = async ({ number, region }: BandOrder): Promise<void> => {
    try {
      const bytes = await render(region);
      port?.postMessage({ number, bytes } satisfies BandAnswer, [bytes.buffer as ArrayBuffer]);
    } catch (error) {
      port?.postMessage({ number, fault: error instanceof Error ? error.message : String(error) } satisfies BandAnswer);
    }
  };
  port?.on('message', (order: BandOrder) => void answered(order));
};
