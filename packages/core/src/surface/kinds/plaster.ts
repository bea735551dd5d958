import { smoothstep } from '../../units/smooth';
import { strewn } from '../cells';
import { lineAt } from '../hairs';
import { moved, rows, type Field, type Ground, type Places } from '../ground';
import type { Surface } from '../look';
import { noise, slow } from '../noise';

/** Heights of a wall skimmed with a trowel: great arcs, ridges where one pass ends over another, and what it dragged along. */
const skimmed = (ground: Ground): Field => {
  const arcs = moved([noise(ground, 1, 130), noise(ground, 3, 130), 60]);
  const passes = noise(ground, 5, 24, 2, { stretch: 3.2, turn: 24 });
  const [ridge, drag, row] = [
    noise(ground, 9, 15, 2, { stretch: 6, turn: -16 }),
    noise(ground, 13, 1.1, 1, { stretch: 26, turn: 20 }),
    rows(),
  ];
  return slow(ground, 0.28, (at) => {
    const there = arcs(at);
    const [p, r, d, out] = [passes(there), ridge(there), drag(there), row(at.count)];
    for (let i = 0; i < at.count; i++) {
      out[i] = 1.3 * (p[i] as number) + 0.35 * Math.max(0, 1 - 7 * Math.abs(r[i] as number)) + 0.13 * (d[i] as number);
    }
    return out;
  });
};

/** All its heights, with sand and pits; and how much of a place is pit. */
const heights = (ground: Ground) => {
  const [broad, sand] = [skimmed(ground), noise(ground, 17, 0.75, 2, {}, 0.75)];
  const ragged = moved([noise(ground, 31, 1.6), noise(ground, 34, 1.6), 0.5]);
  const pits = strewn(ground, 40, { cell: 3.2, likely: 0.26, least: 0.04, most: 0.6, tail: 4, outside: 0.04 });
  const blows = slow(ground, 0.25, strewn(ground, 50, { cell: 17, likely: 0.35, least: 0.3, most: 2.6, tail: 3, long: 2.6 }));
  const [row, deep] = [rows(), rows()];
  return (at: Places) => {
    const [b, s, out, pit] = [broad(at), sand(at), row(at.count), deep(at.count)];
    const frayed = ragged(at);
    const [few, many] = [blows(frayed), pits(frayed)];
    for (let i = 0; i < at.count; i++) {
      pit[i] = Math.max(smoothstep(-0.04, 0.12, many[i] as number), smoothstep(-0.05, 0.5, few[i] as number));
      out[i] = (b[i] as number) + 0.1 * (s[i] as number) - 0.42 * (pit[i] as number);
    }
    return { height: out, pit };
  };
};

/** How far apart heights are compared, mm. */
const STEP = 0.4;

export const plaster: Surface = {
  name: 'plaster',
  title: 'Plaster wall',
  note: 'Skimmed with a trowel: arcs and ridges, pits, and cracks as fine as hairs.',
  paper: [240, 236, 228],
  stain: [112, 103, 94],
  make: (ground) => {
    const [here, towards] = [heights(ground), heights(ground)];
    const bent = moved([noise(ground, 61, 16, 3), noise(ground, 65, 16, 3), 2.6]);
    const [crack, where, stains, grain] = [
      noise(ground, 71, 75),
      noise(ground, 75, 60, 2),
      noise(ground, 79, 40, 4),
      noise(ground, 85, 0.2),
    ];
    return (at, { light, stain }) => {
      const { height: own, pit } = here(at);
      const { height: lit } = towards({ ...at, x: at.x.map((x) => x - STEP), y: at.y.map((y) => y - STEP) });
      const [c, w, s, g] = [crack(bent(at)), where(at), stains(at), grain(at)];
      for (let i = 0; i < at.count; i++) {
        const slope = (own[i] as number) - (lit[i] as number);
        light[i] = 0.87 + 0.75 * slope + 0.04 * (g[i] as number) + 0.05 * (s[i] as number);
        // Noise falls by about one in a hill of 75 mm: a crack is a place where it passes through nothing.
        const line = lineAt(Math.abs(c[i] as number) * 30, 0.07 + 0.1 * Math.max(0, w[i] as number), at.pixel);
        stain[i] = Math.max(
          0.75 * line * smoothstep(0.02, 0.2, w[i] as number),
          0.32 * (pit[i] as number),
          0.22 * smoothstep(0.1, 0.8, s[i] as number),
        );
      }
    };
  },
};
