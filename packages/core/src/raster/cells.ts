/** Cells of a whole sheet, each set or not: how many pixels one is wide and high, how many there are, and a bit of each. */
export interface Cells {
  readonly cellPx: number;
  readonly columns: number;
  readonly rows: number;
  /** Rows of `rowBytes`, eight cells a byte, the first in its lowest bit. */
  readonly bits: Uint8Array;
  readonly rowBytes: number;
}

/** The cell of `cellPx` pixels that a pixel's middle lies in, along a side of `count` cells; beyond the side its last one. */
export const cellOf = (pixel: number, cellPx: number, count: number): number =>
  Math.max(0, Math.min(count - 1, Math.floor((pixel + 0.5) / cellPx)));
