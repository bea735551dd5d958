import { boxBounds } from '../../raster/place';
import type { Rgb } from '../../raster/raster';
import type { Placement } from '../../sheet/model';
import { frameCoverage, type FrameDials } from '../../surface/frame';
import { keyOf } from '../key';
import type { Node } from '../node';
import { inkNode } from './ink';

/** A rough frame round the placed box. */
export const frameNode = (dials: FrameDials, colour: Rgb, placement: Placement, pxPerMm: number): Node<'ink'> =>
  inkNode(
    keyOf('frame', { dials, colour, placement, pxPerMm }, []),
    colour,
    placement.beyond === 'nothing' ? { box: boxBounds(placement, pxPerMm) } : {},
    (region, { kernels }) => frameCoverage(dials, placement, pxPerMm, region, kernels),
  );
