import { atan2Deg } from '../../units/exact';
import { LINE_VALUES, SPOT_PLACES, type Kernels, type LineScreen, type Ways } from '../kernels';
import { ONE, type Region } from '../raster';

/** Pixels between dots or lines from which they begin to be told apart. */
const LEAST_PITCH = 2;

const TURN = 6.283185307179586;

/**
 * Ink at a threshold whose edge is `edge` wide on each side of it, of the range of thresholds. Near bare and solid the edge is as narrow as
 * the line, so that its mean stays the amount.
 */
const edged = (amount: number, threshold: number, edge: number): number => {
  const half = Math.min(edge, amount, 1 - amount);
  return half === 0 ? Number(threshold < amount) : Math.max(0, Math.min(1, (amount - threshold) / (2 * half) + 0.5));
};

/** How far ways move a pixel, px; nowhere without any. */
const movedBy = (ways: Ways | null): { x: (i: number) => number; y: (i: number) => number } => {
  if (!ways) return { x: () => 0, y: () => 0 };
  const [across, down] = [ways.across / 256 / ONE, ways.down / 256 / ONE];
  return { x: (i) => (ways.x[i] as number) * across, y: (i) => (ways.y[i] as number) * down };
};

/** Calls for each pixel of a piece of a region with its index and its place, where ways lead; keeps bare and solid as they are. */
const inked = (
  amounts: Int16Array,
  ways: Ways | null,
  piece: Region,
  region: Region,
  out: Int16Array,
  at: (amount: number, x: number, y: number) => number,
): void => {
  const by = movedBy(ways);
  for (let row = piece.y; row < piece.y + piece.height; row++) {
    for (let column = piece.x; column < piece.x + piece.width; column++) {
      const i = (row - region.y) * region.width + column - region.x;
      const amount = (amounts[i] as number) / ONE;
      out[i] =
        amount === 0 || amount === 1
          ? (amounts[i] as number)
          : Math.floor(at(amount, column + 0.5 + by.x(i), row + 0.5 + by.y(i)) * ONE + 0.5);
    }
  }
};

/** What lies `apart` pixels from its neighbours: those nearer to each other than LEAST_PITCH run together to their mean. */
const seen = (amount: number, ink: number, apart: number): number => {
  const share = Math.max(0, Math.min(1, apart - LEAST_PITCH));
  return amount + (ink - amount) * share;
};

/** A plane of a cell between its places, at phases of the cell (whole numbers are its corners): straight between neighbours, round its edges. */
export const spotValue = (plane: Float32Array, u: number, v: number): number => {
  const [x, y] = [u * SPOT_PLACES - 0.5, v * SPOT_PLACES - 0.5];
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [fx, fy] = [x - i, y - j];
  const left = i & (SPOT_PLACES - 1);
  const right = (i + 1) & (SPOT_PLACES - 1);
  const top = (j & (SPOT_PLACES - 1)) * SPOT_PLACES;
  const bottom = ((j + 1) & (SPOT_PLACES - 1)) * SPOT_PLACES;
  const above = (plane[top + left] as number) * (1 - fx) + (plane[top + right] as number) * fx;
  const below = (plane[bottom + left] as number) * (1 - fx) + (plane[bottom + right] as number) * fx;
  return above * (1 - fy) + below * fy;
};

export const spotScreen: Kernels['spotScreen'] = (amounts, region, { cell, cos, sin, softest, thresholds, slopes }, ways, out) => {
  const [c, s] = [cos / cell, sin / cell];
  inked(amounts, ways, region, region, out, (amount, x, y) => {
    const [u, v] = [c * x - s * y + 0.5, s * x + c * y + 0.5];
    // An edge is at least a pixel wide.
    const edge = Math.max(softest, spotValue(slopes, u, v) / cell / 2);
    return seen(amount, edged(amount, spotValue(thresholds, u, v), edge), cell);
  });
};

/** Which line a place lies on, in lines: whole numbers are midway between two of them; and how far they are apart there, px. */
const lineAt = ({ shape, x: cx, y: cy, cell, count, stretches }: LineScreen, x: number, y: number): { phase: number; apart: number } => {
  if (shape === 'along') {
    let least = Infinity;
    for (let i = 0; i < stretches.length; i += LINE_VALUES) {
      const [sx, sy, dx, dy, length2] = stretches.subarray(i, i + LINE_VALUES) as unknown as [number, number, number, number, number];
      const [ax, ay] = [x - sx, y - sy];
      const t = Math.max(0, Math.min(1, (ax * dx + ay * dy) / length2));
      const [ox, oy] = [ax - t * dx, ay - t * dy];
      least = Math.min(least, ox * ox + oy * oy);
    }
    return { phase: Math.sqrt(least) / cell + 0.5, apart: cell };
  }
  const [dx, dy] = [x - cx, y - cy];
  const away = Math.sqrt(dx * dx + dy * dy);
  if (shape === 'rings') return { phase: away / cell, apart: cell };
  const turn = (atan2Deg(dy, dx) * count) / 360;
  return shape === 'rays' ? { phase: turn, apart: (TURN * away) / count } : { phase: away / cell + turn, apart: cell };
};

export const lineScreen: Kernels['lineScreen'] = (amounts, piece, lines, ways, out, region) =>
  inked(amounts, ways, piece, region, out, (amount, x, y) => {
    const { phase, apart } = lineAt(lines, x, y);
    const threshold = Math.abs(2 * (phase - Math.floor(phase)) - 1);
    return seen(amount, edged(amount, threshold, Math.max(lines.softest, 1 / Math.max(1, apart))), apart);
  });
