import { chanceAt } from '../../units/noise';
import { smoothstep } from '../../units/smooth';
import { apart, round, type Ground } from '../ground';
import type { Surface } from '../look';
import { noise } from '../noise';
import { tooth } from '../tooth';

/** Panels between folds, mm: a sheet folded in eight, as posters are kept. */
const PANEL = { width: 105, height: 132 };

/** Where a place lies between folds: its panel's number, and how far it is from the nearest fold, mm, by side. */
const fold = (along: number, every: number): number => along - (Math.floor(along / every) + 0.5) * every;

/** Fibres that stand out of a fold lie across it, and so do the cracks that run from it. */
const across = (ground: Ground, salt: number, turn: number) => ({
  hair: noise(ground, salt, 0.09, 1, { stretch: 9, turn }),
  crack: noise(ground, salt + 1, 1.1, 1, { stretch: 11, turn }),
});

export const foldedPoster: Surface = {
  name: 'folded poster',
  title: 'Folded poster',
  note: 'Solid ink broken along the folds, scuffed at the corners and cracked across.',
  paper: [50, 47, 48],
  stain: [236, 231, 219],
  make: (ground) => {
    const [everyX, everyY] = [apart(ground, PANEL.width), apart(ground, PANEL.height)];
    const [panelsX, panelsY] = ground.period === null ? [0, 0] : [ground.period / everyX, ground.period / everyY];
    const [waver, worn, patch, broken] = [
      noise(ground, 1, 45, 3),
      noise(ground, 5, 70, 2),
      noise(ground, 9, 9, 3),
      noise(ground, 13, 3.2, 2, {}, 0.7),
    ];
    const [upright, level] = [across(ground, 17, 0), across(ground, 21, 90)];
    const [rub, mottle, grain] = [noise(ground, 25, 0.7, 3, {}, 0.75), noise(ground, 31, 2.6, 2), tooth(ground, 37)];
    return (at, { light, stain }) => {
      const [stray, soft, patches, breaks] = [waver(at), worn(at), patch(at), broken(at)];
      const [hairX, hairY, crackX, crackY] = [upright.hair(at), level.hair(at), upright.crack(at), level.crack(at)];
      const [rubbed, cloudy, fine] = [rub(at), mottle(at), grain(at)];
      for (let i = 0; i < at.count; i++) {
        const [x, y, s] = [at.x[i] as number, at.y[i] as number, 0.8 * (stray[i] as number)];
        const fx = fold(x + s, everyX);
        const fy = fold(y - s, everyY);
        const isUpright = Math.abs(fx) < Math.abs(fy);
        const near = Math.min(Math.abs(fx), Math.abs(fy));
        const corner = Math.sqrt(fx * fx + fy * fy);
        const p = patches[i] as number;
        const rough = rubbed[i] as number;
        // Along a fold the coat is broken now widely, now hardly; fibres stand out across it.
        const width = 0.05 + 0.5 * Math.max(0, (breaks[i] as number) + 0.25) ** 2 + 0.6 * Math.max(0, p) + 1.6 * smoothstep(7, 0, corner);
        const hair = 0.34 * ((isUpright ? hairX[i] : hairY[i]) as number);
        const bare = smoothstep(-0.06, 0.1, width - near + hair * Math.min(1, width * 2.5) + 0.25 * width * rough);
        // Beside it, ink that stood up was scuffed off the paper's hills; most where folds cross.
        const scuffed = smoothstep(0.5, 0.75, rough + 0.55 * p + 0.55 * smoothstep(5, 0, near) + 0.8 * smoothstep(13, 0, corner) - 0.35);
        const line = (isUpright ? crackX[i] : crackY[i]) as number;
        const far = 2 + 12 * Math.max(0, p + 0.1);
        const cracked = smoothstep(0.05, 0.015, Math.abs(line)) * smoothstep(far, far / 3, near) * smoothstep(-0.1, 0.2, p + 0.3 * rough);
        const elsewhere = 0.75 * smoothstep(0.2, 0.5, soft[i] as number) * smoothstep(0.6, 0.85, rough + 0.2 * p);
        stain[i] = Math.max(bare, 0.9 * scuffed * smoothstep(15, 3, near), 0.8 * cracked, elsewhere);
        const panel = chanceAt(
          round(Math.floor((x + s) / everyX), panelsX) + (fx > 0 ? 512 : 0),
          round(Math.floor((y - s) / everyY), panelsY) + (fy > 0 ? 512 : 0),
          ground.seed + 77,
        );
        const shade = -0.09 * Math.sign(fx) * smoothstep(7, 0, Math.abs(fx)) - 0.07 * Math.sign(fy) * smoothstep(7, 0, Math.abs(fy));
        light[i] = 0.88 + 0.1 * panel + 0.1 * (cloudy[i] as number) + 0.09 * (fine[i] as number) + shade;
      }
    };
  },
};
