import { smoothstep } from '../../units/smooth';
import { strewn } from '../cells';
import { moved } from '../ground';
import type { Surface } from '../look';
import { noise } from '../noise';

export const photocopiedBlack: Surface = {
  name: 'photocopied black',
  title: 'Photocopied black',
  note: 'A solid as a tired copier makes it: hollow, banded, streaked and specked.',
  paper: [34, 33, 34],
  stain: [236, 234, 229],
  make: (ground) => {
    // Toner leaves the drum along the travel of the sheet, which runs down.
    const [hollow, patch, band] = [
      noise(ground, 1, 26, 3, { stretch: 1.7, turn: 90 }),
      noise(ground, 5, 70, 2),
      noise(ground, 8, 3.4, 2, { stretch: 90 }),
    ];
    const [streak, scratch] = [
      noise(ground, 11, 0.5, 2, { stretch: 260, turn: 90 }),
      noise(ground, 15, 0.2, 1, { stretch: 400, turn: 90.5 }),
    ];
    const [toner, clump, mottle] = [noise(ground, 19, 0.13, 1), noise(ground, 21, 0.5, 3, {}, 0.8), noise(ground, 25, 2.2, 3)];
    const ragged = moved([noise(ground, 31, 0.3), noise(ground, 33, 0.3), 0.1]);
    const [specks, spots] = [
      strewn(ground, 40, { cell: 1.5, likely: 0.24, least: 0.02, most: 0.16, tail: 4, long: 2, outside: 0.02 }),
      strewn(ground, 50, { cell: 13, likely: 0.4, least: 0.08, most: 0.8, tail: 4, long: 2.5, outside: 0.03 }),
    ];
    return (at, { light, stain }) => {
      const [h, p, b, s, c, t, k, m] = [hollow(at), patch(at), band(at), streak(at), scratch(at), toner(at), clump(at), mottle(at)];
      const there = ragged(at);
      const [few, many] = [spots(there), specks(there)];
      for (let i = 0; i < at.count; i++) {
        const thin = 0.5 * (h[i] as number) + 0.35 * (p[i] as number) + 0.12 * (b[i] as number) + 0.16 * (s[i] as number);
        const bare = smoothstep(0.62, 0.92, thin + 0.55 * (k[i] as number) + 0.3 * (t[i] as number) + 0.18);
        stain[i] = Math.max(
          0.9 * bare,
          0.9 * smoothstep(-0.02, 0.04, many[i] as number) * smoothstep(-0.35, 0.15, thin),
          0.95 * smoothstep(-0.03, 0.06, few[i] as number),
          0.6 * smoothstep(0.66, 0.84, c[i] as number) * smoothstep(-0.3, 0.3, k[i] as number),
        );
        light[i] = 1 + 0.9 * Math.max(0, thin + 0.15) + 0.5 * (t[i] as number) + 0.5 * (m[i] as number) * 0.4;
      }
    };
  },
};
