import { CUBE_POINTS, type Kernels } from '../kernels';
import { ONE } from '../raster';

const CELL = ONE / (CUBE_POINTS - 1);

/** A premultiplied value brought back to full coverage, 0 … ONE. */
const full = (value: number, alpha: number): number => {
  if (alpha === ONE) return value;
  return alpha <= 0 ? 0 : Math.min(ONE, Math.floor((value * ONE + (alpha >> 1)) / alpha));
};

/** Tetrahedral interpolation: from the cell's darkest corner to its lightest, along the axis with the most of the way first. */
export const cube: Kernels['cube'] = (rgba, values, tone, coverage) => {
  for (let i = 0; i < tone.length; i++) {
    const alpha = rgba[4 * i + 3] as number;
    coverage[i] = alpha;
    let corner = 0;
    const ways = [0, 1, 2].map((c) => {
      const value = Math.max(0, Math.min(ONE, full(rgba[4 * i + c] as number, alpha)));
      const cell = Math.min(CUBE_POINTS - 2, Math.floor(value / CELL));
      const step = CUBE_POINTS ** (2 - c);
      corner += cell * step;
      return { part: value - cell * CELL, step };
    });
    const order = [...ways].sort((one, two) => two.part - one.part);
    let sum = 0;
    let before = CELL;
    for (const { part, step } of [...order, { part: 0, step: 0 }]) {
      sum += (values[corner] as number) * (before - part);
      corner += step;
      before = part;
    }
    tone[i] = Math.floor((sum + CELL / 2) / CELL);
  }
};
