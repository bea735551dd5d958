import { smoothstep } from '../../units/smooth';
import { moved } from '../ground';
import type { Surface } from '../look';
import { noise } from '../noise';
import { fibres } from '../tooth';

export const tornPaper: Surface = {
  name: 'torn paper',
  title: 'Torn paper',
  note: 'Printed sheets pasted over one another and torn off in strips: white cores along the tears.',
  paper: [244, 241, 233],
  stain: [44, 41, 42],
  make: (ground) => {
    // Paper tears in long, slightly bent strips, along its grain rather than across it; the edge frays at every scale.
    const shaken = moved([noise(ground, 1, 18, 3), noise(ground, 5, 18, 3), 7], [noise(ground, 9, 2.2, 2), noise(ground, 13, 2.2, 2), 0.8]);
    const [upper, lower] = [noise(ground, 17, 62, 2, { stretch: 1.9, turn: 68 }), noise(ground, 21, 88, 2, { stretch: 2.2, turn: 112 })];
    const [core, fray, hair] = [
      noise(ground, 25, 16, 2),
      noise(ground, 29, 1, 4, {}, 0.75),
      noise(ground, 35, 0.16, 1, { stretch: 6, turn: 68 }),
    ];
    const [fibre, cloud, wrinkle, grain] = [
      fibres(ground, 41, 12),
      noise(ground, 45, 2.2, 3, {}, 0.7),
      noise(ground, 51, 9, 3, { stretch: 3, turn: 60 }),
      noise(ground, 57, 0.18),
    ];
    const old = noise(ground, 61, 60, 3);
    return (at, { light, stain }) => {
      const there = shaken(at);
      const [a, b, k, f, h] = [upper(there), lower(there), core(at), fray(at), hair(at)];
      const [fi, c, w, g, o] = [fibre(at), cloud(at), wrinkle(at), grain(at), old(at)];
      for (let i = 0; i < at.count; i++) {
        const edge = 0.012 * (f[i] as number) + 0.006 * (h[i] as number);
        // About how far inside each sheet a place lies, mm: noise falls by some 1.6 over a hill.
        const top = ((a[i] as number) + 0.16 + edge) * 40;
        const under = ((b[i] as number) + 0.3 + edge) * 55;
        const broad = 0.5 + 5.5 * Math.max(0, (k[i] as number) + 0.12);
        const [printed, torn] = [smoothstep(-0.08, 0.08, top - broad), smoothstep(-0.06, 0.06, top)];
        const below = smoothstep(-0.08, 0.08, under - 0.8 * broad);
        const shadow = smoothstep(1.6, 0, -top) * (1 - torn);
        const coat =
          0.96 -
          0.1 * smoothstep(0.35, 0.6, (f[i] as number) + 0.3 * (w[i] as number)) -
          0.7 * smoothstep(0.52, 0.8, (f[i] as number) + 0.45 * (o[i] as number));
        // Under the uppermost sheet an older, faded one; where that is gone, too, the bare board.
        stain[i] = printed * coat + (1 - torn) * (below * (0.46 + 0.12 * (o[i] as number)) + (1 - below) * 0.1 + 0.3 * shadow);
        const white = torn * (1 - printed);
        light[i] =
          0.93 +
          0.04 * (c[i] as number) +
          0.03 * (g[i] as number) +
          white * (0.03 * (fi[i] as number) + 0.06 * (f[i] as number)) +
          0.05 * (w[i] as number) -
          0.12 * shadow;
      }
    };
  },
};
