import { smoothstep } from '../../units/smooth';
import { strewn } from '../cells';
import { moved } from '../ground';
import { hairs, lineAt } from '../hairs';
import type { Surface } from '../look';
import { noise } from '../noise';

export const dustAndHairs: Surface = {
  name: 'dust and hairs',
  title: 'Dust and hairs',
  note: 'What lies on the glass, lit against the dark of an open lid.',
  paper: [24, 24, 26],
  stain: [242, 240, 234],
  make: (ground) => {
    const dust = strewn(ground, 40, { cell: 1.2, likely: 0.34, least: 0.01, most: 0.1, tail: 4, long: 2.5, outside: 0.015 });
    const grit = strewn(ground, 50, { cell: 6, likely: 0.5, least: 0.03, most: 0.34, tail: 4, long: 3, outside: 0.02 });
    const crumbs = strewn(ground, 60, { cell: 26, likely: 0.55, least: 0.1, most: 1.1, tail: 3, long: 3, outside: 0.03 });
    const [long, lint] = [
      hairs(ground, 70, { cell: 38, likely: 0.62, near: 0.4 }),
      hairs(ground, 80, { cell: 10, likely: 0.4, near: 0.3 }),
    ];
    const [curled, shaped] = [
      moved([noise(ground, 1, 9, 2), noise(ground, 4, 9, 2), 3.4], [noise(ground, 7, 1.9), noise(ground, 8, 1.9), 0.35]),
      moved([noise(ground, 9, 0.5, 2), noise(ground, 12, 0.5, 2), 0.16]),
    ];
    const [clusters, grain, thick] = [noise(ground, 15, 40, 3), noise(ground, 19, 0.15), noise(ground, 21, 5)];
    const scratch = noise(ground, 23, 0.22, 2, { stretch: 240, turn: 31 });
    const smear = noise(ground, 27, 26, 3, { stretch: 2.5, turn: -24 });
    return (at, { light, stain }) => {
      const [bent, ragged] = [curled(at), shaped(at)];
      const [d, g, c, h, l] = [dust(at), grit(ragged), crumbs(ragged), long(bent), lint(bent)];
      const [where, fine, t, s, m] = [clusters(at), grain(at), thick(at), scratch(at), smear(at)];
      for (let i = 0; i < at.count; i++) {
        // A hair is an eighth of a millimetre thick, more where it lies flat.
        const hair = 0.06 + 0.03 * (t[i] as number);
        const dusty = smoothstep(-0.5, 0.3, where[i] as number);
        stain[i] = Math.max(
          0.85 * dusty * smoothstep(-0.015, 0.03, d[i] as number),
          0.95 * smoothstep(-0.02, 0.04, g[i] as number),
          smoothstep(-0.03, 0.06, c[i] as number) * (0.85 + 0.3 * (fine[i] as number)),
          lineAt(h[i] as number, hair, at.pixel),
          0.8 * lineAt(l[i] as number, 0.035, at.pixel),
          0.3 * smoothstep(0.72, 0.95, s[i] as number),
          0.07 * smoothstep(0, 0.8, m[i] as number) * (1 + (fine[i] as number)),
        );
        light[i] = 1;
      }
    };
  },
};
