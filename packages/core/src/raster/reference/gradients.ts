import { fade } from '../../units/noise';
import { GRADIENTS, LATTICE_DIRECTIONS, LATTICE_SIDE } from '../gradient-lattice';
import { GRADIENT_OCTAVE_VALUES, type Kernels } from '../kernels';

const onLattice = (cell: number): number => cell & (LATTICE_SIDE - 1);

/** One octave, added with its weight. */
const octave = (
  [ux, uy, vx, vy, offsetX, offsetY, g, r, h, weight]: readonly [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ],
  { count, x: xs, y: ys }: Parameters<Kernels['gradients']>[0],
  out: Float64Array,
): void => {
  /** What the gradient of a corner gives at a place that lies dx, dy from it. */
  const corner = (i: number, j: number, dx: number, dy: number): number => {
    const times = g === 0 ? 0 : Math.floor(i / g);
    const x = i - times * g;
    const beside = j - times * r;
    const y = g === 0 ? beside : beside - Math.floor(beside / h) * h;
    const direction = LATTICE_DIRECTIONS[onLattice(y + offsetY) * LATTICE_SIDE + onLattice(x + offsetX)] as number;
    return (GRADIENTS[2 * direction] as number) * dx + (GRADIENTS[2 * direction + 1] as number) * dy;
  };
  for (let n = 0; n < count; n++) {
    const [x, y] = [xs[n] as number, ys[n] as number];
    const [u, v] = [ux * x + uy * y, vx * x + vy * y];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [s, t] = [u - i, v - j];
    const across = fade(s);
    const top = corner(i, j, s, t);
    const bottom = corner(i, j + 1, s, t - 1);
    const upper = top + (corner(i + 1, j, s - 1, t) - top) * across;
    const lower = bottom + (corner(i + 1, j + 1, s - 1, t - 1) - bottom) * across;
    out[n] = (out[n] as number) + weight * (upper + (lower - upper) * fade(t));
  }
};

export const gradients: Kernels['gradients'] = (places, octaves, out) => {
  for (let from = 0; from < octaves.length; from += GRADIENT_OCTAVE_VALUES) {
    octave(octaves.subarray(from, from + GRADIENT_OCTAVE_VALUES) as unknown as Parameters<typeof octave>[0], places, out);
  }
};
