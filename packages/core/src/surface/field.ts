import { sinDeg } from '../units/exact';
import { chanceAt, fade } from '../units/noise';

/**
 * Fields of chance on a sheet of surface: a value for any place in mm. Where the surface tiles, every field goes round
 * after its period, in whole cells.
 */
export type Field = (x: number, y: number) => number;

/** How a surface is made: where its chance begins, and after how many mm it repeats (null: never). */
export interface Ground {
  readonly seed: number;
  readonly period: number | null;
}

/** A cell's index modulo `count`; a count of 0 means that the grid does not repeat. */
const round = (cell: number, count: number): number => (count === 0 ? cell : ((cell % count) + count) % count);

/** Cells a period and cells a millimetre, for cells of about `grain` mm. */
export const cellsFor = ({ period }: Ground, grain: number): { readonly count: number; readonly perMm: number } => {
  if (period === null) return { count: 0, perMm: 1 / grain };
  const count = Math.max(1, Math.floor(period / grain + 0.5));
  return { count, perMm: count / period };
};

/** Smooth chance, 0 … 1, hills of about `grainX` × `grainY` mm. */
export const hills = (ground: Ground, salt: number, grainX: number, grainY = grainX): Field => {
  const [across, down] = [cellsFor(ground, grainX), cellsFor(ground, grainY)];
  const seed = ground.seed * 64 + salt;
  // Neighbouring places mostly share a cell: its corners are kept.
  let [cellX, cellY] = [NaN, NaN];
  let [a, b, c, d] = [0, 0, 0, 0];
  return (x, y) => {
    const u = x * across.perMm;
    const v = y * down.perMm;
    const xi = Math.floor(u);
    const yi = Math.floor(v);
    if (xi !== cellX || yi !== cellY) {
      cellX = xi;
      cellY = yi;
      const [x0, x1] = [round(xi, across.count), round(xi + 1, across.count)];
      const [y0, y1] = [round(yi, down.count), round(yi + 1, down.count)];
      a = chanceAt(x0, y0, seed);
      b = chanceAt(x1, y0, seed);
      c = chanceAt(x0, y1, seed);
      d = chanceAt(x1, y1, seed);
    }
    const s = fade(u - xi);
    const t = fade(v - yi);
    return a + (b - a) * s + (c + (d - c) * s - a - (b - a) * s) * t;
  };
};

/** A slow field by its values on a grid of about `step` mm, straight between them: it is looked at less often. */
const looselyRead = (ground: Ground, field: Field, step: number): Field => {
  const { perMm } = cellsFor(ground, step);
  let [cellX, cellY] = [NaN, NaN];
  let [a, b, c, d] = [0, 0, 0, 0];
  return (x, y) => {
    const u = x * perMm;
    const v = y * perMm;
    const xi = Math.floor(u);
    const yi = Math.floor(v);
    if (xi !== cellX || yi !== cellY) {
      cellX = xi;
      cellY = yi;
      a = field(xi / perMm, yi / perMm);
      b = field((xi + 1) / perMm, yi / perMm);
      c = field(xi / perMm, (yi + 1) / perMm);
      d = field((xi + 1) / perMm, (yi + 1) / perMm);
    }
    const s = u - xi;
    const t = v - yi;
    return a + (b - a) * s + (c + (d - c) * s - a - (b - a) * s) * t;
  };
};

/** A slow field is sampled at LOOKS points a cell of its finest noise, but not closer than LEAST_STEP mm. */
const LOOKS = 6;
const LEAST_STEP = 0.4;

/** Hills on hills: each layer finer and weaker, 0 … 1 about ½; every other one lies diagonally, so that no grid shows. */
export const layers = (ground: Ground, salt: number, grain: number, count: number, weaker = 0.55, stretch = 1): Field => {
  const each: Field[] = [];
  const weights: number[] = [];
  let whole = 0;
  for (let layer = 0; layer < count; layer++) {
    const diagonal = stretch === 1 && layer % 2 === 0;
    const size = (grain / 2.13 ** layer) * (diagonal ? 1.4 : 1);
    const field = hills(ground, salt + 7 * layer, size * stretch, size);
    each.push(diagonal ? (x, y) => field(x + y, x - y) : field);
    weights.push(weaker ** layer);
    whole += weaker ** layer;
  }
  const field: Field = (x, y) => {
    let sum = 0;
    for (let i = 0; i < each.length; i++) sum += (weights[i] as number) * (each[i] as Field)(x, y);
    return sum / whole;
  };
  const step = grain / 2.13 ** (count - 1) / LOOKS;
  return step >= LEAST_STEP && stretch === 1 ? looselyRead(ground, field, step) : field;
};

/** The facet at a place: its cell's number for further chance, and how far the place is from the nearest crease, in cells. */
export interface Facet {
  cellX: number;
  cellY: number;
  /** From the facet's middle, in cells. */
  dx: number;
  dy: number;
  crease: number;
}

/**
 * Random values of the nine cells around a place, kept while the place stays in the same cell. `fill` writes `perCell` values for a
 * cell; the first two are a position in it.
 */
export const nine = (count: number, perCell: number, fill: (cellX: number, cellY: number, into: Float64Array, at: number) => void) => {
  const values = new Float64Array(9 * perCell);
  let [cellX, cellY] = [NaN, NaN];
  return (xi: number, yi: number): Float64Array => {
    if (xi === cellX && yi === cellY) return values;
    cellX = xi;
    cellY = yi;
    for (let k = 0; k < 9; k++) {
      const [i, j, at] = [(k % 3) - 1, Math.floor(k / 3) - 1, k * perCell];
      fill(round(xi + i, count), round(yi + j, count), values, at);
      // The first two are a place in the cell, counted from the corner of the middle one.
      values[at] = (values[at] as number) + i;
      values[at + 1] = (values[at + 1] as number) + j;
    }
    return values;
  };
};

/** Facets: every place belongs to the nearest of points strewn one a cell. Worley 1996; the crease by the second nearest. */
export const facets = (ground: Ground, salt: number, grain: number): ((x: number, y: number, out: Facet) => void) => {
  const { count, perMm } = cellsFor(ground, grain);
  const seed = ground.seed * 64 + salt;
  const round9 = nine(count, 4, (cx, cy, into, at) => {
    into[at] = chanceAt(cx, cy, seed);
    into[at + 1] = chanceAt(cx, cy, seed + 1);
    into[at + 2] = cx;
    into[at + 3] = cy;
  });
  return (x, y, out) => {
    const u = x * perMm;
    const v = y * perMm;
    const xi = Math.floor(u);
    const yi = Math.floor(v);
    const points = round9(xi, yi);
    let first = 1e9;
    let second = 1e9;
    for (let k = 0; k < 9; k++) {
      const dx = u - xi - (points[4 * k] as number);
      const dy = v - yi - (points[4 * k + 1] as number);
      const away = dx * dx + dy * dy;
      if (away < first) {
        second = first;
        first = away;
        out.cellX = points[4 * k + 2] as number;
        out.cellY = points[4 * k + 3] as number;
        out.dx = dx;
        out.dy = dy;
      } else if (away < second) second = away;
    }
    out.crease = Math.sqrt(second) - Math.sqrt(first);
  };
};

/** Round grains strewn one a cell at most; how far inside the nearest rim a place is, mm (outside: negative). */
export const strewn = (ground: Ground, salt: number, cell: number, likely: number, least: number, most: number): Field => {
  const { count, perMm } = cellsFor(ground, cell);
  const seed = ground.seed * 64 + salt;
  const round9 = nine(count, 3, (cx, cy, into, at) => {
    const size = chanceAt(cx, cy, seed + 3);
    into[at] = chanceAt(cx, cy, seed + 1);
    into[at + 1] = chanceAt(cx, cy, seed + 2);
    into[at + 2] = chanceAt(cx, cy, seed) >= likely ? -1 : least + (most - least) * size * size * size;
  });
  return (x, y) => {
    const xi = Math.floor(x * perMm);
    const yi = Math.floor(y * perMm);
    const grains = round9(xi, yi);
    let best = -1e3;
    for (let k = 0; k < 9; k++) {
      const radius = grains[3 * k + 2] as number;
      if (radius < 0) continue;
      const dx = x - (xi + (grains[3 * k] as number)) / perMm;
      const dy = y - (yi + (grains[3 * k + 1] as number)) / perMm;
      const inside = radius - Math.sqrt(dx * dx + dy * dy);
      if (inside > best) best = inside;
    }
    return best;
  };
};

/** A slant, or a factor, of a field's coordinates: a whole number where the surface must go round. */
export const aslant = ({ period }: Ground, by: number): number => (period === null ? by : Math.floor(by + 0.5));
export const factor = ({ period }: Ground, by: number): number => (period === null ? by : Math.max(1, Math.floor(by + 0.5)));

const WAVE = 4096;
const SINES = Float64Array.from({ length: WAVE + 1 }, (_, i) => sinDeg((360 * i) / WAVE));

/** Sine of turns, straight between the places of a table. */
export const sineOf = (turns: number): number => {
  const at = (turns - Math.floor(turns)) * WAVE;
  const i = Math.floor(at);
  return (SINES[i] as number) + ((SINES[i + 1] as number) - (SINES[i] as number)) * (at - i);
};
