import { chanceAt, layeredNoise } from '../../units/noise';
import type { TipName } from '../kernels';

/** A place under a brush: how deep in the stroke (1 in its middle, 0 at its edge), along and across it and on the art, mm. */
export interface TipPlace {
  depth: number;
  along: number;
  across: number;
  x: number;
  y: number;
  seed: number;
  /** Size of a pixel, mm. */
  pixel: number;
}

/** 0 … 1 over a passage round a cut. */
const passage = (value: number, cut: number, width: number): number => Math.max(0, Math.min(1, (value - cut) / width + 0.5));

/** Round grains, one or none in each cell of a grid; how likely, and how large at the most, by depth. */
const grains = ({ x, y, seed, pixel }: TipPlace, cell: number, likely: number, least: number, most: number): number => {
  const [cx, cy] = [Math.floor(x / cell), Math.floor(y / cell)];
  let best = 0;
  for (let dy = -1; dy <= 1; dy++) {
    for (let dx = -1; dx <= 1; dx++) {
      const [i, j] = [cx + dx, cy + dy];
      if (chanceAt(i, j, seed) >= likely) continue;
      const size = chanceAt(i, j, seed + 3);
      const radius = cell * (least + (most - least) * size * size);
      const [px, py] = [(i + chanceAt(i, j, seed + 1)) * cell - x, (j + chanceAt(i, j, seed + 2)) * cell - y];
      best = Math.max(best, (radius - Math.sqrt(px * px + py * py)) / pixel + 0.5);
    }
  }
  return Math.min(1, best);
};

/** How much of the brush's strength arrives at a place, 0 … 1, by its tip. */
export const TIP_SHAPES: Readonly<Record<TipName, (at: TipPlace) => number>> = {
  round: ({ depth }) => depth,
  'dry brush': ({ depth, along, across, seed }) =>
    passage(layeredNoise(across / 0.55, along / 26, seed, 3, 2.1, 0.7), 0.66 - 0.36 * depth, 0.09) * Math.min(1, 4 * depth),
  sponge: ({ depth, x, y, seed }) => passage(layeredNoise(x / 2.4, y / 2.4, seed, 4, 2.2, 0.6), 0.66 - 0.24 * depth, 0.06),
  roller: ({ depth, x, y, seed }) =>
    passage(0.6 * layeredNoise(x / 8, y / 8, seed, 3) + 0.4 * layeredNoise(x / 0.5, y / 0.5, seed + 9, 2), 0.55 - 0.14 * depth, 0.07),
  chalk: ({ depth, x, y, seed }) => passage(layeredNoise(x / 0.3, y / 0.3, seed, 2), 0.72 - 0.36 * depth, 0.12),
  spray: (at) => grains(at, 0.22, at.depth * at.depth, 0.3, 0.75),
  grit: (at) => grains(at, 0.9, 0.75 * at.depth, 0.06, 0.5),
};
