import type { Region } from '../raster/raster';
import { convertNode } from '../nodes/convert-node';
import { rendered, scoped, type Node, type Rendering, type Work } from '../nodes/node';
import type { Placement } from '../sheet/model';
import { cornersOf } from '../sheet/placing';
import { addTones, emptyStatistics, type ToneStatistics } from '../steps/statistics';

/** Squares a side, and pixels a square, in which a texture is looked at. */
const SQUARES = 5;
const SIDE = 128;

/** A texture as it is printed, and the squares of it that are looked at: spread evenly over its placed box. */
export interface TextureSample {
  readonly node: Node<'tone'>;
  readonly regions: readonly Region[];
  readonly run: (work: Work) => Rendering<ToneStatistics>;
}

/** The greys of a texture as placed, at a rendering's own pixels, whatever of it lies on the sheet. */
export const textureGreys = (texture: Node, placement: Placement, pxPerMm: number): TextureSample => {
  const node = convertNode(texture, 'tone');
  const [tl, tr, , bl] = cornersOf(placement) as [readonly [number, number], readonly [number, number], unknown, readonly [number, number]];
  const side = Math.max(4, Math.min(SIDE, Math.floor((Math.min(placement.width, placement.height) * pxPerMm) / SQUARES)));
  const regions = Array.from({ length: SQUARES * SQUARES }, (_, i): Region => {
    const [u, v] = [((i % SQUARES) + 0.5) / SQUARES, (Math.floor(i / SQUARES) + 0.5) / SQUARES];
    const x = tl[0] + u * (tr[0] - tl[0]) + v * (bl[0] - tl[0]);
    const y = tl[1] + u * (tr[1] - tl[1]) + v * (bl[1] - tl[1]);
    return { x: Math.floor(x * pxPerMm - side / 2), y: Math.floor(y * pxPerMm - side / 2), width: side, height: side };
  });
  return {
    node,
    regions,
    *run(work) {
      const sums = emptyStatistics();
      for (const region of regions) {
        yield* scoped(work, function* (inside) {
          addTones(sums, yield* rendered(node, region, inside), work.kernels);
        });
      }
      return sums;
    },
  };
};
