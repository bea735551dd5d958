import { chanceAt } from '../../units/noise';
import { smoothstep } from '../../units/smooth';
import { strewn } from '../cells';
import { apart, round, rows, type Field, type Ground } from '../ground';
import { bristles } from './dry-brush';
import { WHITE_SHEET, type Surface } from '../look';
import { noise } from '../noise';

/** A coated piece, mm: a letter-size sheet with its margins. */
const SHEET = { width: 215.9, height: 279.4 };
const MARGIN = 13;
/** Strokes that coat it, one beside another. */
const STROKE = 17;

/** How far inside a coated piece a place lies, mm, each stroke put down and lifted somewhere else. */
const coated = (ground: Ground, salt: number): Field => {
  const [width, height] = [apart(ground, SHEET.width), apart(ground, SHEET.height)];
  const [sway, row] = [noise(ground, salt, 30, 2), rows()];
  const end = (lane: number, side: number): number => {
    const far = chanceAt(round(lane, ground.period === null ? 0 : Math.floor(ground.period / STROKE)), side, ground.seed * 64 + salt);
    return 11 * (far - 0.45);
  };
  return (at) => {
    const [swayed, out] = [sway(at), row(at.count)];
    for (let i = 0; i < at.count; i++) {
      const [x, y] = [at.x[i] as number, (at.y[i] as number) + 1.5 * (swayed[i] as number)];
      const [u, v] = [x - Math.floor(x / width) * width, y - Math.floor(y / height) * height];
      const lane = Math.floor(y / STROKE);
      const across = Math.min(v - MARGIN, height - MARGIN - v);
      const along = Math.min(u - MARGIN + end(lane, 1), width - MARGIN - u + end(lane, 2));
      out[i] = Math.min(across + 2.5, along);
    }
    return out;
  };
};

export const screenEmulsion: Surface = {
  name: 'brushed emulsion',
  title: 'Brushed screen emulsion',
  note: 'Emulsion brushed over a sheet: streaks, pools, and edges where the brush was put down and lifted.',
  paper: WHITE_SHEET,
  stain: [34, 52, 56],
  make: (ground) => {
    const [within, level, upright] = [coated(ground, 1), bristles(ground, 10), bristles(ground, 30, 90)];
    const [pool, grain, mottle] = [noise(ground, 50, 18, 4), noise(ground, 55, 0.2, 2), noise(ground, 58, 2.4, 3)];
    const pinholes = strewn(ground, 70, { cell: 5, likely: 0.35, least: 0.03, most: 0.3, tail: 4, outside: 0.03 });
    return (at, { light, stain }) => {
      const [inside, a, b] = [within(at), level(at), upright(at)];
      const [p, g, m, holes] = [pool(at), grain(at), mottle(at), pinholes(at)];
      for (let i = 0; i < at.count; i++) {
        const deep = inside[i] as number;
        const bristle = 0.5 * (a.bundles[i] as number) + 0.5 * (a.single[i] as number) + 0.3 * (a.fine[i] as number);
        const over = 0.5 * (b.bundles[i] as number) + 0.35 * (b.single[i] as number);
        // Bristles run on past the edge; the coat is thin there, and thickest a little inside.
        const edge = smoothstep(-0.08, 0.12, deep / 9 + bristle + 0.15 * (g[i] as number) + 0.08);
        const rim = smoothstep(7, 1.5, Math.abs(deep - 3));
        const thick = 0.66 + 0.22 * bristle + 0.05 * over + 0.16 * (p[i] as number) + 0.05 * (m[i] as number) + 0.12 * rim;
        const starved = smoothstep(0.02, 0.2, thick - 0.3 + 0.2 * (g[i] as number));
        stain[i] = edge * starved * Math.min(0.97, thick + 0.1) * (1 - 0.9 * smoothstep(-0.03, 0.05, holes[i] as number));
        light[i] = 0.98 + 0.02 * (g[i] as number);
      }
    };
  },
};
