import { convertNode } from '../../nodes/convert-node';
import type { Node } from '../../nodes/node';
import { pictureNode } from '../../nodes/picture-node';
import { lightNode, softNode, type Plane } from '../../nodes/plane-nodes';
import type { StatisticsNode } from '../../nodes/statistics-node';
import { SURFACE_PIECE, surfaceNode } from '../../nodes/surface-node';
import type { Pass, PictureRef, Placement, Size, SurfaceRef } from '../../sheet/model';
import { boxAt } from '../../sheet/placing';
import type { MapWish } from '../../steps/declare';
import { wholeRegion, type Scale } from '../scale';
import { infoFor, referenceTo, type Context } from './context';

/** What maps are found among: of a sheet at one scale. */
interface Found {
  readonly scale: Scale;
  readonly records: { readonly [K in 'passes' | 'beneath']: ReadonlyMap<string, Node> };
}

/** The box of a surface or picture of a size, as the wish has it lie. */
const placed = (size: Size, { middle, size: share, turn }: NonNullable<MapWish['lies']>, sheet: Size): Placement => {
  const { x, y } = middle ?? { x: sheet.width / 2, y: sheet.height / 2 };
  return { ...boxAt(x, y, share * size.width, share * size.height), turn, beyond: 'mirror' };
};

const surfaceOrPicture = (context: Context, ref: SurfaceRef | PictureRef, wish: MapWish, pass: Pass, pxPerMm: number): Node<'colour'> => {
  const { size: sheet } = context.sheet;
  if ('name' in ref) {
    const { width, height } = SURFACE_PIECE;
    const lies: Placement = wish.lies
      ? placed(SURFACE_PIECE, wish.lies, sheet)
      : { ...boxAt(width / 2, height / 2, width, height), beyond: 'mirror' };
    return surfaceNode(ref, lies, pxPerMm);
  }
  const info = infoFor(context, ref, pass);
  const aspect = info.height / info.width;
  if (wish.lies) {
    const width = Math.max(sheet.width, sheet.height / aspect);
    return pictureNode(info, placed({ width, height: width * aspect }, wish.lies, sheet), pxPerMm);
  }
  const height = sheet.width * aspect;
  return pictureNode(info, { ...boxAt(sheet.width / 2, height / 2, sheet.width, height), beyond: 'mirror' }, pxPerMm);
};

/** The light of what a wish names; what is not there is white. */
const lightOf = (context: Context, wish: MapWish, pass: Pass, title: string, { scale, records }: Found): Plane => {
  const { of } = wish;
  const node =
    of === 'beneath'
      ? (records.beneath.get(pass.id) as Node)
      : 'pass' in of
        ? (records.passes.get(of.pass) ?? referenceTo(context, of.pass, pass, `reads in “${title}”`))
        : surfaceOrPicture(context, of, wish, pass, scale.pxPerMm);
  const light = lightNode(convertNode(node, 'tone'));
  return wish.softMm ? softNode(light, wish.softMm * scale.pxPerMm) : light;
};

/** The map that a step of a pass wishes for; `title` is the step's. */
export const mapNode = (context: Context, wish: MapWish, pass: Pass, title: string): Plane => lightOf(context, wish, pass, title, context);

/** Its tones over the whole sheet, from the graph at analysis scale. */
export const mapTonesOf = (context: Context, wish: MapWish, pass: Pass, title: string): StatisticsNode => {
  const whole = context.analysis?.();
  const found: Found = whole ? { scale: whole.scale, records: whole } : context;
  return { node: lightOf(context, wish, pass, title, found), region: wholeRegion(found.scale) };
};
