import { chanceAt } from '../units/noise';
import { clamp, smoothstep } from '../units/smooth';
import { aslant, facets, factor, hills, layers, strewn, type Facet, type Field, type Ground } from './field';
import type { Surface } from './look';

const facetHere = (): Facet => ({ cellX: 0, cellY: 0, dx: 0, dy: 0, crease: 0 });

/** Fine tooth of a paper, −½ … ½. */
const tooth = (ground: Ground, salt: number): Field => {
  const [fine, long, across] = [hills(ground, salt, 0.16), hills(ground, salt + 1, 0.9, 0.22), hills(ground, salt + 2, 0.22, 0.9)];
  return (x, y) => 0.5 * fine(x, y) + 0.25 * long(x, y) + 0.25 * across(x, y) - 0.5;
};

/** Facets of a crumpled sheet at one size: how a raking light shades them and the creases between. */
const crumple = (ground: Ground, salt: number, grain: number) => {
  const at = facets(ground, salt, grain);
  const seed = ground.seed * 64 + salt;
  const here = facetHere();
  return (x: number, y: number, out: { slope: number; crease: number; lit: number }): void => {
    at(x, y, here);
    const [sx, sy] = [chanceAt(here.cellX, here.cellY, seed + 4) - 0.5, chanceAt(here.cellX, here.cellY, seed + 5) - 0.5];
    // Facets are bent a little, so that their light changes across them.
    out.slope = sx + sy + 0.55 * (here.dx * (chanceAt(here.cellX, here.cellY, seed + 6) - 0.5) + here.dy * sx);
    out.crease = here.crease * grain;
    out.lit = here.dx + here.dy > 0 ? 1 : -1;
  };
};

const SIZES = [
  { grain: 74, shade: 0.16, line: 0.26, width: 0.6 },
  { grain: 31, shade: 0.15, line: 0.24, width: 0.42 },
  { grain: 12, shade: 0.09, line: 0.15, width: 0.27 },
  { grain: 4.4, shade: 0.035, line: 0.05, width: 0.16 },
] as const;

export const crumpledPaper: Surface = {
  name: 'crumpled copy paper',
  title: 'Crumpled copy paper',
  note: 'Folded facets in a raking light, creases light and dark.',
  paper: [244, 243, 238],
  stain: [244, 243, 238],
  make: (ground) => {
    const [warpX, warpY] = [layers(ground, 1, 17, 3), layers(ground, 9, 17, 3)];
    const each = SIZES.map(({ grain }, i) => crumple(ground, 17 + 8 * i, grain));
    const pressed = layers(ground, 51, 34, 3);
    const grain = tooth(ground, 57);
    const here = { slope: 0, crease: 0, lit: 1 };
    return (x, y, out) => {
      const [u, v] = [x + 4 * (warpX(x, y) - 0.5), y + 4 * (warpY(x, y) - 0.5)];
      // Some of the sheet was crumpled harder than the rest.
      const hard = 0.35 + 1.15 * smoothstep(0.3, 0.72, pressed(x, y));
      let light = 0.83;
      for (let i = 0; i < SIZES.length; i++) {
        const { shade, line, width } = SIZES[i] as (typeof SIZES)[number];
        (each[i] as ReturnType<typeof crumple>)(u, v, here);
        const weight = i === 0 ? 0.6 + 0.4 * hard : hard;
        light += shade * weight * here.slope;
        const near = 1 - clamp(here.crease / width);
        // A crease breaks the light: bright on the side that faces it, dark on the other.
        light += line * weight * near * near * (here.lit > 0 ? -1 : 0.45);
        light -= 0.5 * shade * weight * clamp(1 - here.crease / (5 * width)) * (here.lit > 0 ? 1 : 0);
      }
      out.light = light + 0.045 * grain(x, y);
      out.stain = 0;
    };
  },
};

export const foldedPoster: Surface = {
  name: 'folded poster',
  title: 'Folded poster',
  note: 'Solid ink broken along the folds, scuffed where it stuck out.',
  paper: [52, 49, 50],
  stain: [232, 226, 212],
  make: (ground) => {
    const everyX = ground.period === null ? 105 : ground.period / Math.max(1, Math.floor(ground.period / 105 + 0.5));
    const everyY = ground.period === null ? 132 : ground.period / Math.max(1, Math.floor(ground.period / 132 + 0.5));
    const [waver, ragged] = [layers(ground, 1, 30, 3), layers(ground, 5, 1.1, 4, 0.7)];
    const [broken, scuffs, worn] = [layers(ground, 13, 5, 3), layers(ground, 21, 0.8, 4, 0.72), layers(ground, 29, 60, 3)];
    const rubs = layers(ground, 53, 0.8, 4, 0.72);
    const [mottle, fine] = [layers(ground, 37, 3, 3), tooth(ground, 45)];
    const fold = (along: number, every: number): number => {
      const at = (along + every / 2) / every;
      return (at - Math.floor(at) - 0.5) * every;
    };
    return (x, y, out) => {
      const stray = (waver(x, y) - 0.5) * 1.1;
      const [fx, fy] = [Math.abs(fold(x, everyX) + stray), Math.abs(fold(y, everyY) + stray)];
      const corner = Math.sqrt(fx * fx + fy * fy);
      const near = Math.min(fx, fy);
      const rough = ragged(x, y);
      // Cracks: the paper shows in a ragged line along each fold, wider where two cross.
      const width = 0.32 + 1.5 * smoothstep(0.42, 0.74, broken(x, y)) + 2.6 * smoothstep(9, 0, corner);
      const crack = smoothstep(0.12, -0.12, near - width * (0.25 + 1.5 * (rough - 0.28)));
      const halo = smoothstep(13, 0, near) * smoothstep(0.52, 0.66, scuffs(x, y)) * 0.85;
      const rubbed = smoothstep(0.56, 0.8, worn(x, y)) * smoothstep(0.56, 0.66, rubs(x, y)) * 0.8;
      out.stain = Math.max(crack, halo, rubbed);
      const shade =
        smoothstep(6, 0, fx) * (fold(x, everyX) > 0 ? -0.05 : 0.06) + smoothstep(6, 0, fy) * (fold(y, everyY) > 0 ? -0.05 : 0.06);
      out.light = 0.93 + 0.12 * (mottle(x, y) - 0.5) + 0.07 * fine(x, y) + shade;
    };
  },
};

export const kraftBoard: Surface = {
  name: 'kraft board',
  title: 'Kraft board',
  note: 'Brown board with long fibres and dark flecks.',
  paper: [196, 160, 116],
  stain: [112, 80, 50],
  make: (ground) => {
    const [cloud, fine] = [layers(ground, 1, 14, 4), hills(ground, 9, 0.14)];
    const [long, dark, short] = [hills(ground, 13, 5.5, 0.2), hills(ground, 15, 5.5, 0.2), hills(ground, 14, 1.6, 0.18)];
    const [flecks, bits] = [strewn(ground, 21, 2.6, 0.4, 0.03, 0.3), strewn(ground, 27, 6, 0.5, 0.05, 0.42)];
    const lines = layers(ground, 33, 0.9, 2, 0.5, 40);
    const slant = aslant(ground, 0.3);
    const [tall, flat] = [factor(ground, 0.55), factor(ground, 0.6)];
    return (x, y, out) => {
      const fibre = smoothstep(0.66, 0.9, long(x + slant * y, y)) * 0.5 + smoothstep(0.7, 0.92, short(x - slant * y, y)) * 0.4;
      out.light = 0.95 + 0.14 * (cloud(x, y) - 0.5) + 0.16 * (fine(x, y) - 0.5) + 0.07 * fibre + 0.06 * (lines(x, y) - 0.5);
      out.stain = Math.max(
        0.75 * smoothstep(-0.05, 0.05, flecks(x * tall, y)),
        0.55 * smoothstep(-0.05, 0.06, bits(x, y * flat)),
        0.28 * smoothstep(0.7, 0.95, dark(x - slant * y, y)),
      );
    };
  },
};

export const newsStock: Surface = {
  name: 'news stock',
  title: 'News stock',
  note: 'Grey, fibrous, thin: what is behind it shows a little.',
  paper: [222, 214, 196],
  stain: [150, 140, 122],
  make: (ground) => {
    const [cloud, formation, grain] = [layers(ground, 1, 40, 3), layers(ground, 9, 1.6, 3, 0.7), tooth(ground, 17)];
    const [specks, behind] = [strewn(ground, 25, 2.2, 0.28, 0.02, 0.13), layers(ground, 31, 9, 2)];
    const flat = factor(ground, 0.7);
    return (x, y, out) => {
      out.light = 0.955 + 0.05 * (cloud(x, y) - 0.5) + 0.08 * (formation(x, y) - 0.5) + 0.1 * grain(x, y);
      out.stain = Math.max(0.6 * smoothstep(-0.03, 0.04, specks(x, y * flat)), 0.08 * smoothstep(0.5, 0.75, behind(x, y)));
    };
  },
};

export const oldCard: Surface = {
  name: 'old card with foxing',
  title: 'Old card with foxing',
  note: 'Yellowed card with brown spots and a handled surface.',
  paper: [233, 217, 180],
  stain: [142, 88, 42],
  make: (ground) => {
    const [cloud, grain, warp] = [layers(ground, 1, 55, 4), tooth(ground, 9), layers(ground, 13, 1.5, 3, 0.65)];
    const yellowed = layers(ground, 53, 55, 3);
    const [large, mid, small] = [
      strewn(ground, 21, 19, 0.42, 0.3, 4.2),
      strewn(ground, 27, 7, 0.4, 0.15, 1.3),
      strewn(ground, 33, 2.4, 0.3, 0.04, 0.32),
    ];
    const [where, rub] = [layers(ground, 39, 48, 2), layers(ground, 45, 0.5, 3, 0.75, 6)];
    return (x, y, out) => {
      const ragged = 2.4 * (warp(x, y) - 0.5);
      const foxed = smoothstep(0.34, 0.66, where(x, y));
      const blot = (inside: number, soft: number): number => smoothstep(-soft, soft, inside + ragged * soft);
      out.light = 0.97 + 0.12 * (cloud(x, y) - 0.5) + 0.07 * grain(x, y) - 0.06 * smoothstep(0.62, 0.8, rub(x, y));
      out.stain =
        0.1 * yellowed(x, y) + foxed * Math.max(0.42 * blot(large(x, y), 1.4), 0.6 * blot(mid(x, y), 0.5), 0.8 * blot(small(x, y), 0.1));
    };
  },
};
