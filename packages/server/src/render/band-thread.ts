import { Worker } from 'node:worker_threads';
import type { BandAnswer, BandOrder } from './band-answers';

/** A thread that renders bands of a print, or of a scan. */
export class BandThread {
  private readonly worker: Worker;
  /** Why it answers no more; null while it works. */
  private ended: Error | null = null;
  private readonly waiting = new Map<number, { readonly resolve: (bytes: Uint8Array) => void; readonly reject: (error: Error) => void }>();

  /** Starts the script at a path, which answers bands by `answerBands`; `data` says what it renders. */
  constructor(script: string, data: unknown) {
    this.worker = new Worker(script, { workerData: data });
    this.worker.on('message', (answer: BandAnswer) => {
      const asked = this.waiting.get(answer.number);
      this.waiting.delete(answer.number);
      if ('bytes' in answer) asked?.resolve(answer.bytes);
      else asked?.reject(new Error(answer.fault));
    });
    const failed = (error: Error): void => {
      this.ended ??= error;
      for (const { reject } of this.waiting.values()) reject(error);
      this.waiting.clear();
    };
    this.worker.on('error', failed);
    this.worker.on('exit', () => failed(new Error('A renderer stopped before it was done.')));
  }

  /** A band's bytes. @throws where it cannot be rendered, or the thread has ended. */
  ask(order: BandOrder): Promise<Uint8Array> {
    const answered = new Promise<Uint8Array>((resolve, reject) => {
      if (this.ended) return reject(this.ended);
      this.waiting.set(order.number, { resolve, reject });
      this.worker.postMessage(order);
    });
    // Looked at when its turn comes; until then a failure is nobody's.
    answered.catch(() => undefined);
    return answered;
  }

  end(): Promise<number> {
    return this.worker.terminate();
  }
}
