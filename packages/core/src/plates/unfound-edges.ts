import { outlineContour } from '../masks/outline';
import type { CutOutMask } from '../masks/cut-out';
import { convertNode } from '../nodes/convert-node';
import type { PlanWork, Rendering, Work } from '../nodes/node';
import { readInTiles } from '../nodes/statistics-node';
import { ONE, sizeOf, type Region } from '../raster/raster';
import type { TileName } from '../raster/source-tiles';
import type { Graph } from '../render/compile/graph';
import { planPieces } from '../render/regions';
import { wholeRegion } from '../render/scale';
import type { Pass } from '../sheet/model';
import { AT_REST, motionSince } from '../sheet/moving';

/** Where along an outline no soft edge can be found: middles of stretches, mm; and the share of it that they are. */
export interface UnfoundEdges {
  readonly places: readonly { readonly x: number; readonly y: number }[];
  readonly share: number;
}

/** The colours on either side of an edge are told apart from here up: the largest difference of a channel, ONE is 1. By trial. */
const APART = 0.05 * ONE;
/** Stretches that an outline is looked at in, at most. */
const MOST_STRETCHES = 240;

interface Picture {
  readonly region: Region;
  /** Red, green and blue of each pixel. */
  readonly rgb: Int16Array;
}

/** Mean colour of a square of pixels about a place; null where none of it is on the sheet. */
const meanAt = ({ region, rgb }: Picture, x: number, y: number, radius: number): readonly [number, number, number] | null => {
  const [sums, at] = [[0, 0, 0], { x: Math.floor(x), y: Math.floor(y) }];
  let count = 0;
  for (let row = Math.max(0, at.y - radius); row <= Math.min(region.height - 1, at.y + radius); row++) {
    for (let column = Math.max(0, at.x - radius); column <= Math.min(region.width - 1, at.x + radius); column++) {
      const i = 3 * (row * region.width + column);
      for (let c = 0; c < 3; c++) sums[c] = (sums[c] as number) + (rgb[i + c] as number);
      count++;
    }
  }
  return count === 0 ? null : (sums.map((sum) => sum / count) as [number, number, number]);
};

/** Middles of stretches of a closed contour, px, and the normal there. */
function* stretchesOf(contour: readonly number[], least: number): Generator<readonly [x: number, y: number, nx: number, ny: number]> {
  const corners = contour.length / 2;
  const side = (i: number): readonly [number, number, number, number] => {
    const next = (i + 1) % corners;
    return [contour[2 * i] as number, contour[2 * i + 1] as number, contour[2 * next] as number, contour[2 * next + 1] as number];
  };
  let whole = 0;
  for (let i = 0; i < corners; i++) {
    const [ax, ay, bx, by] = side(i);
    whole += Math.hypot(bx - ax, by - ay);
  }
  const part = Math.max(least, whole / MOST_STRETCHES);
  let [gone, next] = [0, part / 2];
  for (let i = 0; i < corners; i++) {
    const [ax, ay, bx, by] = side(i);
    const length = Math.hypot(bx - ax, by - ay);
    for (; next < gone + length; next += part) {
      const t = (next - gone) / length;
      yield [ax + t * (bx - ax), ay + t * (by - ay), -(by - ay) / length, (bx - ax) / length];
    }
    gone += length;
  }
}

const isAlike = (picture: Picture, [x, y, nx, ny]: readonly [number, number, number, number], half: number): boolean => {
  const radius = Math.max(1, Math.floor(half / 2));
  const [one, other] = [meanAt(picture, x + nx * half, y + ny * half, radius), meanAt(picture, x - nx * half, y - ny * half, radius)];
  return one !== null && other !== null && one.every((value, c) => Math.abs(value - (other[c] as number)) < APART);
};

/**
 * Where a cut-out looks for soft edges in vain: where the picture is alike on both sides of its outline, half a band away, as it is read at
 * the graph's scale. Null for a cut-out that looks for none, and a pass that shows no picture.
 */
export const unfoundEdges = (
  graph: Graph,
  pass: Pass,
  mask: CutOutMask,
): { readonly wants: (work: PlanWork) => TileName[]; readonly run: (work: Work) => Rendering<UnfoundEdges> } | null => {
  const source = graph.sources.get(pass.id);
  if (!source || mask.band === 0 || mask.points.length < 4) return null;
  const { pxPerMm } = graph.scale;
  const seen = convertNode(source, 'colour');
  const region = wholeRegion(graph.scale);
  return {
    wants: (work) => planPieces(seen, region, work),
    *run(work) {
      const rgb = new Int16Array(3 * sizeOf(region));
      yield* readInTiles(seen, region, work, ({ data, region: tile }) => {
        for (let i = 0, o = 0; i < data.length; i += 4, o++) {
          const at = 3 * ((tile.y + Math.floor(o / tile.width)) * region.width + tile.x + (o % tile.width));
          for (let c = 0; c < 3; c++) rgb[at + c] = data[i + c] as number;
        }
      });
      const half = Math.max(1.5, (mask.band * pxPerMm) / 2);
      const contour = outlineContour(mask, motionSince(mask, pass.placement) ?? AT_REST, pxPerMm);
      const stretches = [...stretchesOf(contour, 2 * half)];
      const alike = stretches.filter((stretch) => isAlike({ region, rgb }, stretch, half));
      return {
        places: alike.map(([x, y]) => ({ x: x / pxPerMm, y: y / pxPerMm })),
        share: stretches.length === 0 ? 0 : alike.length / stretches.length,
      };
    },
  };
};
