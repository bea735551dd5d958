import { smoothstep } from '../../units/smooth';
import { strewn } from '../cells';
import { moved } from '../ground';
import type { Surface } from '../look';
import { noise } from '../noise';

export const metalPlate: Surface = {
  name: 'streaked metal plate',
  title: 'Streaked metal plate',
  note: 'A plate brushed one way, scratched and spotted since.',
  paper: [212, 213, 214],
  stain: [62, 58, 56],
  make: (ground) => {
    const [brushed, fine, bands] = [
      noise(ground, 1, 0.7, 4, { stretch: 150, turn: 1 }, 0.85),
      noise(ground, 9, 0.12, 1, { stretch: 70 }),
      noise(ground, 11, 30, 2, { stretch: 8 }),
    ];
    const bent = moved([noise(ground, 13, 60), noise(ground, 15, 60), 9]);
    const [deep, shallow, across] = [
      noise(ground, 17, 0.5, 1, { stretch: 150, turn: 21 }),
      noise(ground, 19, 0.3, 2, { stretch: 120, turn: -14 }),
      noise(ground, 23, 0.4, 1, { stretch: 90, turn: 74 }),
    ];
    const spots = strewn(ground, 40, { cell: 7, likely: 0.45, least: 0.05, most: 1.1, tail: 4, outside: 0.05 });
    const ragged = moved([noise(ground, 27, 0.7, 2), noise(ground, 30, 0.7, 2), 0.25]);
    const [oxide, grain] = [noise(ground, 33, 18, 5, {}, 0.65), noise(ground, 41, 0.16)];
    return (at, { light, stain }) => {
      const there = bent(at);
      const [b, f, w, d, s, a] = [brushed(at), fine(at), bands(at), deep(there), shallow(there), across(there)];
      const [spot, o, g] = [spots(ragged(at)), oxide(at), grain(at)];
      for (let i = 0; i < at.count; i++) {
        const scratch =
          smoothstep(0.68, 0.85, d[i] as number) - smoothstep(0.7, 0.85, -(d[i] as number)) + 0.5 * smoothstep(0.72, 0.9, s[i] as number);
        const own = 0.72 + 0.2 * (w[i] as number) + 0.2 * (b[i] as number) + 0.1 * (f[i] as number) + 0.02 * (g[i] as number);
        light[i] = own + 0.26 * scratch + 0.16 * smoothstep(0.75, 0.9, a[i] as number);
        stain[i] = Math.max(
          0.75 * smoothstep(-0.05, 0.16, spot[i] as number),
          0.5 * smoothstep(0.28, 0.75, (o[i] as number) + 0.12 * (b[i] as number) + 0.1 * (g[i] as number)),
        );
      }
    };
  },
};
