import { sizeOf, type RasterKind, type RasterOf, type Region } from '../raster/raster';
import { overlap } from '../raster/region';
import type { Node } from './node';
import { pasted } from './rasters';

/** Where less than this of a region is within a node's bounds, only that is rendered. */
const WORTH = 0.8;

/** A node of which a region that is bare for the most part is rendered only where it is not. */
export const withinBounds = <K extends RasterKind>(node: Node<K>): Node<K> => {
  const { bounds, lateBounds } = node;
  if (!bounds && !lateBounds) return node;
  const partOf = (box: Region | null | undefined, region: Region): Region => {
    const part = (box && overlap(box, region)) ?? region;
    return sizeOf(part) < WORTH * sizeOf(region) ? part : region;
  };
  return {
    ...node,
    want: (region, wants, work) => node.want(partOf(bounds?.box, region), wants, work),
    *render(region, work) {
      const part = partOf(bounds?.box ?? lateBounds?.boxAt(work), region);
      const made = yield* node.render(part, work);
      return part === region ? made : (pasted(made, region, work.kernels.arena) as RasterOf<K>);
    },
  };
};
