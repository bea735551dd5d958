import { smoothstep } from '../../units/smooth';
import { strewn } from '../cells';
import { moved } from '../ground';
import type { Surface } from '../look';
import { noise } from '../noise';
import { fibres, tooth } from '../tooth';

export const oldCard: Surface = {
  name: 'old card with foxing',
  title: 'Old card with foxing',
  note: 'Yellowed card, foxed in clusters, handled and rubbed.',
  paper: [238, 223, 188],
  stain: [134, 82, 40],
  make: (ground) => {
    const [cloud, felt, grain, fibre] = [
      noise(ground, 1, 60, 4),
      noise(ground, 9, 1.5, 2, {}, 0.7),
      tooth(ground, 15),
      fibres(ground, 19, 14),
    ];
    const [where, rub, handled] = [
      noise(ground, 23, 52, 3),
      noise(ground, 27, 0.4, 2, { stretch: 26, turn: 14 }),
      noise(ground, 31, 80, 2),
    ];
    // Spots spread along the fibres: nothing about them is round.
    const ragged = moved(
      [noise(ground, 33, 3.6, 2), noise(ground, 38, 3.6, 2), 1.8],
      [noise(ground, 43, 0.6), noise(ground, 46, 0.6), 0.28],
    );
    const [large, mid, small] = [
      strewn(ground, 50, { cell: 21, likely: 0.5, least: 0.5, most: 6, tail: 4, outside: 1.5, long: 2.6 }),
      strewn(ground, 60, { cell: 8, likely: 0.45, least: 0.15, most: 2, tail: 4, outside: 0.5, long: 2.6 }),
      strewn(ground, 70, { cell: 2.6, likely: 0.32, least: 0.03, most: 0.5, tail: 4, long: 2.6, outside: 0.06 }),
    ];
    return (at, { light, stain }) => {
      const [c, f, g, h, w, r, n] = [cloud(at), felt(at), grain(at), fibre(at), where(at), rub(at), handled(at)];
      const there = ragged(at);
      const [l, m, s] = [large(there), mid(there), small(there)];
      for (let i = 0; i < at.count; i++) {
        const foxed = smoothstep(-0.25, 0.4, w[i] as number);
        const uneven = 1 + 0.5 * (f[i] as number) + 0.3 * (g[i] as number);
        // A pale halo, a body, and a kernel where it began.
        const blot =
          0.2 * smoothstep(-1.5, 0.6, l[i] as number) +
          0.22 * smoothstep(0.2, 2, l[i] as number) +
          0.2 * smoothstep(-0.5, 0.25, m[i] as number) +
          0.3 * smoothstep(0.05, 0.7, m[i] as number) +
          0.55 * smoothstep(-0.06, 0.16, s[i] as number);
        const rubbed = 0.06 * smoothstep(0.45, 0.9, (r[i] as number) + 0.5 * (n[i] as number));
        stain[i] = 0.07 + 0.07 * (c[i] as number) + rubbed + foxed * Math.min(0.9, blot * uneven);
        light[i] =
          0.91 + 0.06 * (c[i] as number) + 0.035 * (f[i] as number) + 0.06 * (g[i] as number) + 0.03 * (h[i] as number) - 0.3 * rubbed;
      }
    };
  },
};
