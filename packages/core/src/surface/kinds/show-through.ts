import { chanceAt } from '../../units/noise';
import { smoothstep } from '../../units/smooth';
import { apart, moved, round, rows, type Field, type Ground, type Places } from '../ground';
import { newsPaper } from './news-stock';
import type { Surface } from '../look';
import { noise, slow } from '../noise';

/** A printed page as its back shows it, mm: columns, the gap between them, lines, letters. */
const COLUMN = 47;
const GUTTER = 5;
const LINE = 3.5;
const LETTER = 1.05;
/** Lines of one piece of a column: text, a heading over it, or a picture. */
const PIECE = 18;
const HEADING = 3;

/** How dark the other side is at each place, 0 … 1, without the edges of letters: paper has blurred them. */
const otherSide = (ground: Ground): Field => {
  const [column, line] = [apart(ground, COLUMN + GUTTER), apart(ground, LINE)];
  const [columns, lines] =
    ground.period === null ? [0, 0] : [Math.floor(ground.period / column + 0.5), Math.floor(ground.period / line + 0.5)];
  const seed = ground.seed * 64 + 5;
  /** How much ink a letter's place in a line has: spaces, and letters of some weight. */
  const letter = (c: number, l: number, at: number): number => {
    const chance = chanceAt(97 * c + l, at, seed);
    return chance < 0.17 ? 0 : 0.45 + 0.55 * chanceAt(97 * c + l, at, seed + 1);
  };
  const within = (c: number, l: number, u: number, v: number, size: number): number => {
    // Along the line, ink goes over from letter to letter; across it, it is densest at the height of an x.
    const at = u / (LETTER * size) - 0.5;
    const first = Math.floor(at);
    const share = smoothstep(0.2, 0.8, at - first);
    const ink = letter(c, l, first) * (1 - share) + letter(c, l, first + 1) * share;
    return ink * smoothstep(0.06, 0.42, v) * smoothstep(0.96, 0.62, v);
  };
  const inkAt = (x: number, y: number): number => {
    const [cell, row] = [Math.floor(x / column), Math.floor(y / line)];
    const c = round(cell, columns);
    const piece = Math.floor(row / PIECE);
    const of = row - piece * PIECE;
    const p = round(piece, lines === 0 ? 0 : Math.max(1, Math.floor(lines / PIECE)));
    // A column's mirror image: the back is read from the other side.
    const u = column - (x - cell * column);
    const edge = smoothstep(GUTTER / 2 - 0.3, GUTTER / 2 + 0.3, u) * smoothstep(column - GUTTER / 2 + 0.3, column - GUTTER / 2 - 0.3, u);
    const kind = chanceAt(c, p, seed + 2);
    if (kind < 0.2) {
      const inside = (y / line - piece * PIECE) * line;
      return 0.75 * edge * smoothstep(0.4, 1.2, inside) * smoothstep(PIECE * line - 1.4, PIECE * line - 2.2, inside);
    }
    if (kind < 0.55 && of < HEADING) {
      const v = (y / line - piece * PIECE) / HEADING;
      return Math.min(1, 1.35 * edge * within(c, 4096 + p, u, v, 4));
    }
    const last = of === PIECE - 1 || (of + 1) % 7 === 0;
    const end = last ? column * (0.25 + 0.6 * chanceAt(c, row, seed + 3)) : column;
    return edge * within(c, round(row, lines), u, y / line - row, 1) * smoothstep(end + 0.4, end - 0.4, u);
  };
  const values = rows();
  return slow(ground, 0.25, (at) => {
    const out = values(at.count);
    for (let i = 0; i < at.count; i++) out[i] = inkAt(at.x[i] as number, at.y[i] as number);
    return out;
  });
};

export const showThrough: Surface = {
  name: 'newsprint show-through',
  title: 'Newsprint show-through',
  note: 'News stock with the columns of its other side showing through, the wrong way round.',
  paper: [229, 221, 203],
  stain: [96, 88, 76],
  make: (ground) => {
    const [paper, behind] = [newsPaper(ground), otherSide(ground)];
    const strayed = moved([noise(ground, 61, 1.5), noise(ground, 63, 1.5), 0.35]);
    const [thick, spread] = [noise(ground, 65, 1.6, 3), noise(ground, 71, 45, 2)];
    return (at: Places, out) => {
      paper(at, out);
      const [ink, t, w] = [behind(strayed(at)), thick(at), spread(at)];
      for (let i = 0; i < at.count; i++) {
        const seen = (ink[i] as number) * (0.3 + 0.16 * (t[i] as number) + 0.14 * (w[i] as number));
        out.stain[i] = Math.max(out.stain[i] as number, 0.05) + seen;
      }
    };
  },
};
