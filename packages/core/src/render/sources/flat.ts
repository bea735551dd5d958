import { boxBounds, boxCoverage } from '../../raster/place';
import { ONE, sizeOf, type Rgb } from '../../raster/raster';
import { uniformPlane } from '../../raster/uniform';
import type { Placement } from '../../sheet/model';
import { keyOf } from '../key';
import type { Node } from '../node';
import { inkNode } from './ink';

/** One ink or colour over the placed box, or over everything where it holds beyond its edge. */
export const flatNode = (colour: Rgb, placement: Placement, pxPerMm: number): Node<'ink'> => {
  const ends = placement.beyond === 'nothing';
  const how = { keeping: 'never' as const, ...(ends ? { box: boxBounds(placement, pxPerMm) } : {}) };
  return inkNode(keyOf('flat', { colour, placement, pxPerMm }, []), colour, how, function* (region, { kernels }) {
    yield;
    const edged = ends ? boxCoverage(placement, pxPerMm, region, kernels.arena) : null;
    return edged ?? uniformPlane(sizeOf(region), ONE);
  });
};
