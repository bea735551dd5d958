import type { CutOutMask, Mask, Pass, PickMask, PictureMask } from '../../sheet/model';
import { maskMotion, pictureLies } from '../../sheet/hung';
import { AT_REST, type Motion } from '../../sheet/moving';
import { convertNode } from '../convert-node';
import { cleanedNode, connectedNode, edgedNode, outlinePlane, paintedNode, pickedNode, softEdgeNode } from '../mask-nodes';
import { joinedNode, lightNode, restNode, type Plane } from '../plane-nodes';
import { wholeRegion } from '../scale';
import { pictureNode } from '../sources/picture';
import { infoFor, referenceTo, type Context } from './context';
import { maskName } from './graph';

/** The masks of a pass, step, zone or wear as one plane, each joined to those before it; none where there are none. */
export const masksOf = (context: Context, masks: readonly Mask[], pass: Pass, holder: string): readonly Plane[] => {
  let joined: Plane | null = null;
  for (const mask of masks) {
    if (!mask.on) continue;
    const plane = planeOfMask(context, mask, pass, holder);
    if (!plane) continue;
    const edged = edgedNode(plane, { grow: mask.grow ?? 0, feather: mask.feather ?? 0 }, context.scale.pxPerMm);
    const shown = mask.invert ? restNode(edged) : edged;
    context.records.masks.set(maskName(holder, mask.id), shown);
    const join = mask.join ?? 'both';
    if (joined) joined = joinedNode(joined, shown, join);
    else joined = join === 'without' ? restNode(shown) : shown;
  }
  return joined ? [joined] : [];
};

const planeOfMask = (context: Context, mask: Mask, pass: Pass, holder: string): Plane | null => {
  switch (mask.kind) {
    case 'picture':
      return pictureMask(context, mask, pass);
    case 'painted':
      return paintedNode(mask.strokes, motionOf(mask, pass), context.scale.pxPerMm);
    // One that was not begun yet hides nothing.
    case 'cut-out':
      return isDrawn(mask) ? cutOut(context, mask, pass) : null;
    case 'pick':
      return mask.samples.length > 0 ? pick(context, mask, pass, holder) : null;
    default:
      context.unknown.push(`mask “${String((mask as { kind: unknown }).kind)}” of “${pass.name}”`);
      return null;
  }
};

/** How a mask moved with the art since it was made. */
const motionOf = (mask: Mask, pass: Pass): Motion => maskMotion(mask, pass) ?? AT_REST;

const pictureMask = (context: Context, mask: PictureMask, pass: Pass): Plane => {
  if ('pass' in mask.of) return lightNode(convertNode(referenceTo(context, mask.of.pass, pass, 'is masked by'), 'tone'));
  const { picture, placement } = mask.of;
  const lies = pictureLies(mask, placement, pass);
  return lightNode(convertNode(pictureNode(infoFor(context, picture, pass), lies, context.scale.pxPerMm), 'tone'));
};

/** True for an outline that encloses something. */
export const isDrawn = ({ outline, points }: CutOutMask): boolean => points.length >= (outline === 'polygon' ? 6 : 4);

export const cutOut = (context: Context, mask: CutOutMask, pass: Pass): Plane => {
  const { pxPerMm } = context.scale;
  const motion = motionOf(mask, pass);
  const rough = outlinePlane(mask, motion, pxPerMm);
  const source = context.records.sources.get(pass.id);
  if (mask.band === 0 || !source) return rough;
  const widened = mask.widened.length > 0 ? paintedNode(mask.widened, motion, pxPerMm) : null;
  return softEdgeNode(convertNode(source, 'colour'), rough, widened, mask.band, pxPerMm);
};

const pick = (context: Context, mask: PickMask, pass: Pass, holder: string): Plane | null => {
  const { records, scale } = context;
  const source = records.sources.get(pass.id);
  if (!source) return null;
  const { pxPerMm } = scale;
  const near = pickedNode(convertNode(source, 'colour'), mask);
  const clean = cleanedNode(near, mask.smallest, 0, pxPerMm);
  const name = maskName(holder, mask.id);
  records.picks.set(name, near);
  if (!mask.connected) return clean;
  const coarse = context.analysis?.() ?? { picks: records.picks, scale };
  const plane = coarse.picks.get(name) ?? near;
  return connectedNode(clean, { plane, region: wholeRegion(coarse.scale), pxPerMm: coarse.scale.pxPerMm }, mask.samples, pxPerMm);
};
