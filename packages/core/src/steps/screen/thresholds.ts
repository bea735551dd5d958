import { SLOPE_BITS, type ScreenGrid, type ShapeName } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import { spotAt } from '../../raster/reference/spot';
import { cosDeg } from '../../units/exact';
import { remembering } from '../../units/remember';
import { cellLayout, screenGrid, type CellLayout } from './grid';

/** Spot values reach from −TOP to TOP. */
const TOP = 8192;
const RANGE = 2 * TOP;
const STEEPEST = 26000;
const PACK = 16;
const BINS = 256;
/** Evenly spread phases that a large cell is measured at. */
const EVEN_PHASES = 36_000;
/** A draft is measured at EVEN_PHASES / ROUGHER phases. */
const ROUGHER = 8;
/** A small cell is measured in windows of WINDOW_CELLS × WINDOW_CELLS cells over SPREAD pixels, which averages beats longer than one window. */
const WINDOW_CELLS = 8;
const SPREAD = 6000;
/** Steps of the R2 sequence, which fills a square evenly (M. Roberts, 2018). */
const R2 = [0.7548776662466927, 0.5698402909980532] as const;
/** Turned cells above this many pixels meet all phases evenly; smaller ones are measured on the raster's own. */
const EVEN_CELL = 24;
const KNOTS = 1024;

export interface ScreenGeometry {
  readonly shape: ShapeName;
  readonly cellPx: number;
  readonly angleDeg: number;
  /** Width of the dot's edge as a share of the tone range, 0 … 1; never under `edgePx` pixels, one where it is not said, which smooth it. */
  readonly edge: number;
  readonly edgePx?: number;
  /** True where the result will be cut at one half. */
  readonly cut: boolean;
  /** True for a draft, which is measured quickly. */
  readonly rough: boolean;
}

/** How spot values are spread over the pixels of a screen, and how wide an edge of one pixel is at each of them. */
interface Spread {
  /** Share of pixels at or above a spot value, by value + TOP. */
  readonly above: Float64Array;
  /** Sum of the spot values of those pixels, each weighted by its share. */
  readonly sumAbove: Float64Array;
  /** Change of spot value over one pixel, by BINS bins of spot value. */
  readonly pixelStep: Float64Array;
}

/** The least number of whole cells, up to 8, whose side is nearly a whole number of pixels; that side. */
const wholeSide = (cellPx: number): number => {
  const off = (cells: number): number => Math.abs(cells * cellPx - Math.round(cells * cellPx));
  let best = 1;
  for (let cells = 2; cells <= 8 && off(best) > 0.02; cells++) if (off(cells) < off(best)) best = cells;
  return Math.round(best * cellPx);
};

/** Phases that a screen is measured at, and how much each counts. */
interface Phases {
  readonly u: Int32Array;
  readonly v: Int32Array;
  readonly weight: Float64Array;
}

const roomFor = (count: number): Phases => ({ u: new Int32Array(count), v: new Int32Array(count), weight: new Float64Array(count) });

/** A lattice that fills the cell evenly and meets few spot values twice. */
const evenPhases = (count: number): Phases => {
  const phases = roomFor(count);
  const across = Math.round(R2[0] * 2 ** 32);
  const down = Math.round(R2[1] * 2 ** 32);
  for (let i = 0; i < count; i++) {
    phases.u[i] = Math.imul(i, across);
    phases.v[i] = Math.imul(i, down);
  }
  phases.weight.fill(1);
  return phases;
};

/** The raster's own phases in squares of pixels; `fade` weighs each row and column. */
const rasterPhases = (grid: ScreenGrid, corners: readonly (readonly [number, number])[], fade: readonly number[]): Phases => {
  const side = fade.length;
  const phases = roomFor(corners.length * side * side);
  let i = 0;
  for (const [left, top] of corners) {
    for (let y = 0; y < side; y++) {
      for (let x = 0; x < side; x++, i++) {
        phases.u[i] = grid.u0 + Math.imul(left + x, grid.ux) + Math.imul(top + y, grid.uy);
        phases.v[i] = grid.v0 + Math.imul(left + x, grid.vx) + Math.imul(top + y, grid.vy);
        phases.weight[i] = (fade[x] as number) * (fade[y] as number);
      }
    }
  }
  return phases;
};

/** A Hann window hides where a square of pixels cuts cells off. */
const hann = (side: number): number[] => Array.from({ length: side }, (_, i) => 1 - cosDeg((360 * (i + 0.5)) / side));

const windowedPhases = (cellPx: number, grid: ScreenGrid): Phases => {
  const side = Math.max(32, Math.round(WINDOW_CELLS * cellPx));
  const count = Math.max(3, Math.floor(EVEN_PHASES / (side * side)));
  const corner = (i: number): readonly [number, number] => [Math.floor(((i * R2[0]) % 1) * SPREAD), Math.floor(((i * R2[1]) % 1) * SPREAD)];
  return rasterPhases(
    grid,
    Array.from({ length: count }, (_, i) => corner(i)),
    hann(side),
  );
};

/**
 * The phases of the pixels that a screen is measured on, with weights. Small cells: the raster's own. Large ones:
 * evenly spread, or the raster's own over whole cells where rows of dots follow rows of pixels and many share a phase. Dots
 * that are rendered for their outlines are not measured on pixels.
 */
const measuredPhases = ({ cellPx, rough, edgePx = 1 }: ScreenGeometry, grid: ScreenGrid, { turn, across }: CellLayout): Phases => {
  if (rough) return evenPhases(EVEN_PHASES / ROUGHER);
  if (edgePx > 1) return evenPhases(EVEN_PHASES);
  if (cellPx <= EVEN_CELL) return windowedPhases(cellPx, grid);
  if (turn !== 90 || (grid.ux !== 0 && grid.uy !== 0)) return evenPhases(EVEN_PHASES);
  return rasterPhases(grid, [[0, 0]], new Array<number>(wholeSide(cellPx * across)).fill(1));
};

const measure = (geometry: ScreenGeometry): Spread => {
  const { shape, cellPx, angleDeg } = geometry;
  const layout = cellLayout(shape);
  const grid = screenGrid(cellPx, angleDeg, layout);
  const valueAt = (u: number, v: number): number => spotAt(shape, u | 0, v | 0);
  // Half a pixel along each axis of the cell.
  const halfPixel = Math.min(2 ** 30, Math.round(2 ** 31 / (cellPx * layout.along)));
  const above = new Float64Array(RANGE + 2);
  const sumAbove = new Float64Array(RANGE + 2);
  const steps = new Float64Array(BINS);
  const stepWeights = new Float64Array(BINS);
  let total = 0;
  const phases = measuredPhases(geometry, grid, layout);
  for (let i = 0; i < phases.u.length; i++) {
    const u = phases.u[i] as number;
    const v = phases.v[i] as number;
    const weight = phases.weight[i] as number;
    const s = valueAt(u, v);
    above[s + TOP] = (above[s + TOP] as number) + weight;
    total += weight;
    // The greater of both sides, because the difference across a ridge or a valley is nothing.
    const du = 2 * Math.max(Math.abs(valueAt(u + halfPixel, v) - s), Math.abs(valueAt(u - halfPixel, v) - s));
    const dv = 2 * Math.max(Math.abs(valueAt(u, v + halfPixel) - s), Math.abs(valueAt(u, v - halfPixel) - s));
    const bin = Math.min(BINS - 1, ((s + TOP) * BINS) >> 14);
    steps[bin] = (steps[bin] as number) + weight * Math.sqrt(du * du + dv * dv);
    stepWeights[bin] = (stepWeights[bin] as number) + weight;
  }
  let share = 0;
  let sum = 0;
  for (let s = RANGE + 1; s >= 0; s--) {
    const here = (above[s] as number) / total;
    share += here;
    sum += here * (s - TOP);
    above[s] = share;
    sumAbove[s] = sum;
  }
  const met = steps.map((step, bin) => step / (stepWeights[bin] as number)).filter((step) => step >= 0);
  let last = met[0] as number;
  const pixelStep = steps.map((step, bin) => {
    const weight = stepWeights[bin] as number;
    if (weight > 0) last = step / weight;
    return last;
  });
  return { above, sumAbove, pixelStep };
};

/** Slope of the edge at a threshold: ONE over its width in spot values, · 2^SLOPE_BITS, as the kernel takes it. */
const slopeAt = (spread: Spread, threshold: number, { edge, edgePx = 1 }: ScreenGeometry): number => {
  const position = Math.max(0, Math.min(BINS - 1, ((threshold + TOP) * BINS) / RANGE - 0.5));
  const bin = Math.floor(position);
  const from = spread.pixelStep[bin] as number;
  const to = spread.pixelStep[Math.min(BINS - 1, bin + 1)] as number;
  const width = Math.max(1, edge * RANGE, edgePx * Math.min(RANGE, from + (to - from) * (position - bin)));
  return Math.min(STEEPEST, (ONE * (1 << SLOPE_BITS)) / width);
};

/** Mean ink (0 … 1) of a screen at one threshold and slope. */
const meanInk = (spread: Spread, threshold: number, slope: number, cut: boolean): number => {
  const clamp = (s: number): number => Math.max(0, Math.min(RANGE + 1, s));
  if (cut) return spread.above[clamp(threshold + TOP)] as number;
  const reach = (TOP << SLOPE_BITS) / slope;
  const from = clamp(Math.ceil(threshold - reach) + TOP);
  const full = clamp(Math.ceil(threshold + reach) + TOP);
  const rampShare = (spread.above[from] as number) - (spread.above[full] as number);
  const rampSum = (spread.sumAbove[from] as number) - (spread.sumAbove[full] as number);
  const ramp = ((rampSum - threshold * rampShare) * slope) / (1 << SLOPE_BITS) / ONE + rampShare / 2;
  return (spread.above[full] as number) + ramp;
};

const packed = (threshold: number, slope: number): number => (slope << PACK) | (threshold & 0xffff);

/** Never and always: thresholds out of every spot value's reach. */
const BARE = packed(RANGE, STEEPEST);
const SOLID = packed(-RANGE, STEEPEST);

/** Thresholds and slopes at even steps of ink from none to all, each solved so that the screen's mean is that ink. */
interface Solution {
  readonly threshold: Float64Array;
  readonly slope: Float64Array;
}

const solve = (geometry: ScreenGeometry): Solution => {
  const spread = measure(geometry);
  // Most knots are looked for at the same first thresholds.
  const known = new Float64Array(2 * RANGE + 1).fill(NaN);
  const inkAt = (at: number): number => {
    const kept = known[at + RANGE] as number;
    if (kept >= 0) return kept;
    return (known[at + RANGE] = meanInk(spread, at, slopeAt(spread, at, geometry), geometry.cut));
  };
  const knots = geometry.rough ? KNOTS / ROUGHER : KNOTS;
  const threshold = new Float64Array(knots + 1);
  const slope = new Float64Array(knots + 1);
  for (let knot = 0; knot <= knots; knot++) {
    const wanted = knot / knots;
    let low = -RANGE;
    let high = RANGE;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (inkAt(middle) >= wanted) low = middle;
      else high = middle;
    }
    const nearer = inkAt(low) - wanted <= wanted - inkAt(high) ? low : high;
    threshold[knot] = nearer;
    slope[knot] = slopeAt(spread, nearer, geometry);
  }
  return { threshold, slope };
};

const solved = remembering(16, (geometry: ScreenGeometry) => JSON.stringify(geometry), solve);

/**
 * The kernel's thresholds for each tone, so that a tone prints the ink that `inkOf` asks for (0 … ONE both ways).
 * Measured on the anti-aliased cell at its own size in pixels; 0 stays bare and ONE solid.
 */
export const screenThresholds = (geometry: ScreenGeometry, inkOf: Int16Array): Int32Array => {
  const { threshold, slope } = solved(geometry);
  const knots = threshold.length - 1;
  const out = new Int32Array(inkOf.length);
  for (let tone = 0; tone < out.length; tone++) {
    const ink = inkOf[tone] as number;
    if (ink <= 0) out[tone] = BARE;
    else if (ink >= ONE) out[tone] = SOLID;
    else {
      const position = (ink * knots) / ONE;
      const knot = Math.floor(position);
      const fraction = position - knot;
      out[tone] = packed(Math.round(amid(threshold, knot, fraction)), Math.round(amid(slope, knot, fraction)));
    }
  }
  return out;
};

const amid = (knots: Float64Array, knot: number, fraction: number): number => {
  const from = knots[knot] as number;
  return from + ((knots[knot + 1] as number) - from) * fraction;
};
