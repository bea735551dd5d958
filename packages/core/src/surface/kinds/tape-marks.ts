import { chanceAt } from '../../units/noise';
import { clamp, smoothstep } from '../../units/smooth';
import { nine } from '../cells';
import { cellsOf, rows, type Ground, type Places } from '../ground';
import type { Surface } from '../look';
import { noise } from '../noise';

/** One strip at most a cell, mm; half of its length stays under a cell. */
const CELL = 78;
const LIKELY = 0.62;
/** Common widths of tape, mm (common practice). */
const WIDTHS = [12, 19, 19, 25] as const;
/** Teeth of the cutter at a strip's ends, mm. */
const TOOTH = 1.5;

/** Values of a strip: its middle, direction, half its length and width, its kind. */
const VALUES = 7;

/** Where a place lies on the strips over it: how deep inside the topmost, and whether that one has been pulled off. */
const strips = (ground: Ground, salt: number) => {
  const { count: cells, perMm } = cellsOf(ground, CELL);
  const seed = ground.seed * 64 + salt;
  const around = nine(cells, VALUES, (i, j, into, at) => {
    into[at] = 0.2 + 0.6 * chanceAt(i, j, seed + 1);
    into[at + 1] = 0.2 + 0.6 * chanceAt(i, j, seed + 2);
    // Mostly near level or near upright: tape is put on by hand, but with an eye on the edges.
    const slant = 0.5 * (chanceAt(i, j, seed + 3) - 0.5);
    const size = Math.sqrt(1 + slant * slant);
    const isLevel = chanceAt(i, j, seed + 4) < 0.55;
    into[at + 2] = (isLevel ? 1 : slant) / size;
    into[at + 3] = (isLevel ? slant : 1) / size;
    into[at + 4] = chanceAt(i, j, seed) >= LIKELY ? -1 : 0.24 + 0.6 * chanceAt(i, j, seed + 5);
    into[at + 5] = (WIDTHS[Math.floor(WIDTHS.length * chanceAt(i, j, seed + 6))] as number) / 2;
    into[at + 6] = chanceAt(i, j, seed + 7);
  });
  const [depth, side, kind] = [rows(), rows(), rows()];
  return (at: Places) => {
    const [deep, sides, kinds] = [depth(at.count), side(at.count), kind(at.count)];
    for (let n = 0; n < at.count; n++) {
      const [u, v] = [(at.x[n] as number) * perMm, (at.y[n] as number) * perMm];
      const [i, j] = [Math.floor(u), Math.floor(v)];
      const all = around(i, j);
      deep[n] = -9;
      sides[n] = -9;
      for (let k = 0; k < 9 * VALUES; k += VALUES) {
        const half = (all[k + 4] as number) / perMm;
        if (half < 0) continue;
        const dx = (u - i - (all[k] as number)) / perMm;
        const dy = (v - j - (all[k + 1] as number)) / perMm;
        const along = dx * (all[k + 2] as number) + dy * (all[k + 3] as number);
        const across = dy * (all[k + 2] as number) - dx * (all[k + 3] as number);
        const tooth = across / TOOTH - Math.floor(across / TOOTH);
        const inside = (all[k + 5] as number) - Math.abs(across);
        const end = half - Math.abs(along) + 0.8 * Math.abs(tooth - 0.5);
        if (Math.min(inside, end) <= (deep[n] as number)) continue;
        deep[n] = Math.min(inside, end);
        sides[n] = inside;
        kinds[n] = all[k + 6] as number;
      }
    }
    return { deep, sides, kinds };
  };
};

export const tapeMarks: Surface = {
  name: 'tape marks',
  title: 'Tape marks',
  note: 'Strips of old tape, some still there, some pulled off with the face of the sheet.',
  paper: [244, 241, 232],
  stain: [126, 88, 44],
  make: (ground) => {
    const [lies, paper] = [strips(ground, 1), noise(ground, 11, 1.6, 3, {}, 0.7)];
    const [bubble, glue, dirt, pull, cloud, grain] = [
      noise(ground, 17, 12, 4),
      noise(ground, 21, 3.2, 4, {}, 0.7),
      noise(ground, 27, 0.4, 2, {}, 0.8),
      noise(ground, 31, 1.1, 2, { stretch: 7, turn: 8 }, 0.75),
      noise(ground, 37, 50, 3),
      noise(ground, 41, 0.18),
    ];
    return (at, { light, stain }) => {
      const { deep, sides, kinds } = lies(at);
      const [p, b, g, d, u, c, f] = [paper(at), bubble(at), glue(at), dirt(at), pull(at), cloud(at), grain(at)];
      for (let i = 0; i < at.count; i++) {
        const inside = smoothstep(-0.07, 0.07, deep[i] as number);
        // Dust gathers where glue creeps out along the sides.
        const creep =
          smoothstep(0.9 + 0.8 * (g[i] as number), 0, Math.abs((sides[i] as number) + 0.1)) * smoothstep(-0.6, 0.2, deep[i] as number);
        const dust = creep * smoothstep(-0.1, 0.4, (d[i] as number) + 0.25);
        light[i] = 0.93 + 0.04 * (c[i] as number) + 0.035 * (p[i] as number) + 0.03 * (f[i] as number);
        if ((kinds[i] as number) < 0.55) {
          // Still there: yellowed film, air beneath it here and there.
          const air = smoothstep(0.3, 0.62, (b[i] as number) + 0.12 * (g[i] as number)) * smoothstep(0, 3, deep[i] as number);
          const film = 0.3 + 0.1 * (g[i] as number) + 0.12 * smoothstep(2.5, 0, sides[i] as number);
          stain[i] = clamp(0.03 + inside * (film - 0.13 * air) + 0.4 * dust);
          light[i] = (light[i] as number) - inside * (0.06 - 0.07 * air) - 0.05 * inside * smoothstep(0.25, 0, deep[i] as number);
        } else {
          // Pulled off: the sheet's face gone in flakes, glue left in patches, dark with dust.
          const flaked = inside * smoothstep(0.25, 0.34, (u[i] as number) + 0.5 * (b[i] as number));
          const left = inside * smoothstep(-0.3, 0.6, (g[i] as number) + 0.7 * (b[i] as number));
          stain[i] = clamp(
            0.03 + 0.34 * left * (1 - flaked) + 0.34 * left * smoothstep(0.1, 0.5, d[i] as number) + 0.5 * dust + 0.08 * inside,
          );
          light[i] = (light[i] as number) + flaked * (0.05 + 0.08 * (p[i] as number)) - 0.16 * left * smoothstep(0.2, 0.6, d[i] as number);
        }
      }
    };
  },
};
