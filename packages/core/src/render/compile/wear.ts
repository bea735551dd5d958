import { takenTable } from '../../masks/cut';
import type { Guard, Pass, Placement, TextureWear, Wear } from '../../sheet/model';
import { isOutlined, outlineBand } from '../../sheet/outlined';
import { holderName, wearLies } from '../../sheet/hung';
import { findPass, wearsOf } from '../../sheet/walk';
import { surfaceOfName } from '../../surface/surfaces';
import { remembering } from '../../units/remember';
import { HALF, ONE } from '../../raster/raster';
import { convertNode } from '../convert-node';
import { dissolvedNode } from '../dissolved-node';
import { cleanedNode, edgedNode } from '../mask-nodes';
import type { Node } from '../node';
import { coverageNode, cutNode, cutPlaneNode, easedNode, maskedNode, productNode, restNode, takenNode, type Plane } from '../plane-nodes';
import { pictureNode } from '../sources/picture';
import { surfaceNode } from '../sources/surface';
import { averagedNode, FINE_FRAME, framedTexture, frameHalvings, frameOf, laidPlane, QUICK_FRAME } from '../taken-pyramid';
import { edgesOf, infoFor, isHard, isTrue, printPxPerMm, shareOf, type Context } from './context';
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
    const left = restNode(taken, strength);
    const name = wearName(pass.id, wear.id);
    // Where every pixel is all or nothing, so is what is really lost of it.
    if (isHard(context, pass)) context.records.wears.set(name, { taken: restNode(cutPlaneNode(left)), from: cutNode(from) });
    else context.records.wears.set(name, { taken: restNode(left), from });
    return take(from, left);
  }, unworn);

/** A raster with a pass's wears taken out of its coverage. */
export const wornCoverage = (context: Context, pass: Pass, unworn: Node): Node => worn(context, pass, unworn, maskedNode);

type CutDials = Pick<TextureWear, 'curve' | 'cut' | 'softness' | 'takes' | 'invert'>;

const cutDials = ({ curve, cut, softness, takes, invert }: TextureWear): CutDials => ({ curve, cut, softness, takes, invert });

/** What a wear takes at each grey, remembered by its dials. */
const tableFor = remembering(24, JSON.stringify, (dials: CutDials): Int16Array => takenTable(dials));

/** Where every pixel is all or nothing: a patch is what a wear takes more than a half of. */
const PATCHES = Int16Array.from({ length: ONE + 1 }, (_, taken) => (taken > HALF ? ONE : 0));

/** What a wear takes, and the strength that it is still to be weakened to. */
const wearing = (context: Context, pass: Pass, wear: Wear): readonly [Plane, number] | null => {
  if (wear.kind !== 'texture' && wear.kind !== 'shared') {
    context.unknown.push(`wear “${String((wear as { kind: unknown }).kind)}” on “${pass.name}”`);
    return null;
  }
  const [owner, texture, placement] = textureOf(context, pass, wear);
  const strength = shareOf(texture.strength);
  const drafted = draftTaken(context, pass, owner, texture, placement);
  const clean = drafted ?? printTaken(context, owner, texture, placement);
  const eased = texture.guards.flatMap((guard) => {
    const there = guardedBy(context, pass, guard);
    return there ? [easedNode(there, shareOf(guard.ease))] : [];
  });
  const holder = holderName(owner.id, { wear: texture.id });
  const parts = [...masksOf(context, texture.masks, owner, holder), ...eased];
  // Half of a patch is half of its pixels, where each is all or nothing: not half of each, which would be none.
  if (isHard(context, pass)) return [dissolvedNode(clean, productNode(parts), strength, context.scale.pxPerMm), ONE];
  return [productNode([clean, ...parts]) ?? clean, strength];
};

/** Where a guard eases a wear: on its lettering, and round that where the outline is what counts. */
const guardedBy = (context: Context, pass: Pass, guard: Guard): Plane | null => {
  const { sheet, scale, records } = context;
  const other = guard.pass === pass.id ? undefined : findPass(sheet, guard.pass);
  if (other && isOutlined(sheet, other)) {
    const letters = coverageNode(letteringNode(context, other));
    return edgedNode(letters, { grow: outlineBand(other), feather: 0 }, scale.pxPerMm);
  }
  const lettering = guard.pass === pass.id ? records.sources.get(pass.id) : records.passes.get(guard.pass);
  return lettering ? coverageNode(lettering) : null;
};

/** The texture where it lies, cut at the rendering's own pixels. */
const printTaken = (context: Context, owner: Pass, texture: TextureWear, placement: Placement): Plane => {
  const dials = cutDials(texture);
  const tone = convertNode(textureNode(context, texture, owner, placement), 'tone');
  return cleanedNode(takenNode(tone, tableFor(dials), dials), texture.specks, texture.holes, context.scale.pxPerMm);
};

/** What a wear will take, for a draft of a picture's wear: cut first, then averaged. Null where nothing would be averaged. */
const draftTaken = (context: Context, pass: Pass, owner: Pass, texture: TextureWear, placement: Placement): Plane | null => {
  if (isTrue(context) || !texture.picture) return null;
  const info = infoFor(context, texture.picture, owner);
  const { pxPerMm, wear } = context.scale;
  const fine = FINE_FRAME * printPxPerMm(context);
  const frame = frameOf(placement, wear === 'quick' ? Math.min(fine, QUICK_FRAME * pxPerMm) : fine);
  const halvings = frameHalvings(frame, placement, pxPerMm);
  if (frame.perMm <= pxPerMm) return null;
  const dials = cutDials(texture);
  const raw = takenNode(framedTexture(info, frame, placement), tableFor(dials), dials);
  const soft = cleanedNode(raw, texture.specks, texture.holes, frame.perMm);
  const clean = edgesOf(context, pass) === 'hard' ? takenNode(soft, PATCHES, 'patches') : soft;
  return laidPlane(averagedNode(clean, halvings), frame, halvings, placement, pxPerMm);
};

/** A wear's texture and where it lies; a shared one's is another pass's, turned and moved. */
const textureOf = (context: Context, pass: Pass, wear: Wear): readonly [Pass, TextureWear, Placement] => {
  const [owner, texture] = wear.kind === 'texture' ? [pass, wear] : sharedFrom(context, pass, wear.of);
  const lies = wearLies(texture, owner);
  if (wear.kind === 'texture') return [owner, texture, lies];
  return [owner, texture, { ...lies, x: lies.x + wear.x, y: lies.y + wear.y, turn: lies.turn + wear.turn }];
};

/** @throws CompileError for a surface that there is not, or a wear without a texture. */
const textureNode = (context: Context, { name, picture, surface }: TextureWear, owner: Pass, placement: Placement): Node<'colour'> => {
  const { pxPerMm } = context.scale;
  if (picture) return pictureNode(infoFor(context, picture, owner), placement, pxPerMm);
  if (surface && surfaceOfName(surface.name)) return surfaceNode(surface, placement, pxPerMm);
  const what = surface ? `there is no surface “${surface.name}”` : 'it has no texture';
  throw new CompileError(`The wear “${name}” of “${owner.name}” cannot work: ${what}. Choose another texture for it.`);
};

const sharedFrom = (context: Context, pass: Pass, id: string): readonly [Pass, TextureWear] => {
  for (const { pass: owner, wear } of wearsOf(context.sheet)) {
    if (wear.id === id && wear.kind === 'texture') return [owner, wear];
  }
  throw new CompileError(`“${pass.name}” shares the wear “${id}”, which is not on this sheet: remove it, or share another one.`);
};
