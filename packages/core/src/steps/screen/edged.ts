import type { Ways } from '../../raster/kernels';
import { ONE } from '../../raster/raster';

/** How far a bend moves each pixel, and any of them at most, px. */
export interface WayBy {
  readonly x: (i: number) => number;
  readonly y: (i: number) => number;
  readonly most: number;
}

/** How far a bend moves pixels; nowhere without one. */
export const wayBy = (bend: Ways | null): WayBy => {
  if (!bend) return { x: () => 0, y: () => 0, most: 0 };
  const [across, down] = [bend.across / 256 / ONE, bend.down / 256 / ONE];
  return {
    x: (i) => (bend.x[i] as number) * across,
    y: (i) => (bend.y[i] as number) * down,
    most: ONE * (Math.abs(across) + Math.abs(down)),
  };
};

/**
 * Ink at a threshold whose edge is `edge` wide on each side of it, of the range of thresholds. Near bare and solid the edge is as narrow as
 * the line, so that its mean stays the amount.
 */
export const edged = (amount: number, threshold: number, edge: number): number => {
  const half = Math.min(edge, amount, 1 - amount);
  return half === 0 ? Number(threshold < amount) : Math.max(0, Math.min(1, (amount - threshold) / (2 * half) + 0.5));
};
