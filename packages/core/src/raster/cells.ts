/** The cell of `cellPx` pixels that a pixel's middle lies in, along a side of `count` cells; beyond the side its last one. */
export const cellOf = (pixel: number, cellPx: number, count: number): number =>
  Math.max(0, Math.min(count - 1, Math.floor((pixel + 0.5) / cellPx)));
