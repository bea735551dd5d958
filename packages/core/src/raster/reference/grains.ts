import { GRAIN_RUN_VALUES, GRAIN_VALUES, type Kernels } from '../kernels';

export const grains: Kernels['grains'] = ({ x: xs, y: ys }, runs, near, outside, out) => {
  let n = 0;
  for (let run = 0; run < runs.length; run += GRAIN_RUN_VALUES) {
    const [end, cornerX, cornerY, first, last] = runs.subarray(run, run + GRAIN_RUN_VALUES) as unknown as [
      number,
      number,
      number,
      number,
      number,
    ];
    for (; n < end; n++) {
      const [u, v] = [(xs[n] as number) - cornerX, (ys[n] as number) - cornerY];
      let best = -outside;
      for (let k = GRAIN_VALUES * first; k < GRAIN_VALUES * last; k += GRAIN_VALUES) {
        const [x, y, radius, cos, sin, stretch] = near.subarray(k, k + GRAIN_VALUES) as unknown as [
          number,
          number,
          number,
          number,
          number,
          number,
        ];
        const [dx, dy] = [u - x, v - y];
        const along = (dx * cos + dy * sin) / stretch;
        const across = (dy * cos - dx * sin) * stretch;
        const away = along * along + across * across;
        const room = radius - best;
        if (room > 0 && away < room * room) best = radius - Math.sqrt(away);
      }
      out[n] = best;
    }
  }
};
