import { smoothstep } from '../../units/smooth';
import { strewn } from '../cells';
import type { Surface } from '../look';
import { noise } from '../noise';
import { fibres } from '../tooth';

export const kraftBoard: Surface = {
  name: 'kraft board',
  title: 'Kraft board',
  note: 'Brown board with long fibres, pale and dark, and flecks of bark.',
  paper: [203, 166, 121],
  stain: [104, 72, 44],
  make: (ground) => {
    const [cloud, felt, grain] = [noise(ground, 1, 16, 4), noise(ground, 9, 0.9, 3), noise(ground, 15, 0.17)];
    const [pale, dark] = [fibres(ground, 17, 34), fibres(ground, 23, 22)];
    const lines = noise(ground, 29, 1.3, 2, { stretch: 60, turn: 2 });
    const flecks = strewn(ground, 40, { cell: 2.8, likely: 0.4, least: 0.03, most: 0.34, tail: 4, long: 6 });
    const bark = strewn(ground, 50, { cell: 11, likely: 0.5, least: 0.08, most: 0.7, tail: 4, long: 9 });
    return (at, { light, stain }) => {
      const [c, f, g, p, d, l, fleck, bits] = [cloud(at), felt(at), grain(at), pale(at), dark(at), lines(at), flecks(at), bark(at)];
      for (let i = 0; i < at.count; i++) {
        light[i] =
          0.86 +
          0.07 * (c[i] as number) +
          0.05 * (f[i] as number) +
          0.06 * (g[i] as number) +
          0.19 * (p[i] as number) +
          0.022 * (l[i] as number);
        const shape = 0.05 * (g[i] as number);
        stain[i] = Math.max(
          0.8 * smoothstep(-0.05, 0.05, (fleck[i] as number) + shape),
          0.7 * smoothstep(-0.06, 0.08, (bits[i] as number) + 2 * shape),
          0.38 * (d[i] as number),
          0.1 + 0.16 * (c[i] as number),
        );
      }
    };
  },
};
