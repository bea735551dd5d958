import { colour } from '../fields/dials';
import type { SourceDeclaration, SourceOfDials } from './declare';
import { boxBounds, boxCoverage } from '../raster/place';
import { ONE, sizeOf, type Rgb } from '../raster/raster';
import { uniformPlane } from '../raster/uniform';
import type { Placement } from '../sheet/model';
import { keyOf } from '../nodes/key';
import type { Node } from '../nodes/node';
import { inkNode } from '../nodes/ink-node';

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

const DIALS = { colour: colour({ title: 'Ink', default: null }) };

export type FlatSource = SourceOfDials<'flat', typeof DIALS>;
declare module '../sheet/model' {
  interface SourceKinds {
    readonly flat: FlatSource;
  }
}

export const flat: SourceDeclaration<FlatSource> = {
  kind: 'flat',
  title: 'Flat',
  purpose: 'One ink or colour all over its box.',
  words: 'solid ground fill colour plate',
  dials: DIALS,
  parts: {},
  node: ({ colour }, { placement, pxPerMm, colourOf }) => flatNode(colourOf(colour), placement, pxPerMm),
  inWords: () => 'flat ink',
};
