import { chanceAt } from '../../units/noise';
import { clamp } from '../../units/smooth';
import { moved } from '../ground';
import type { Surface } from '../look';
import { noise } from '../noise';
import { sineOf } from '../sine';

/** Waves that cross a tank: whole waves over a period both ways, so that it goes round; far apart where it does not repeat. */
const WAVES = 9;
const TANK = 180;

export const rippleTank: Surface = {
  name: 'ripple tank',
  title: 'Ripple tank',
  note: 'Light through moving water: bright lines where waves focus it.',
  paper: [236, 240, 242],
  stain: [20, 30, 40],
  make: (ground) => {
    const period = ground.period ?? TANK;
    const seed = ground.seed * 64 + 3;
    const waves = Array.from({ length: WAVES }, (_, i) => {
      const reach = 2 + i;
      const cycles = (salt: number): number => Math.floor((chanceAt(i, salt, seed) - 0.5) * 2 * reach + 0.5);
      const [kx, ky] = [cycles(1), cycles(2)];
      return { kx: (kx === 0 && ky === 0 ? 1 : kx) / period, ky: ky / period, phase: chanceAt(i, 3, seed), size: 1 / (1.4 + i * 0.35) };
    });
    const [bent, grain] = [moved([noise(ground, 9, 44, 3), noise(ground, 17, 44, 3), 9]), noise(ground, 23, 0.2)];
    const surface = (x: number, y: number): number => {
      let sum = 0;
      for (const { kx, ky, phase, size } of waves) sum += size * sineOf(kx * x + ky * y + phase);
      return sum;
    };
    return (at, { light, stain }) => {
      const { x, y } = bent(at);
      const g = grain(at);
      for (let i = 0; i < at.count; i++) {
        const [u, v] = [x[i] as number, y[i] as number];
        // Light gathers along the ridges of the waves.
        const ridge = Math.abs(surface(u, v));
        const second = Math.abs(surface(u + 0.37 * period, v + 0.21 * period));
        const line = 1 / (1 + 14 * ridge) + 0.7 / (1 + 18 * second);
        light[i] = 0.2 + 0.85 * line + 0.02 * (g[i] as number);
        stain[i] = 0.35 * (1 - clamp(line * 1.4));
      }
    };
  },
};
