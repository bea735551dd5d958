import { chanceAt } from '../units/noise';
import { clamp, smoothstep } from '../units/smooth';
import { aslant, hills, layers, sineOf, strewn } from './field';
import type { Surface } from './look';

export const metalPlate: Surface = {
  name: 'streaked metal plate',
  title: 'Streaked metal plate',
  note: 'A plate brushed one way, scratched and spotted since.',
  paper: [206, 207, 208],
  stain: [66, 62, 60],
  make: (ground) => {
    const [brushed, fine, bands] = [layers(ground, 1, 0.8, 4, 0.8, 160), hills(ground, 31, 14, 0.12), hills(ground, 33, 500, 34)];
    const [scratchA, scratchB, spots, oxide] = [
      layers(ground, 35, 0.3, 2, 0.5, 130),
      layers(ground, 41, 0.3, 2, 0.5, 110),
      strewn(ground, 47, 6, 0.4, 0.05, 0.8),
      layers(ground, 53, 16, 4, 0.65),
    ];
    const [down, low] = [aslant(ground, 0.3), aslant(ground, 0.14)];
    return (x, y, out) => {
      const streak = 0.55 * (brushed(x, y) - 0.5) + 0.28 * (fine(x, y) - 0.5);
      const scratch =
        smoothstep(0.82, 0.9, scratchA(x + down * y, y - low * x)) - smoothstep(0.84, 0.92, scratchB(x - down * y, y + low * x));
      out.light = 0.74 + 0.34 * (bands(x, y) - 0.5) + streak + 0.24 * scratch;
      out.stain = Math.max(
        0.7 * smoothstep(-0.06, 0.1, spots(x, y)),
        0.42 * smoothstep(0.58, 0.82, oxide(x, y) + 0.1 * (brushed(x, y) - 0.5)),
      );
    };
  },
};

export const clothFolds: Surface = {
  name: 'cloth folds',
  title: 'Cloth folds',
  note: 'Woven cloth in soft folds.',
  paper: [224, 220, 212],
  stain: [70, 66, 66],
  make: (ground) => {
    const [warpX, warpY, soft] = [layers(ground, 1, 90, 2), layers(ground, 9, 64, 2), layers(ground, 17, 34, 2)];
    const [uneven, slub] = [layers(ground, 25, 0.9, 2, 0.6, 8), layers(ground, 31, 0.9, 2, 0.6, 0.13)];
    const threads = ground.period === null ? 1.9 : Math.floor(ground.period * 1.9 + 0.5) / ground.period;
    const folds = ground.period === null ? 1 / 58 : Math.max(1, Math.floor(ground.period / 58 + 0.5)) / ground.period;
    const height = (x: number, y: number): number =>
      sineOf(folds * x + 1.5 * (warpX(x, y) - 0.5)) * 0.6 + sineOf(folds * (x + y) + 1.9 * (warpY(x, y) - 0.5)) * 0.45 + 1.1 * soft(x, y);
    return (x, y, out) => {
      const here = height(x, y);
      const slope = here - height(x - 1.2, y - 1.2);
      const hollow = smoothstep(0.9, -0.7, here);
      // Plain weave: warp and weft threads take turns in lying on top.
      const [u, v] = [x * threads, y * threads];
      const over = (Math.floor(u) + Math.floor(v)) % 2 === 0;
      const [s, t] = [Math.abs(u - Math.floor(u) - 0.5) * 2, Math.abs(v - Math.floor(v) - 0.5) * 2];
      const thread = over ? 1 - s * s : 1 - t * t;
      const weave = 0.1 * (thread - 0.5) + 0.12 * (over ? slub(x, y) - 0.5 : uneven(x, y) - 0.5);
      out.light = clamp(0.7 + 1.25 * slope - 0.16 * hollow + weave);
      out.stain = 0;
    };
  },
};

/** Waves that cross a tank: whole waves over a period both ways, so that it goes round. */
const WAVES = 9;

export const rippleTank: Surface = {
  name: 'ripple tank',
  title: 'Ripple tank',
  note: 'Light through moving water: bright lines where waves focus it.',
  paper: [236, 240, 242],
  stain: [20, 30, 40],
  make: (ground) => {
    const period = ground.period ?? 180;
    const seed = ground.seed * 64 + 3;
    const waves = Array.from({ length: WAVES }, (_, i) => {
      const reach = 2 + i;
      const cycles = (salt: number): number => Math.floor((chanceAt(i, salt, seed) - 0.5) * 2 * reach + 0.5);
      const [kx, ky] = [cycles(1), cycles(2)];
      return { kx: (kx === 0 && ky === 0 ? 1 : kx) / period, ky: ky / period, phase: chanceAt(i, 3, seed), size: 1 / (1.4 + i * 0.35) };
    });
    const [warpX, warpY] = [layers(ground, 9, 40, 3), layers(ground, 17, 40, 3)];
    const surface = (x: number, y: number): number => {
      let sum = 0;
      for (const { kx, ky, phase, size } of waves) sum += size * sineOf(kx * x + ky * y + phase);
      return sum;
    };
    return (x, y, out) => {
      const [u, v] = [x + 16 * (warpX(x, y) - 0.5), y + 16 * (warpY(x, y) - 0.5)];
      // Light gathers along the ridges of the waves.
      const ridge = Math.abs(surface(u, v));
      const second = Math.abs(surface(u + 0.37 * period, v + 0.21 * period));
      const line = 1 / (1 + 14 * ridge) + 0.7 / (1 + 18 * second);
      out.light = clamp(0.2 + 0.85 * line);
      out.stain = 0.35 * (1 - clamp(line * 1.4));
    };
  },
};
