import { choice, colour, length, seed, share } from '../fields/dials';
import { optional } from '../fields/fields';
import { PICTURE_REF } from '../fields/values';
import { convertNode } from '../nodes/convert-node';
import { emptyNode } from '../nodes/empty-node';
import type { SourceAt, SourceDeclaration, SourceOfDials } from './declare';
import { boxBounds } from '../raster/place';
import type { Rgb } from '../raster/raster';
import type { Placement } from '../sheet/model';
import { FRAME_EDGES, frameCoverage, type FrameDials } from '../surface/frames/frame';
import { once } from '../units/remember';
import { keyOf } from '../nodes/key';
import type { Node } from '../nodes/node';
import { inkNode } from '../nodes/ink-node';

/** A rough frame round the placed box. */
export const frameNode = (dials: FrameDials, colour: Rgb, placement: Placement, pxPerMm: number): Node<'ink'> => {
  const coverage = once(() => frameCoverage(dials, placement, pxPerMm));
  return inkNode(
    keyOf('frame', { dials, colour, placement, pxPerMm }, []),
    colour,
    placement.beyond === 'nothing' ? { box: boxBounds(placement, pxPerMm) } : {},
    (region, { kernels }) => coverage()(region, kernels),
  );
};

const DIALS = {
  edge: choice({ title: 'Edge', options: FRAME_EDGES, default: 'torn' }),
  width: length({ title: 'Width', min: 0.5, max: 150, default: 14, wide: true, more: 'reaches further in' }),
  rough: share({ title: 'Roughness', default: 0.5, more: 'wilder edge' }),
  seed: seed({ title: 'Seed', default: 1 }),
  colour: colour({ title: 'Ink', default: null }),
};
/** The picture whose darks are the frame, where the edge is one. */
const PARTS = { picture: optional(PICTURE_REF) };

export type FrameSource = SourceOfDials<'frame', typeof DIALS, typeof PARTS>;
declare module '../sheet/model' {
  interface SourceKinds {
    readonly frame: FrameSource;
  }
}

/** The darks of a picture (nothing until one is chosen), or a procedural edge. */
const framed = (source: FrameSource, at: SourceAt): Node => {
  const { edge, width, rough, seed, picture } = source;
  const colour = at.colourOf(source.colour);
  if (edge !== 'picture') return frameNode({ edge, width, rough, seed }, colour, at.placement, at.pxPerMm);
  return picture ? convertNode(at.picture(picture), 'ink', { colour, carriesLights: false }) : emptyNode();
};

export const frame: SourceDeclaration<FrameSource> = {
  kind: 'frame',
  title: 'Rough frame',
  purpose: 'A rough edge round the sheet or a box.',
  words: 'torn brushed taped border deckle grunge edge',
  dials: DIALS,
  parts: PARTS,
  node: framed,
  inWords: ({ edge }) => `${edge} frame`,
};
