/** Which bands the threads of a print have begun, told by memory that they share: none has to ask another that may be busy. */
export interface BandOrder {
  /** Two 32-bit cells: the next band that none has begun, and the one that is waited for. */
  readonly memory: SharedArrayBuffer;
  readonly bands: number;
  /** Neighbouring bands that one thread renders. */
  readonly together: number;
  readonly threads: number;
}

const [NEXT, WANTED] = [0, 1];
/** Bands beyond those being rendered that may be done before the one that is waited for. */
const AHEAD = 2;

export const newOrder = (of: Omit<BandOrder, 'memory'>): BandOrder => ({ ...of, memory: new SharedArrayBuffer(8) });

/** The turns as one of the threads sees them. */
export class BandTurns {
  private readonly cells: Int32Array;

  constructor(private readonly order: BandOrder) {
    this.cells = new Int32Array(order.memory);
  }

  /** Takes the next group that none has begun: empty where all are begun, null where it is too far ahead for memory to stay flat. */
  take(): number[] | null {
    const { bands, together, threads } = this.order;
    for (;;) {
      const next = Atomics.load(this.cells, NEXT);
      if (next >= bands) return [];
      if (next >= Atomics.load(this.cells, WANTED) + (together + 1) * threads + AHEAD) return null;
      // Small ones at the end, so that none waits long for another's last.
      const size = Math.max(1, Math.min(together, Math.floor((bands - next) / (2 * threads))));
      if (Atomics.compareExchange(this.cells, NEXT, next, next + size) === next) return Array.from({ length: size }, (_, i) => next + i);
    }
  }

  /** Takes the next group; waits, this thread with all that it does, while it is too far ahead. */
  takeOrWait(): number[] {
    for (;;) {
      const seen = Atomics.load(this.cells, WANTED);
      const group = this.take();
      if (group) return group;
      Atomics.wait(this.cells, WANTED, seen);
    }
  }

  /** Says which band is waited for now. */
  want(number: number): void {
    Atomics.store(this.cells, WANTED, number);
    Atomics.notify(this.cells, WANTED);
  }
}
