import type { MaskAt } from '../../masks/declare';
import { maskOfKind } from '../../masks/kinds';
import { edgedNode } from '../../masks/mask-nodes';
import { pictureNode } from '../../nodes/picture-node';
import { joinedNode, complementNode, type Plane } from '../../nodes/plane-nodes';
import type { Mask, Pass } from '../../sheet/model';
import { AT_REST, liesNow, motionSince } from '../../sheet/moving';
import { wholeRegion } from '../scale';
import { infoFor, referenceTo, type Context } from './context';
import { maskName } from './graph';

/** The masks of a pass, step, zone or wear as one plane, each joined to those before it; none where there are none. */
export const masksOf = (context: Context, masks: readonly Mask[], pass: Pass, attachedTo: string): readonly Plane[] => {
  let joined: Plane | null = null;
  for (const mask of masks) {
    if (!mask.on) continue;
    const plane = planeOfMask(context, mask, pass, attachedTo);
    if (!plane) continue;
    const edged = edgedNode(plane, { grow: mask.grow ?? 0, feather: mask.feather ?? 0 }, context.scale.pxPerMm);
    const shown = mask.invert ? complementNode(edged) : edged;
    context.records.masks.set(maskName(attachedTo, mask.id), shown);
    const join = mask.join ?? 'both';
    if (joined) joined = joinedNode(joined, shown, join);
    else joined = join === 'without' ? complementNode(shown) : shown;
  }
  return joined ? [joined] : [];
};

const planeOfMask = (context: Context, mask: Mask, pass: Pass, attachedTo: string): Plane | null => {
  const declaration = maskOfKind(mask.kind);
  if (declaration) return declaration.plane(mask, maskAt(context, mask, pass, attachedTo));
  context.unknown.push(`mask “${String(mask.kind)}” of “${pass.name}”`);
  return null;
};

/** What a mask may read. */
export const maskAt = (context: Context, mask: Mask, pass: Pass, attachedTo: string): MaskAt => {
  const { records, scale, analysis } = context;
  const { pxPerMm } = scale;
  return {
    pxPerMm,
    motion: motionSince(mask, pass.placement) ?? AT_REST,
    source: records.sources.get(pass.id) ?? null,
    pass: (id) => referenceTo(context, id, pass, 'is masked by'),
    picture: (picture, placement) => pictureNode(infoFor(context, picture, pass), liesNow(mask, placement, pass.placement), pxPerMm),
    coarse(plane) {
      const name = maskName(attachedTo, mask.id);
      records.coarse.set(name, plane);
      const whole = analysis?.() ?? { coarse: records.coarse, scale };
      return { plane: whole.coarse.get(name) ?? plane, region: wholeRegion(whole.scale), pxPerMm: whole.scale.pxPerMm };
    },
  };
};
