import { chanceAt } from '../units/noise';
import { smoothstep } from '../units/smooth';
import { aslant, cellsFor, hills, layers, nine, strewn, type Field, type Ground } from './field';
import type { Surface } from './look';

const INK: readonly [number, number, number] = [38, 36, 38];
const SHEET: readonly [number, number, number] = [243, 241, 235];

export const concreteRubbing: Surface = {
  name: 'concrete rubbing',
  title: 'Concrete rubbing',
  note: 'Crayon rubbed on paper over a concrete wall.',
  paper: SHEET,
  stain: INK,
  make: (ground) => {
    const [stones, pits, paper] = [layers(ground, 1, 3.2, 4, 0.72), strewn(ground, 9, 4.5, 0.55, 0.12, 1.5), hills(ground, 15, 0.15)];
    const [pressure, strokes] = [layers(ground, 19, 40, 3), layers(ground, 27, 2.4, 3, 0.6, 14)];
    const [across, down] = [aslant(ground, 0.7), aslant(ground, 0.2)];
    return (x, y, out) => {
      const raised = stones(x, y) - 0.9 * smoothstep(-0.1, 0.25, pits(x, y)) + 0.2 * (paper(x, y) - 0.5);
      const press = 0.32 * (pressure(x, y) - 0.5) + 0.3 * (strokes(x + across * y, y - down * x) - 0.5);
      out.stain = 0.94 * smoothstep(0.44, 0.56, raised + press);
      out.light = 0.98 + 0.03 * (paper(x, y) - 0.5);
    };
  },
};

export const rolledInk: Surface = {
  name: 'rolled ink',
  title: 'Rolled ink',
  note: 'Ink rolled out by hand: solid, then starving in flecks.',
  paper: SHEET,
  stain: INK,
  make: (ground) => {
    const [body, mid, fleck, peel] = [
      layers(ground, 1, 62, 3),
      layers(ground, 9, 9, 3, 0.6, 0.6),
      layers(ground, 17, 0.75, 4, 0.8),
      hills(ground, 25, 0.17),
    ];
    const [lap, streak] = [hills(ground, 29, 64, 400), layers(ground, 33, 1.3, 3, 0.65, 0.06)];
    return (x, y, out) => {
      const load = 0.85 * body(x, y) + 0.35 * mid(x, y) + 0.25 * lap(x, y) + 0.3 * (streak(x, y) - 0.5);
      const starved = smoothstep(0.88, 0.42, load);
      const bare = smoothstep(-0.05, 0.05, fleck(x, y) - 0.71 + 0.36 * starved);
      out.stain = (1 - bare) * (0.97 - 0.08 * peel(x, y));
      out.light = 0.98 + 0.05 * (peel(x, y) - 0.5) * (1 - bare);
    };
  },
};

export const dryBrush: Surface = {
  name: 'dry brush',
  title: 'Dry brush',
  note: 'Wide strokes of a brush that runs out of paint.',
  paper: SHEET,
  stain: INK,
  make: (ground) => {
    const every = ground.period === null ? 52 : ground.period / Math.max(1, Math.floor(ground.period / 52 + 0.5));
    const [bristle, hairs, tooth] = [layers(ground, 1, 1.1, 3, 0.75, 60), layers(ground, 9, 0.34, 2, 0.7, 90), hills(ground, 15, 0.18)];
    const [run, sway] = [hills(ground, 17, 76, 30), layers(ground, 21, 50, 2)];
    return (x, y, out) => {
      const v = y + 5 * (sway(x, y) - 0.5);
      const lane = v / every;
      const inside = Math.abs(lane - Math.floor(lane) - 0.5) * 2;
      const edge = smoothstep(0.97, 0.7, inside + 0.25 * (bristle(x, v) - 0.5));
      const paint = 0.55 * bristle(x, v) + 0.35 * hairs(x, v) + 0.1 * tooth(x, y);
      out.stain = 0.95 * smoothstep(-0.035, 0.035, paint - 0.62 + 0.3 * edge * (0.35 + 1.1 * smoothstep(0.2, 0.8, run(x, v))));
      out.light = 0.98 + 0.03 * (tooth(x, y) - 0.5);
    };
  },
};

/** Curled hairs, one or none a cell: how near a place is to the nearest, mm. Each is an arc of a circle. */
const hairsOf = (ground: Ground, salt: number, cell: number, likely: number): Field => {
  const { count, perMm } = cellsFor(ground, cell);
  const seed = ground.seed * 64 + salt;
  // A middle in its cell, a radius in mm (none: less than nothing), and a line through the circle: only one side of it is hair.
  const around = nine(count, 5, (cx, cy, into, at) => {
    into[at] = 0.3 + 0.4 * chanceAt(cx, cy, seed + 2);
    into[at + 1] = 0.3 + 0.4 * chanceAt(cx, cy, seed + 3);
    into[at + 2] = chanceAt(cx, cy, seed) >= likely ? -1 : (0.12 + 0.3 * chanceAt(cx, cy, seed + 1)) / perMm;
    into[at + 3] = chanceAt(cx, cy, seed + 4) - 0.5;
    into[at + 4] = chanceAt(cx, cy, seed + 5) - 0.5;
  });
  return (x, y) => {
    const xi = Math.floor(x * perMm);
    const yi = Math.floor(y * perMm);
    const hairs = around(xi, yi);
    let best = 1e3;
    for (let k = 0; k < 45; k += 5) {
      const radius = hairs[k + 2] as number;
      if (radius < 0) continue;
      const dx = x - (xi + (hairs[k] as number)) / perMm;
      const dy = y - (yi + (hairs[k + 1] as number)) / perMm;
      const turnX = hairs[k + 3] as number;
      const turnY = hairs[k + 4] as number;
      if (dx * turnX + dy * turnY + 0.35 * radius * Math.sqrt(turnX * turnX + turnY * turnY) < 0) continue;
      best = Math.min(best, Math.abs(Math.sqrt(dx * dx + dy * dy) - radius));
    }
    return best;
  };
};

export const dustAndHairs: Surface = {
  name: 'dust and hairs',
  title: 'Dust and hairs',
  note: 'What lies on the glass, lit against the dark of an open lid.',
  paper: [26, 26, 28],
  stain: [238, 236, 230],
  make: (ground) => {
    const [fine, coarse, crumbs] = [
      strewn(ground, 1, 1.1, 0.3, 0.01, 0.07),
      strewn(ground, 7, 5, 0.45, 0.03, 0.22),
      strewn(ground, 13, 22, 0.5, 0.08, 0.6),
    ];
    const [hairs, lint, warp] = [hairsOf(ground, 19, 34, 0.5), hairsOf(ground, 27, 9, 0.35), layers(ground, 35, 6, 3)];
    const edge = layers(ground, 55, 1.2, 2);
    const [scratch, haze] = [layers(ground, 43, 0.25, 2, 0.5, 200), layers(ground, 47, 50, 3)];
    const [across, down] = [aslant(ground, 0.6), aslant(ground, 0.35)];
    return (x, y, out) => {
      const stray = 2.6 * (warp(x, y) - 0.5);
      const [u, v] = [x + stray, y + stray];
      const shape = 0.3 * (edge(x, y) - 0.5);
      out.stain = Math.max(
        0.75 * smoothstep(-0.02, 0.03, fine(x, y)),
        0.95 * smoothstep(-0.03, 0.04, coarse(x, y) + 0.3 * shape),
        smoothstep(-0.04, 0.06, crumbs(x, y) + shape),
        0.9 * smoothstep(0.075, 0.03, hairs(u, v)),
        0.6 * smoothstep(0.05, 0.02, lint(u, v)),
        0.35 * smoothstep(0.8, 0.93, scratch(x + across * y, y - down * x)),
        0.1 * haze(x, y),
      );
      out.light = 1;
    };
  },
};
