import { exp, power } from '../units/exact';
import { chanceAt } from '../units/noise';
import { nine } from './cells';
import { cellsOf, rows, type Field, type Ground } from './ground';
import { filled } from '../units/filled';
import { once } from '../units/remember';

/** Creases of one size: edges between cells of points strewn on a grid (S. Worley, A cellular texture basis function, 1996). */
export interface CreaseKind {
  /** Size of the cells, mm. */
  readonly cell: number;
  /** How strongly a crease is seen. */
  readonly shade: number;
  /** How far from it, mm: flattened paper is nearly even between its creases. */
  readonly far: number;
}

/** Share of pairs of cells between which there is no crease. */
const NONE = 0.35;
/** A crease turns from its lit to its shaded flank over this, mm. */
const RIDGE = 0.16;
/** Reaches beyond which a crease is not seen. */
const SEEN = 4;
/** Values of a line. */
const LINE = 5;
/** Where light comes from: above and left. */
const LIGHT = Math.SQRT1_2;

/** Places of the tables here. */
const STEPS = 1024;
/** Most creases are soft: a power of chance. */
const depths = once(() => filled(new Float64Array(STEPS + 1), (i) => power(i / STEPS, 2.2)));

/** Which of nine points is nearest to a place. */
const nearest = (points: Float64Array, u: number, v: number): number => {
  let own = 0;
  let least = 1e9;
  for (let k = 0; k < 9; k++) {
    const dx = u - (points[4 * k] as number);
    const dy = v - (points[4 * k + 1] as number);
    const away = dx * dx + dy * dy;
    if (away < least) {
      least = away;
      own = k;
    }
  }
  return own;
};

/** How far a place is from the nearest line between its own point and another. */
const clearance = (points: Float64Array, own: number, u: number, v: number): number => {
  const px = points[4 * own] as number;
  const py = points[4 * own + 1] as number;
  let least = 1e9;
  for (let k = 0; k < 9; k++) {
    if (k === own) continue;
    const nx = (points[4 * k] as number) - px;
    const ny = (points[4 * k + 1] as number) - py;
    const mx = (points[4 * k] as number) + px;
    const my = (points[4 * k + 1] as number) + py;
    const away = ((mx / 2 - u) * nx + (my / 2 - v) * ny) / (Math.sqrt(nx * nx + ny * ny) + 1e-9);
    least = Math.min(least, away);
  }
  return least;
};

/** How sharp a pair's crease is: most are soft; the same whichever cell of the two it is asked for. */
const sharpness = (a: number, b: number, c: number, d: number, seed: number): number => {
  const h = chanceAt(a + c, b + d, seed) + chanceAt(Math.abs(a - c), Math.abs(b - d), seed + 1);
  const share = h - Math.floor(h);
  if (share < NONE) return 0;
  const deep = depths()[Math.floor(((share - NONE) / (1 - NONE)) * STEPS)] as number;
  return chanceAt(a + c, b + d, seed + 2) < 0.5 ? -deep : deep;
};

/**
 * The shade of creases: each has a lit flank and a shaded one. By trial: k · a · (n · L) · e^(−d / far) · min(1, d / RIDGE), d the
 * distance to the line between two cells, n across it, a by pair.
 */
export const creases = (ground: Ground, salt: number, { cell, shade, far }: CreaseKind): Field => {
  const { count: cells, perMm } = cellsOf(ground, cell);
  const seed = ground.seed * 64 + salt;
  const around = nine(cells, 4, (i, j, into, at) => {
    into[at] = chanceAt(i, j, seed);
    into[at + 1] = chanceAt(i, j, seed + 1);
    into[at + 2] = i;
    into[at + 3] = j;
  });
  const reach = SEEN * far * perMm;
  // The lines between the nearest cell and the others that have a crease: their middle, direction and strength.
  const lines = new Float64Array(8 * LINE);
  const draw = (points: Float64Array, own: number): number => {
    const px = points[4 * own] as number;
    const py = points[4 * own + 1] as number;
    let end = 0;
    for (let k = 0; k < 9; k++) {
      if (k === own) continue;
      const sharp = sharpness(
        points[4 * own + 2] as number,
        points[4 * own + 3] as number,
        points[4 * k + 2] as number,
        points[4 * k + 3] as number,
        seed + 2,
      );
      if (sharp === 0) continue;
      const qx = points[4 * k] as number;
      const qy = points[4 * k + 1] as number;
      const size = Math.sqrt((qx - px) ** 2 + (qy - py) ** 2) + 1e-9;
      lines[end] = (px + qx) / 2;
      lines[end + 1] = (py + qy) / 2;
      lines[end + 2] = (qx - px) / size;
      lines[end + 3] = (qy - py) / size;
      lines[end + 4] = (shade * sharp * 2.2 * LIGHT * (qx - px + qy - py)) / size;
      end += LINE;
    }
    return end;
  };
  /** Those of the lines whose shade may reach a place within `free` of another; where they end. */
  const near = new Float64Array(lines.length);
  const pick = (end: number, u: number, v: number, free: number): number => {
    let to = 0;
    for (let o = 0; o < end; o += LINE) {
      const away = ((lines[o] as number) - u) * (lines[o + 2] as number) + ((lines[o + 1] as number) - v) * (lines[o + 3] as number);
      if (away >= reach + free + 1e-6) continue;
      for (let k = 0; k < LINE; k++) near[to + k] = lines[o + k] as number;
      to += LINE;
    }
    return to;
  };
  const row = rows();
  const fall = falls();
  return (at) => {
    const out = row(at.count);
    let cellX = NaN;
    let cellY = NaN;
    let whose = -1;
    let end = 0;
    let nearEnd = 0;
    // The nearest cell stays the same all about the place where it was looked for, as far as the nearest line is.
    let lookedX = NaN;
    let lookedY = NaN;
    let free = -1;
    for (let n = 0; n < at.count; n++) {
      const x = (at.x[n] as number) * perMm;
      const y = (at.y[n] as number) * perMm;
      const i = Math.floor(x);
      const j = Math.floor(y);
      const u = x - i;
      const v = y - j;
      const isSame = i === cellX && j === cellY;
      if (!isSame || (u - lookedX) * (u - lookedX) + (v - lookedY) * (v - lookedY) >= free * free) {
        const points = around(i, j);
        const own = nearest(points, u, v);
        if (!isSame || own !== whose) end = draw(points, own);
        cellX = i;
        cellY = j;
        whose = own;
        lookedX = u;
        lookedY = v;
        free = clearance(points, own, u, v);
        nearEnd = pick(end, u, v, free);
      }
      let sum = 0;
      for (let o = 0; o < nearEnd; o += LINE) {
        const away = ((near[o] as number) - u) * (near[o + 2] as number) + ((near[o + 1] as number) - v) * (near[o + 3] as number);
        if (away >= reach) continue;
        const d = Math.max(0, away / perMm);
        sum += (near[o + 4] as number) * (fall[Math.floor(((d / far) * STEPS) / SEEN)] as number) * Math.min(1, d / RIDGE);
      }
      out[n] = sum;
    }
    return out;
  };
};

/** e^(−t) for 0 ≤ t < SEEN, ending at nothing. */
const falls = once(() => filled(new Float64Array(STEPS + 1), (i) => exp((-SEEN * i) / STEPS) - exp(-SEEN)));
