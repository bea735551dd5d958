/** Bytes up to which a pixel is bare, and from which it is solid. */
const [BARE, SOLID] = [6, 249];
/** What a byte about an edge differs by from its neighbours at least, and where edges are softer; those of a tone lie closer together. */
const EDGE = 96;
const TRACED_EDGE = 20;
/** How far from a half a byte may lie where the print cut it to the other side. */
const NEAR = 64;
const HALF = 127.5;

/** True of a byte that is neither bare nor solid. */
export const isGreyByte = (value: number): boolean => value > BARE && value < SOLID;

/**
 * Rows of a plate whose pixels are all or nothing, with its edges between pixels: where the same plate with soft edges shows an edge
 * its bytes are taken, never to the other side of a half than the plate's own; elsewhere the plate's own pixels.
 */
export class EdgeRows {
  /** The last three soft rows and two whole ones, each with a pixel more on both sides. */
  private soft: [Uint8Array, Uint8Array, Uint8Array];
  private whole: [Uint8Array, Uint8Array];
  private count = 0;
  private readonly out: Uint8Array;
  private readonly edge: number;

  constructor(
    private readonly width: number,
    private readonly take: (row: Uint8Array) => void,
    isTraced = false,
  ) {
    this.edge = isTraced ? TRACED_EDGE : EDGE;
    const row = (): Uint8Array => new Uint8Array(width + 2);
    this.soft = [row(), row(), row()];
    this.whole = [row(), row()];
    this.out = new Uint8Array(width);
  }

  /** The next row of both: a byte a pixel, `every` bytes apart from `from` on. */
  row(soft: Uint8Array, whole: Uint8Array, from: number, every: number): void {
    const [first, second, third] = this.soft;
    for (let x = 1, i = from; x <= this.width; x++, i += every) {
      first[x] = soft[i] as number;
      this.whole[0][x] = whole[i] as number;
    }
    this.soft = [second, third, first];
    this.whole = [this.whole[1], this.whole[0]];
    // Beyond the plate's sides it goes on.
    for (const each of [first, this.whole[1]]) [each[0], each[this.width + 1]] = [each[1] as number, each[this.width] as number];
    if (this.count++ === 0) this.soft[1].set(first);
    else this.taken();
  }

  /** After the last row. */
  end(): void {
    if (this.count === 0) return;
    const [first, second, third] = this.soft;
    first.set(third);
    this.soft = [second, third, first];
    this.whole = [this.whole[1], this.whole[0]];
    this.taken();
  }

  /** The row before the last. */
  private taken(): void {
    const [soft, whole] = [this.soft[1], this.whole[0]];
    for (let x = 1; x <= this.width; x++) {
      const [s, own] = [soft[x] as number, whole[x] as number];
      this.out[x - 1] = isGreyByte(s) && this.spanAt(x) >= this.edge ? sided(s, own) : own;
    }
    this.take(this.out);
  }

  /** How far the bytes about a pixel lie apart. */
  private spanAt(x: number): number {
    let [least, most] = [255, 0];
    for (const row of this.soft) {
      for (let i = x - 1; i <= x + 1; i++) {
        const value = row[i] as number;
        if (value < least) least = value;
        if (value > most) most = value;
      }
    }
    return most - least;
  }
}

/** A soft byte on the side of a half that the print is on. */
const sided = (soft: number, own: number): number => {
  if (soft > HALF === own > HALF) return soft;
  return Math.abs(soft - HALF) <= NEAR ? (own > HALF ? 128 : 127) : own;
};
