import { edgedNode } from '../../masks/mask-nodes';
import type { Node } from '../../nodes/node';
import { coverageNode, cutNode, cutPlaneNode, maskedNode, complementNode, type Plane } from '../../nodes/plane-nodes';
import { attachedName } from '../../sheet/attached';
import type { Pass, Wear } from '../../sheet/model';
import { isOutlined, outlineBand } from '../../sheet/outlined';
import { findPass, wearsOf } from '../../sheet/walk';
import type { WearAt } from '../../wears/declare';
import { wearOfKind } from '../../wears/kinds';
import { edgesOf, infoFor, isAllOrNothing, isTrue, printPxPerMm, type Context } from './context';
import { CompileError, wearName } from './graph';
import { masksOf } from './masks';
import { letteringNode } from './sources';

/** What each wear of a pass leaves, in order, recorded with what it takes it from; `take` takes one out. */
export const worn = <N extends Node>(context: Context, pass: Pass, unworn: N, take: (from: N, left: Plane) => N): N =>
  pass.wear.reduce((from, wear) => {
    if (!wear.on) return from;
    const found = wearing(context, pass, wear);
    if (!found) return from;
    const [taken, strength] = found;
    const left = complementNode(taken, strength);
    const name = wearName(pass.id, wear.id);
    // Where every pixel is all or nothing, so is what is really lost of it.
    if (isAllOrNothing(context, pass)) context.records.wears.set(name, { taken: complementNode(cutPlaneNode(left)), from: cutNode(from) });
    else context.records.wears.set(name, { taken: complementNode(left), from });
    return take(from, left);
  }, unworn);

/** A raster with a pass's wears taken out of its coverage. */
export const wornCoverage = (context: Context, pass: Pass, unworn: Node): Node => worn(context, pass, unworn, maskedNode);

/** What a wear takes, and the strength that it is still to be weakened to. */
const wearing = (context: Context, pass: Pass, wear: Wear): readonly [Plane, number] | null => {
  const declaration = wearOfKind(wear.kind);
  if (declaration) return declaration.taken(wear, wearAt(context, pass));
  context.unknown.push(`wear “${String(wear.kind)}” on “${pass.name}”`);
  return null;
};

const wearAt = (context: Context, pass: Pass): WearAt => ({
  pass,
  edges: edgesOf(context, pass),
  pxPerMm: context.scale.pxPerMm,
  printPxPerMm: printPxPerMm(context),
  isTrue: isTrue(context),
  isQuick: context.scale.wear === 'quick',
  isHard: isAllOrNothing(context, pass),
  picture: (picture, owner) => infoFor(context, picture, owner),
  masks: (masks, owner, id) => masksOf(context, masks, owner, attachedName(owner.id, { wear: id })),
  lettering: (id) => letteringOf(context, pass, id),
  other: (id) => otherWear(context, pass, id),
  refuse: (why) => {
    throw new CompileError(why);
  },
});

/** Where a guard eases a wear: on its lettering, and round that where the outline is what counts. */
const letteringOf = (context: Context, pass: Pass, id: string): Plane | null => {
  const { sheet, scale, records } = context;
  const other = id === pass.id ? undefined : findPass(sheet, id);
  if (other && isOutlined(sheet, other)) {
    const letters = coverageNode(letteringNode(context, other));
    return edgedNode(letters, { grow: outlineBand(other), feather: 0 }, scale.pxPerMm);
  }
  const lettering = id === pass.id ? records.sources.get(pass.id) : records.passes.get(id);
  return lettering ? coverageNode(lettering) : null;
};

const otherWear = ({ sheet }: Context, pass: Pass, id: string): { readonly owner: Pass; readonly wear: Wear } => {
  for (const { pass: owner, wear } of wearsOf(sheet)) if (wear.id === id) return { owner, wear };
  throw new CompileError(`“${pass.name}” shares the wear “${id}”, which is not on this sheet: remove it, or share another one.`);
};
