/** Turns at something that few can do at once: the least goes first, of two alike the one that came first. */
export class Turns {
  private free: number;
  private readonly waiting: { readonly size: number; readonly begin: () => void }[] = [];

  constructor(atOnce: number) {
    this.free = atOnce;
  }

  /** Does work of a size when its turn has come; one that is called off while it waits never begins. */
  async take<T>(size: number, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    if (this.free > 0) this.free--;
    else await this.wait(size, signal);
    try {
      return await work();
    } finally {
      this.free++;
      this.next();
    }
  }

  private wait(size: number, signal?: AbortSignal): Promise<void> {
    return new Promise((resolve, reject) => {
      const entry = { size, begin: resolve };
      this.waiting.push(entry);
      this.waiting.sort((a, b) => a.size - b.size);
      signal?.addEventListener('abort', () => {
        const at = this.waiting.indexOf(entry);
        if (at < 0) return;
        this.waiting.splice(at, 1);
        reject(signal.reason instanceof Error ? signal.reason : new Error('called off'));
      });
    });
  }

  private next(): void {
    const first = this.free > 0 ? this.waiting.shift() : undefined;
    if (!first) return;
    this.free--;
    first.begin();
  }
}
