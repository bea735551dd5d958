import { chanceAt } from '../../units/noise';
import { clamp, smoothstep } from '../../units/smooth';
import { strewn, type Strewing } from '../cells';
import { apart, moved, round, rows, type Field, type Ground } from '../ground';
import { DARK_INK, WHITE_SHEET, type Surface } from '../look';
import { noise } from '../noise';

/** Stones in the wall and pits between them, by trial: how high or deep, and how they are strewn. */
const STONES: readonly (readonly [number, Strewing])[] = [
  [0.3, { cell: 9, likely: 0.85, least: 1.35, most: 8, tail: 2.4, outside: 0 }],
  [0.34, { cell: 3.2, likely: 0.85, least: 0.48, most: 2.9, tail: 2.4, outside: 0 }],
  [0.3, { cell: 1.1, likely: 0.85, least: 0.16, most: 1, tail: 2.4, outside: 0 }],
];
const PITS: readonly (readonly [number, Strewing])[] = [
  [0.75, { cell: 7, likely: 0.28, least: 0.5, most: 4.5, tail: 2.5, outside: 0.05 }],
  [0.4, { cell: 2.4, likely: 0.2, least: 0.2, most: 1.5, tail: 2.5, outside: 0.05 }],
];

/** Strokes of the hand that rubs, mm apart and broad. */
const APART = 14;
const BROAD = 11;

/** How hard the crayon is pressed: strokes beside and over one another, each with its own strength. */
const pressing = (ground: Ground, salt: number): Field => {
  const every = apart(ground, APART);
  const lanes = ground.period === null ? 0 : Math.floor(ground.period / every + 0.5);
  const [sway, along, row] = [noise(ground, salt, 60, 2), noise(ground, salt + 5, 26, 2, { stretch: 2.5, turn: 4 }), rows()];
  return (at) => {
    const [swayed, hard, out] = [sway(at), along(at), row(at.count)];
    let whose = NaN;
    const strengths = [0, 0, 0];
    for (let i = 0; i < at.count; i++) {
      const across = ((at.y[i] as number) + 7 * (swayed[i] as number)) / every;
      const nearest = Math.floor(across + 0.5);
      if (nearest !== whose) {
        whose = nearest;
        for (let n = 0; n < 3; n++) strengths[n] = 0.75 + 0.5 * chanceAt(round(nearest + n - 1, lanes), 3, ground.seed + salt);
      }
      let most = 0;
      for (let n = 0; n < 3; n++) {
        const away = Math.abs(across - (nearest + n - 1)) * every;
        if (away < BROAD / 2 + 2.5) most = Math.max(most, (strengths[n] as number) * smoothstep(BROAD / 2 + 2.5, BROAD / 2 - 2.5, away));
      }
      out[i] = most * (1 + 0.45 * (hard[i] as number));
    }
    return out;
  };
};

export const concreteRubbing: Surface = {
  name: 'concrete rubbing',
  title: 'Concrete rubbing',
  note: 'Crayon rubbed on paper over a concrete wall: stones, pits and the strokes of the hand.',
  paper: WHITE_SHEET,
  stain: DARK_INK,
  make: (ground) => {
    const stones = STONES.map(([high, kind], i) => ({ high, field: strewn(ground, 60 + 10 * i, kind), soft: 0.45 * kind.most }));
    const pits = PITS.map(([deep, kind], i) => ({ deep, field: strewn(ground, 100 + 10 * i, kind) }));
    const wavering = moved([noise(ground, 1, 1.6), noise(ground, 4, 1.6), 0.6]);
    const [fine, broad, grain, press] = [
      noise(ground, 11, 0.45, 2),
      noise(ground, 15, 6, 2),
      noise(ground, 29, 0.16),
      pressing(ground, 31),
    ];
    // A trowel's ridges lie along great arcs: a stretched noise whose places are swayed slowly.
    const [trowel, arcs] = [
      noise(ground, 25, 2.2, 1, { stretch: 34, turn: 28 }),
      moved([noise(ground, 19, 150), noise(ground, 21, 150), 26]),
    ];
    const heights = rows();
    return (at, { light, stain }) => {
      const [f, b, g, p, t, height] = [fine(at), broad(at), grain(at), press(at), trowel(arcs(at)), heights(at.count)];
      for (let i = 0; i < at.count; i++) {
        height[i] = 0.22 * (f[i] as number) + 0.16 * (b[i] as number) + 0.16 * (1 - 2 * Math.abs(t[i] as number));
      }
      const there = wavering(at);
      for (const { high, field, soft } of stones) {
        const inside = field(there);
        for (let i = 0; i < at.count; i++) height[i] = (height[i] as number) + high * clamp((inside[i] as number) / soft);
      }
      for (const { deep, field } of pits) {
        const inside = field(there);
        for (let i = 0; i < at.count; i++) height[i] = (height[i] as number) - deep * smoothstep(-0.05, 0.45, inside[i] as number);
      }
      for (let i = 0; i < at.count; i++) {
        stain[i] = 0.94 * smoothstep(0.27, 0.55, 1.15 * (height[i] as number) + 0.13 * (g[i] as number) + 0.32 * ((p[i] as number) - 1));
        light[i] = 0.98 + 0.02 * (g[i] as number);
      }
    };
  },
};
