import { chanceAt, exp } from '../../src';

/** Width of the Gaussian by which clusters and voids are found, dots; the paper's. */
const SIGMA = 1.5;
/** Share of the dots of the pattern that the ranks are built from. */
const FIRST = 0.1;

/** A pattern on a torus, and at each place how much of it lies about. */
class Pattern {
  readonly dots: Uint8Array;
  private readonly energy: Float64Array;

  constructor(
    private readonly side: number,
    private readonly near: Float64Array,
  ) {
    this.dots = new Uint8Array(side * side);
    this.energy = new Float64Array(side * side);
  }

  copy(): Pattern {
    const other = new Pattern(this.side, this.near);
    for (let at = 0; at < this.dots.length; at++) if (this.dots[at] === 1) other.put(at, true);
    return other;
  }

  put(at: number, isDot: boolean): void {
    this.dots[at] = Number(isDot);
    const { side, near, energy } = this;
    const [x, y] = [at % side, Math.floor(at / side)];
    for (let j = 0; j < side; j++) {
      const row = ((j - y + side) % side) * side;
      for (let i = 0; i < side; i++) {
        const away = near[row + ((i - x + side) % side)] as number;
        energy[j * side + i] = (energy[j * side + i] as number) + (isDot ? away : -away);
      }
    }
  }

  /** The dot with most about it, or the bare place with least; of equals the first. */
  private extreme(isDot: boolean): number {
    let best = -1;
    for (let at = 0; at < this.dots.length; at++) {
      if (this.dots[at] !== Number(isDot)) continue;
      const [here, so] = [this.energy[at] as number, best < 0 ? NaN : (this.energy[best] as number)];
      if (best < 0 || (isDot ? here > so + 1e-9 : here < so - 1e-9)) best = at;
    }
    return best;
  }

  tightest(): number {
    return this.extreme(true);
  }

  emptiest(): number {
    return this.extreme(false);
  }
}

const gaussian = (side: number): Float64Array =>
  Float64Array.from({ length: side * side }, (_, at) => {
    const [x, y] = [at % side, Math.floor(at / side)];
    const [dx, dy] = [Math.min(x, side - x), Math.min(y, side - y)];
    return exp(-(dx * dx + dy * dy) / (2 * SIGMA * SIGMA));
  });

/**
 * Ranks 0 … side² − 1 on a torus, in whose order dots come without clusters or voids at any tone.
 * R. Ulichney, The void-and-cluster method for dither array generation, Proc. SPIE 1913, 1993.
 */
export const voidAndCluster = (side: number, seed: number): Uint16Array => {
  const all = side * side;
  const ranks = new Uint16Array(all);
  const first = new Pattern(side, gaussian(side));
  const order = Array.from({ length: all }, (_, at) => at).sort((a, b) => chanceAt(a, 1, seed) - chanceAt(b, 1, seed));
  const count = Math.floor(FIRST * all);
  for (const at of order.slice(0, count)) first.put(at, true);
  // The tightest dot goes to the emptiest place until it would go back to where it was.
  for (;;) {
    const from = first.tightest();
    first.put(from, false);
    const to = first.emptiest();
    first.put(to, true);
    if (to === from) break;
  }
  const falling = first.copy();
  for (let rank = count - 1; rank >= 0; rank--) {
    const at = falling.tightest();
    falling.put(at, false);
    ranks[at] = rank;
  }
  for (let rank = count; rank < all; rank++) {
    // Past the half, voids are the minority: the emptiest place of dots is the tightest of voids.
    const at = first.emptiest();
    first.put(at, true);
    ranks[at] = rank;
  }
  return ranks;
};
