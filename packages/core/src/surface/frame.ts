import type { Kernels, TornEdge } from '../raster/kernels';
import { boxAffine } from '../raster/place';
import { ONE, sizeOf, type Region } from '../raster/raster';
import { tilesOf } from '../raster/region';
import { blankPlane } from '../raster/uniform';
import type { Placement } from '../sheet/model';
import { layeredNoise, smoothNoise } from '../units/noise';

export const FRAME_EDGES = ['torn', 'brushed', 'taped', 'picture'] as const;
export type ProceduralEdge = Exclude<(typeof FRAME_EDGES)[number], 'picture'>;

export interface FrameDials {
  readonly edge: ProceduralEdge;
  /** How far in the frame reaches on the whole, mm. */
  readonly width: number;
  readonly rough: number;
  readonly seed: number;
}

/** A place seen from one side of the box: how far in it lies, and how far along the side, mm. */
interface FromSide {
  readonly inwards: number;
  readonly along: number;
  readonly side: number;
  readonly length: number;
}

/** How far the frame reaches past a place, mm: covered where it is positive. */
type Edge = (at: FromSide, dials: FrameDials) => number;

const brushed: Edge = ({ inwards, along, side, length }, { width, rough, seed }) => {
  const sway = smoothNoise(along / 90, side * 13, seed) - 0.5;
  const bristle = layeredNoise(along / 46, inwards / 0.55 + side * 91, seed + 7, 3, 2.1, 0.62) - 0.5;
  const ends = smoothNoise(inwards / 0.8, side * 5, seed + 3) * 0.3 * width;
  const lift = Math.max(0, along - (length - ends)) / width + Math.max(0, ends - along) / width;
  return width * (1 + 0.22 * rough * sway - 0.6 * rough * lift) + 1.5 * width * rough * bristle - inwards;
};

const taped: Edge = ({ inwards, along, side, length }, { width, rough, seed }) => {
  const tilt = (smoothNoise(side * 3.7, 0.5, seed) - 0.5) * 0.022 * rough * (along - length / 2);
  const waver = (smoothNoise(along / 60, side * 7, seed + 1) - 0.5) * 0.9 * rough;
  const creep = Math.max(0, layeredNoise(along / 2.6, side * 19, seed + 2, 3) - 0.6);
  const tooth = smoothNoise(along / 0.22, inwards / 0.3, seed + 5);
  return width + tilt + waver + creep * tooth * 26 * rough - inwards;
};

/** Edges by their formula; a torn one, whose formula is longest, is a kernel's. */
const EDGES: Readonly<Record<Exclude<ProceduralEdge, 'torn'>, Edge>> = { brushed, taped };

/** Beyond these a place is surely covered or surely clear, as shares of the width and in mm. */
const SURE: Readonly<Record<ProceduralEdge, (dials: FrameDials) => number>> = {
  torn: ({ width, rough }) => rough * (0.95 * width + 0.8) + 0.2,
  brushed: ({ width, rough }) => rough * width * 1.65 + 0.2,
  taped: ({ width, rough }) => rough * (12 + 0.012 * width) + 0.2,
};

/** Side of the pieces that are looked at first, to leave out those that lie clear of the frame. */
const PIECE = 32;

/**
 * Coverage of a rough frame round a placed box; beyond the box it holds or ends as the placement says. A function of
 * place and seed alone: the same at any scale and in any tiling.
 */
export function* frameCoverage(
  dials: FrameDials,
  placement: Placement,
  pxPerMm: number,
  region: Region,
  kernels: Kernels,
): Generator<void, Int16Array, void> {
  const { width, height } = placement;
  const at = boxAffine(placement, pxPerMm, width, height);
  const edge = dials.edge === 'torn' ? null : EDGES[dials.edge];
  // A tilted tape strays with the box's length, the others only with their own width.
  const sure = SURE[dials.edge](dials) + (dials.edge === 'taped' ? 0.006 * dials.rough * Math.max(width, height) : 0);
  const tornEdge: TornEdge = {
    at,
    width,
    height,
    frame: dials.width,
    sure,
    rough: dials.rough,
    seed: dials.seed,
    pxPerMm,
    ends: placement.beyond === 'nothing',
  };
  let out: Int16Array | null = null;
  const sides = [0, 0, 0, 0];
  /** How far a place lies within the box, mm: less than nothing outside it. */
  const look = (x: number, y: number): number => {
    const u = at.a * x + at.b * y + at.c;
    const v = at.d * x + at.e * y + at.f;
    sides[0] = v;
    sides[1] = width - u;
    sides[2] = height - v;
    sides[3] = u;
    return Math.min(v, width - u, height - v, u);
  };
  const coverageAt = (x: number, y: number): number => {
    const nearest = look(x, y);
    let past = -1e3;
    if (nearest < dials.width - sure) past = 1e3;
    else if (nearest < dials.width + sure) {
      for (let side = 0; side < 4; side++) {
        const inwards = sides[side] as number;
        if (inwards >= dials.width + sure) continue;
        const upright = side % 2 === 1;
        const along = (upright ? sides[0] : sides[3]) as number;
        past = Math.max(past, (edge as Edge)({ inwards, along, side, length: upright ? height : width }, dials));
      }
    }
    const coverage = past * pxPerMm + 0.5;
    return placement.beyond === 'nothing' ? Math.min(coverage, nearest * pxPerMm + 0.5) : coverage;
  };
  for (const piece of tilesOf(region, PIECE)) {
    const right = piece.x + piece.width;
    const bottom = piece.y + piece.height;
    // The least way in from a side is least at a corner of the piece.
    const least = Math.min(look(piece.x, piece.y), look(right, piece.y), look(piece.x, bottom), look(right, bottom));
    if (least > dials.width + sure + 1 / pxPerMm) continue;
    out ??= kernels.arena.plane(sizeOf(region)).fill(0);
    if (!edge) {
      kernels.torn(tornEdge, piece, out, region);
      yield;
      continue;
    }
    for (let y = piece.y; y < bottom; y++) {
      let i = (y - region.y) * region.width + piece.x - region.x;
      for (let x = piece.x; x < right; x++, i++) {
        out[i] = Math.floor(Math.max(0, Math.min(1, coverageAt(x + 0.5, y + 0.5))) * ONE + 0.5);
      }
    }
    yield;
  }
  return out ?? blankPlane(sizeOf(region));
}
