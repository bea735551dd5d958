import { SLOPE_BITS, type ScreenGrid, type ShapeName } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import { cellCoordinate, SPOT } from '../../raster/reference/spot';
import { cosDeg } from '../../units/exact';
import { remembering } from '../../units/remember';
import { screenGrid } from './grid';

/** Spot values reach from −TOP to TOP. */
const TOP = 8192;
const RANGE = 2 * TOP;
const STEEPEST = 26000;
const PACK = 16;
const BINS = 256;
/** Side of the window of phases that a screen is measured on. */
const WINDOW = 192;
/** Cells above this many pixels meet all phases evenly; smaller ones are measured on the raster's own. */
const EVEN_CELL = 24;
const KNOTS = 1024;

export interface ScreenGeometry {
  readonly shape: ShapeName;
  readonly cellPx: number;
  readonly angleDeg: number;
  /** Width of the dot's edge as a share of the tone range, 0 … 1; never under the one pixel that smooths it. */
  readonly edge: number;
  /** True where the result will be cut at one half. */
  readonly cut: boolean;
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

/** The phases of the pixels that a screen is measured on, with weights: a Hann window hides where it is cut off. */
function* measuredPhases(cellPx: number, grid: ScreenGrid): Generator<readonly [number, number, number]> {
  const fade = Array.from({ length: WINDOW }, (_, i) => 1 - cosDeg((360 * (i + 0.5)) / WINDOW));
  const even = Math.round(2 ** 32 / WINDOW);
  for (let y = 0; y < WINDOW; y++) {
    for (let x = 0; x < WINDOW; x++) {
      if (cellPx > EVEN_CELL) {
        yield [(Math.imul(x, even) + (even >> 1)) | 0, (Math.imul(y, even) + (even >> 1)) | 0, 1];
      } else {
        const u = (grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy)) | 0;
        const v = (grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy)) | 0;
        yield [u, v, (fade[x] as number) * (fade[y] as number)];
      }
    }
  }
}

const measure = ({ shape, cellPx, angleDeg }: ScreenGeometry): Spread => {
  const grid = screenGrid(cellPx, angleDeg);
  const spot = SPOT[shape];
  const spotAt = (u: number, v: number): number => spot(cellCoordinate(u | 0), cellCoordinate(v | 0));
  // Half a pixel along each axis of the cell.
  const halfPixel = Math.min(2 ** 30, Math.round(2 ** 31 / cellPx));
  const above = new Float64Array(RANGE + 2);
  const sumAbove = new Float64Array(RANGE + 2);
  const steps = new Float64Array(BINS);
  const stepWeights = new Float64Array(BINS);
  let total = 0;
  for (const [u, v, weight] of measuredPhases(cellPx, grid)) {
    const s = spotAt(u, v);
    above[s + TOP] = (above[s + TOP] as number) + weight;
    total += weight;
    const du = Math.abs(spotAt(u + halfPixel, v) - spotAt(u - halfPixel, v));
    const dv = Math.abs(spotAt(u, v + halfPixel) - spotAt(u, v - halfPixel));
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
  let last = 1;
  const pixelStep = steps.map((step, bin) => {
    const weight = stepWeights[bin] as number;
    if (weight > 0) last = step / weight;
    return last;
  });
  return { above, sumAbove, pixelStep };
};

/** Slope of the edge at a threshold: ONE over its width in spot values, · 2^SLOPE_BITS, as the kernel takes it. */
const slopeAt = (spread: Spread, threshold: number, edge: number): number => {
  const bin = Math.max(0, Math.min(BINS - 1, Math.floor(((threshold + TOP) * BINS) / RANGE)));
  const width = Math.max(1, edge * RANGE, Math.min(RANGE, spread.pixelStep[bin] as number));
  return Math.max(1 << SLOPE_BITS, Math.min(STEEPEST, Math.round((ONE * (1 << SLOPE_BITS)) / width)));
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

/** Thresholds at KNOTS + 1 even steps of ink, each solved so that the screen's mean is that ink. */
const solve = (geometry: ScreenGeometry): { threshold: Float64Array; slope: Float64Array } => {
  const spread = measure(geometry);
  const threshold = new Float64Array(KNOTS + 1);
  const slope = new Float64Array(KNOTS + 1);
  for (let knot = 0; knot <= KNOTS; knot++) {
    let low = -RANGE;
    let high = RANGE;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (meanInk(spread, middle, slopeAt(spread, middle, geometry.edge), geometry.cut) >= knot / KNOTS) low = middle;
      else high = middle;
    }
    threshold[knot] = low;
    slope[knot] = slopeAt(spread, low, geometry.edge);
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
  return Int32Array.from(inkOf, (ink) => {
    if (ink <= 0) return BARE;
    if (ink >= ONE) return SOLID;
    const position = (ink * KNOTS) / ONE;
    const knot = Math.floor(position);
    const fraction = position - knot;
    const from = threshold[knot] as number;
    const between = from + ((threshold[knot + 1] as number) - from) * fraction;
    return packed(Math.round(between), slope[fraction < 0.5 ? knot : knot + 1] as number);
  });
};
