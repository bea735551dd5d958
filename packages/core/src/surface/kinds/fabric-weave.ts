import type { Surface } from '../look';
import { moved } from '../ground';
import { hairs, lineAt } from '../hairs';
import { noise } from '../noise';
import { woven } from '../weave';

export const fabricWeave: Surface = {
  name: 'fabric weave',
  title: 'Fabric weave, close',
  note: 'Canvas seen close: thick and thin threads, their twist, dark between them, stray fibres.',
  paper: [234, 226, 208],
  stain: [56, 48, 40],
  make: (ground) => {
    const [weave, cloud, fuzz] = [woven(ground, 1, 1.25), noise(ground, 31, 30, 3), noise(ground, 35, 0.15)];
    const [stray, curled] = [
      hairs(ground, 41, { cell: 7, likely: 0.55, near: 0.2 }),
      moved([noise(ground, 51, 3, 2), noise(ground, 54, 3, 2), 1]),
    ];
    return (at, { light, stain }) => {
      const [{ thread, gap }, c, f, h] = [weave(at), cloud(at), fuzz(at), stray(curled(at))];
      for (let i = 0; i < at.count; i++) {
        const fibre = 0.7 * lineAt(h[i] as number, 0.03, at.pixel);
        light[i] = 0.28 + 0.66 * (thread[i] as number) + 0.05 * (c[i] as number) + 0.05 * (f[i] as number) + 0.3 * fibre;
        stain[i] = 0.85 * (gap[i] as number) * (1 - fibre);
      }
    };
  },
};
