import { smoothstep } from '../../units/smooth';
import { creases, type CreaseKind } from '../creases';
import { moved, rows } from '../ground';
import type { Surface } from '../look';
import { noise } from '../noise';

/** Creases at four scales, by trial; the two fine ones only where the sheet was crumpled hard. */
const BROAD: readonly CreaseKind[] = [
  { cell: 52, shade: 0.2, far: 3.2 },
  { cell: 24, shade: 0.16, far: 2.2 },
];
const FINE: readonly CreaseKind[] = [
  { cell: 10, shade: 0.1, far: 1.2 },
  { cell: 4.2, shade: 0.05, far: 0.6 },
];

export const crumpledPaper: Surface = {
  name: 'crumpled copy paper',
  title: 'Crumpled copy paper',
  note: 'Crumpled and pressed flat again: creases with a lit and a shaded flank.',
  paper: [250, 249, 245],
  stain: [250, 249, 245],
  make: (ground) => {
    const broad = BROAD.map((kind, i) => creases(ground, 100 + 8 * i, kind));
    const fine = FINE.map((kind, i) => creases(ground, 140 + 8 * i, kind));
    const pressed = noise(ground, 5, 60, 2);
    const bent = moved([noise(ground, 11, 30), noise(ground, 13, 30), 7], [noise(ground, 15, 4), noise(ground, 17, 4), 0.5]);
    const [wave, ripple, tooth, grain] = [
      noise(ground, 21, 70),
      noise(ground, 23, 26, 2),
      noise(ground, 31, 0.9, 2),
      noise(ground, 33, 0.22),
    ];
    const [strong, weak, sums] = [noise(ground, 1, 7), noise(ground, 3, 1.7), rows()];
    return (at, { light, stain }) => {
      const [there, hard, sum] = [bent(at), pressed(at), sums(at.count)];
      sum.fill(0, 0, at.count);
      for (const each of broad) {
        const shade = each(there);
        for (let i = 0; i < at.count; i++) sum[i] = (sum[i] as number) + (shade[i] as number);
      }
      for (const each of fine) {
        const shade = each(there);
        for (let i = 0; i < at.count; i++) sum[i] = (sum[i] as number) + smoothstep(-0.3, 0.35, hard[i] as number) * (shade[i] as number);
      }
      const [s, k, w, r, t, g] = [strong(there), weak(there), wave(at), ripple(at), tooth(at), grain(at)];
      for (let i = 0; i < at.count; i++) {
        // Creases break off along their way.
        const along = Math.max(0, 0.75 + 0.8 * (s[i] as number) + 0.45 * (k[i] as number));
        const paper = 0.018 * (t[i] as number) + 0.012 * (g[i] as number) + 0.05 * (w[i] as number) + 0.07 * (r[i] as number);
        light[i] = 0.9 + 1.15 * along * (sum[i] as number) + paper;
      }
      stain.fill(0, 0, at.count);
    };
  },
};
