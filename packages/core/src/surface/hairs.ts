import { chanceAt } from '../units/noise';
import { clamp } from '../units/smooth';
import { nine } from './cells';
import { cellsOf, rows, type Field, type Ground } from './ground';

/** Curled hairs, one or none a cell. */
export interface HairKind {
  readonly cell: number;
  readonly likely: number;
  /** Further than this from a hair it does not matter how far, mm. */
  readonly near: number;
}

/** Values of a hair: the middle of its circle, its radius, and the direction of the part of the circle that it is. */
const VALUES = 6;

/** How near a place is to the nearest hair, mm: each is an arc of a circle, from a short bow to most of a ring. */
export const hairs = (ground: Ground, salt: number, { cell, likely, near }: HairKind): Field => {
  const { count: cells, perMm } = cellsOf(ground, cell);
  const seed = ground.seed * 64 + salt;
  const around = nine(cells, VALUES, (i, j, into, at) => {
    into[at] = 0.3 + 0.4 * chanceAt(i, j, seed + 2);
    into[at + 1] = 0.3 + 0.4 * chanceAt(i, j, seed + 3);
    into[at + 2] = chanceAt(i, j, seed) >= likely ? -1 : 0.12 + 0.5 * chanceAt(i, j, seed + 1) ** 2;
    const dx = chanceAt(i, j, seed + 4) - 0.5;
    const dy = chanceAt(i, j, seed + 5) - 0.5;
    const size = Math.sqrt(dx * dx + dy * dy) + 1e-9;
    into[at + 3] = dx / size;
    into[at + 4] = dy / size;
    into[at + 5] = 1.3 * chanceAt(i, j, seed + 6) - 0.6;
  });
  const row = rows();
  return ({ count, x, y, pixel }) => {
    const out = row(count);
    for (let n = 0; n < count; n++) {
      const u = (x[n] as number) * perMm;
      const v = (y[n] as number) * perMm;
      const i = Math.floor(u);
      const j = Math.floor(v);
      const arcs = around(i, j);
      let best = (near + pixel) * perMm;
      for (let k = 0; k < 9 * VALUES; k += VALUES) {
        const radius = arcs[k + 2] as number;
        if (radius < 0) continue;
        const dx = u - i - (arcs[k] as number);
        const dy = v - j - (arcs[k + 1] as number);
        const away = dx * dx + dy * dy;
        if (away > (radius + best) * (radius + best)) continue;
        const size = Math.sqrt(away);
        if (dx * (arcs[k + 3] as number) + dy * (arcs[k + 4] as number) < (arcs[k + 5] as number) * size) continue;
        best = Math.min(best, Math.abs(size - radius));
      }
      out[n] = best / perMm;
    }
    return out;
  };
};

/** How much of a pixel lies on a line that is `half` mm broad either way, its middle `away` mm from the pixel's: a thin one is faint. */
export const lineAt = (away: number, half: number, pixel: number): number => clamp(Math.min(2 * half, half + pixel / 2 - away) / pixel);
