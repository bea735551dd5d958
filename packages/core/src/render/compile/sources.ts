import { sourceOfKind, type DialledSource } from '../../catalogue/sources';
import type { Rgb } from '../../raster/raster';
import type { ColourRef, FrameSource, Pass, PictureRef, Placement, Sheet, ShapeSource, SheetRef, TypeSource } from '../../sheet/model';
import type { TypePass } from '../../sheet/outlined';
import type { ShapeDials } from '../../type/shape';
import type { TypeDials } from '../../type/layout';
import { convertNode } from '../convert-node';
import type { Node } from '../node';
import { wholeRegion, type Scale } from '../scale';
import { emptyNode } from '../sources/empty';
import { flatNode } from '../sources/flat';
import { frameNode } from '../sources/frame';
import type { Paints } from '../sources/outline';
import { pictureNode } from '../sources/picture';
import { rampNode } from '../sources/ramp';
import { shapeNode } from '../sources/shape';
import { sheetNode } from '../sources/sheet';
import { surfaceNode } from '../sources/surface';
import { typeNode } from '../sources/type';
import { infoFor, type Context } from './context';
import { CompileError, type Chain, type Graph } from './graph';

/** What a source's node is made with. */
interface SourceAt {
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
  surface: ({ surface, seed }, { placement, pxPerMm }) => surfaceNode({ name: surface, seed }, placement, pxPerMm),
  type: (source, at) => typeNode(source.font, typeDials(source), paintsOf(source, at), at.placement, at.pxPerMm),
};

/** Why a source cannot be printed as its dials stand, or null. */
const sourceFault = (source: DialledSource): string | null => {
  const values = source as unknown as Readonly<Record<string, unknown>>;
  for (const [name, dial] of Object.entries(sourceOfKind(source.kind)?.dials ?? {})) {
    const checked = dial.check(values[name]);
    if (!checked.ok) return checked.why;
  }
  return null;
};

const dialledNode = (source: DialledSource, at: SourceAt): Node =>
  (MAKERS[source.kind] as (source: DialledSource, at: SourceAt) => Node)(source, at);

const sourceAt = (context: Context, pass: Pass): SourceAt => {
  const { placement } = pass;
  const { pxPerMm } = context.scale;
  return { placement, pxPerMm, colourOf: context.colourOf, picture: (ref) => pictureNode(infoFor(context, ref, pass), placement, pxPerMm) };
};

/** A type pass's letters where they are set, whatever its steps and masks make of them. */
export const letteringNode = (context: Context, pass: TypePass): Node =>
  MAKERS.type({ ...pass.source, filled: true }, sourceAt(context, pass));

/** Compiles another sheet at a scale, in a chain of sheets. */
export type CompileOther = (sheet: Sheet, scale: Scale, chain: Chain) => Graph;

/** Another sheet's print at the size it has here. A sheet that would print itself is refused with the chain named. */
const otherSheet = (context: Context, ref: SheetRef, pass: Pass, compileOther: CompileOther): Node<'colour'> => {
  const { chain, scale: here } = context;
  const sheet = context.sheetOf(ref.id);
  if (!sheet) {
    throw new CompileError(`The sheet that “${pass.name}” prints is not in this job: choose another one, or remove the pass.`);
  }
  const longer = [...chain, { id: ref.id, name: sheet.name }];
  if (chain.some(({ id }) => id === ref.id)) {
    const names = longer.map(({ name }) => `“${name}”`).join(' prints ');
    throw new CompileError(`A sheet cannot print itself: ${names}. Take “${pass.name}” off, or let it print another sheet.`);
  }
  const { size } = sheet;
  const { placement } = pass;
  const pxPerMm = here.pxPerMm * Math.max(placement.width / size.width, placement.height / size.height);
  const side = (mm: number): number => Math.max(1, Math.round(mm * pxPerMm));
  const scale: Scale = { width: side(size.width), height: side(size.height), pxPerMm, curves: here.curves };
  const { root, unknown } = compileOther(sheet, scale, longer);
  context.unknown.push(...unknown.map((what) => `${what} on the sheet “${sheet.name}”`));
  const print = { whole: wholeRegion(scale), size, pxPerMm };
  return sheetNode(convertNode(root, 'colour'), print, placement, here.pxPerMm);
};

/** A pass's source as placed; `composite` prints a group's passes. */
export const sourceOf = (context: Context, pass: Pass, composite: (passes: readonly Pass[]) => Node, compileOther: CompileOther): Node => {
  const { source, placement } = pass;
  const { pxPerMm } = context.scale;
  switch (source.kind) {
    case 'picture':
      return pictureNode(infoFor(context, source.picture, pass), placement, pxPerMm);
    case 'group':
      return composite(source.passes);
    case 'sheet':
      return otherSheet(context, source.sheet, pass, compileOther);
    default:
      break;
  }
  if (!sourceOfKind(source.kind)) {
    context.unknown.push(`source “${source.kind}” of “${pass.name}”`);
    return emptyNode();
  }
  const dialled = source as DialledSource;
  const fault = sourceFault(dialled);
  if (fault) throw new CompileError(`“${pass.name}” cannot print: ${fault}.`);
  return dialledNode(dialled, sourceAt(context, pass));
};
