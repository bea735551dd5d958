import { sourceOfKind, type DialledSource } from '../catalogue/sources';
import type { Rgb } from '../raster/raster';
import type { ColourRef, FrameSource, PictureRef, Placement, ShapeSource, TypeSource } from '../sheet/model';
import type { ShapeDials } from '../type/shape';
import type { TypeDials } from '../type/layout';
import type { Node } from './node';
import { convertNode } from './nodes';
import { emptyNode, flatNode, frameNode, rampNode, shapeNode, typeNode, type Paints } from './source-nodes';

/** What a source's node is made with. */
export interface SourceAt {
  readonly placement: Placement;
  readonly pxPerMm: number;
  readonly colourOf: (ref: ColourRef | null) => Rgb;
  readonly picture: (picture: PictureRef) => Node<'colour'>;
}

const paintsOf = (source: ShapeSource | TypeSource, { colourOf }: SourceAt): Paints => ({
  fill: source.filled ? colourOf(source.colour) : null,
  border: source.border > 0 ? { colour: colourOf(source.borderColour), width: source.border, where: source.borderWhere } : null,
});

const shapeDials = ({ form, points, inner }: ShapeSource): ShapeDials => ({ form, points: Math.floor(points), inner });

const typeDials = (source: TypeSource): TypeDials => {
  const { text, size, sizeBy, leading, tracking, align, upperCase, lines, stretch } = source;
  return { text, size, sizeBy, leading, tracking, align, upperCase, lines, stretch };
};

/** The darks of a picture (nothing until one is chosen), or a procedural edge. */
const framed = (source: FrameSource, at: SourceAt): Node => {
  const { edge, width, rough, seed, picture } = source;
  const colour = at.colourOf(source.colour);
  if (edge !== 'picture') return frameNode({ edge, width, rough, seed }, colour, at.placement, at.pxPerMm);
  return picture ? convertNode(at.picture(picture), 'ink', { colour, carriesLights: false }) : emptyNode();
};

type Makers = { readonly [K in DialledSource['kind']]: (source: Extract<DialledSource, { kind: K }>, at: SourceAt) => Node };

const MAKERS: Makers = {
  flat: (source, { placement, pxPerMm, colourOf }) => flatNode(colourOf(source.colour), placement, pxPerMm),
  ramp: ({ form, angle, stops }, { placement, pxPerMm, colourOf }) =>
    rampNode(
      { form, angle, stops: stops.map(({ at, colour, strength }) => ({ at, colour: colourOf(colour), strength })) },
      placement,
      pxPerMm,
    ),
  shape: (source, at) => shapeNode(shapeDials(source), paintsOf(source, at), at.placement, at.pxPerMm),
  frame: framed,
  type: (source, at) => typeNode(source.font, typeDials(source), paintsOf(source, at), at.placement, at.pxPerMm),
};

/** Why a source cannot be printed as its dials stand, or null. */
export const sourceFault = (source: DialledSource): string | null => {
  const values = source as unknown as Readonly<Record<string, unknown>>;
  for (const [name, dial] of Object.entries(sourceOfKind(source.kind)?.dials ?? {})) {
    const checked = dial.check(values[name]);
    if (!checked.ok) return checked.why;
  }
  return null;
};

export const dialledNode = (source: DialledSource, at: SourceAt): Node =>
  (MAKERS[source.kind] as (source: DialledSource, at: SourceAt) => Node)(source, at);
