import type { Kernels } from '../kernels';

const UP = 2;

export const upFiltered: Kernels['upFiltered'] = (rows, above, out) => {
  const { length } = above;
  for (let i = 0; i < rows.length; i++) {
    const [row, at] = [Math.floor(i / length), i % length];
    if (at === 0) out[row * (length + 1)] = UP;
    out[row * (length + 1) + 1 + at] = (rows[i] as number) - ((row === 0 ? above[at] : rows[i - length]) as number);
  }
};
