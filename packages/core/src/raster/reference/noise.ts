import { NOISE_STRIDE, type Kernels, type NoiseOctave } from '../kernels';
import { ONE } from '../raster';

/** The tile at phases, 2^32 = its period, straight between its points; fractions of 12 bits. */
const tileAt = (tile: Int16Array, u: number, v: number): number => {
  const [x, y] = [u >>> 23, v >>> 23];
  const [s, t] = [(u >>> 11) & 4095, (v >>> 11) & 4095];
  const point = (px: number, py: number): number => tile[py * NOISE_STRIDE + px] as number;
  const straight = (from: number, to: number, share: number): number => from + (((to - from) * share + 2048) >> 12);
  return straight(straight(point(x, y), point(x + 1, y), s), straight(point(x, y + 1), point(x + 1, y + 1), s), t);
};

/** A phase's share of a warp, without its fraction; wraps. */
const moved = (by: number, phase: number): number => Math.floor((by * phase) / ONE) | 0;

/** Octaves at a place that is moved by so much, within ± ONE. */
const valueAt = (octaves: readonly NoiseOctave[], tile: Int16Array, x: number, y: number, wx: number, wy: number): number => {
  let sum = ONE / 2;
  for (const { grid, weight, warped } of octaves) {
    const u = grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy) + moved(wx, warped.ux) + moved(wy, warped.uy);
    const v = grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy) + moved(wx, warped.vx) + moved(wy, warped.vy);
    sum += tileAt(tile, u >>> 0, v >>> 0) * weight;
  }
  return Math.max(-ONE, Math.min(ONE, sum >> 14));
};

export const noise: Kernels['noise'] = ({ x, y, width, height }, octaves, tile, warp, gate, out) => {
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const open = gate ? (gate[i] as number) : 1;
      if (open <= 0 || open >= ONE) {
        out[i] = 0;
        continue;
      }
      const by = (noises: readonly NoiseOctave[]): number => valueAt(noises, tile, x + column, y + row, 0, 0);
      out[i] = valueAt(octaves, tile, x + column, y + row, warp ? by(warp.x) : 0, warp ? by(warp.y) : 0);
    }
  }
};
