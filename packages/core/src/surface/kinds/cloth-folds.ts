import { smoothstep } from '../../units/smooth';
import { moved, rows, type Field, type Ground, type Places } from '../ground';
import type { Surface } from '../look';
import { noise, slow } from '../noise';
import { woven } from '../weave';

/** Heights of cloth that hangs and is pushed together: long folds with round backs and narrow valleys, finer ones across. */
const heights = (ground: Ground): Field => {
  const bent = moved([noise(ground, 1, 120), noise(ground, 3, 120), 44], [noise(ground, 5, 30), noise(ground, 7, 30), 5]);
  const [long, cross, small, swell] = [
    noise(ground, 9, 34, 1, { stretch: 4.5, turn: 62 }),
    noise(ground, 11, 22, 1, { stretch: 4, turn: 104 }),
    noise(ground, 13, 9, 1, { stretch: 3.5, turn: 74 }),
    noise(ground, 15, 80, 2),
  ];
  const row = rows();
  return slow(ground, 0.4, (at) => {
    const there = bent(at);
    const [l, c, s, w, out] = [long(there), cross(there), small(there), swell(at), row(at.count)];
    // A rounded valley where a noise passes through nothing: √(n² + r²) has a crease that is not sharp.
    const valley = (n: number, r: number): number => Math.sqrt(n * n + r * r);
    for (let i = 0; i < at.count; i++) {
      const gathered = smoothstep(-0.4, 0.5, w[i] as number);
      out[i] =
        9 * valley(l[i] as number, 0.035) +
        5 * gathered * valley(c[i] as number, 0.06) +
        1.3 * gathered * valley(s[i] as number, 0.08) +
        5 * (w[i] as number);
    }
    return out;
  });
};

/** How far apart heights are compared for the slope, and for how deep a place lies under what is towards the light, mm. */
const NEAR = 0.8;
const FAR = 6;

export const clothFolds: Surface = {
  name: 'cloth folds',
  title: 'Cloth folds',
  note: 'Woven cloth in long soft folds, lit from above.',
  paper: [228, 224, 216],
  stain: [58, 55, 58],
  make: (ground) => {
    const [own, near, far] = [heights(ground), heights(ground), heights(ground)];
    const [weave, pill] = [woven(ground, 40, 0.46), noise(ground, 60, 1.6, 3)];
    const shifted = (at: Places, by: number): Places => ({ ...at, x: at.x.map((x) => x - by), y: at.y.map((y) => y - by) });
    return (at, { light, stain }) => {
      const [h, n, f] = [own(at), near(shifted(at, NEAR)), far(shifted(at, FAR))];
      const { thread } = weave(at);
      const p = pill(at);
      for (let i = 0; i < at.count; i++) {
        const slope = ((h[i] as number) - (n[i] as number)) / NEAR;
        const shaded = smoothstep(0.4, 3.4, (f[i] as number) - (h[i] as number));
        light[i] =
          0.72 + 0.55 * (slope / Math.sqrt(1 + 3 * slope * slope)) + 0.12 * ((thread[i] as number) - 0.5) + 0.03 * (p[i] as number);
        stain[i] = 0.5 * shaded;
      }
    };
  },
};
