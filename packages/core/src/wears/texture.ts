import { choice, curve, defaultParams, dialFields, length, share, toggle, type ParamsOf } from '../fields/dials';
import * as field from '../fields/fields';
import type { RecordOf, TypeOf } from '../fields/fields';
import { ID, PICTURE_REF, SURFACE_REF, type PictureRef, type SurfaceRef } from '../fields/values';
import { MASK } from '../masks/kinds';
import { cleanedNode } from '../masks/mask-nodes';
import { convertNode } from '../nodes/convert-node';
import type { Node } from '../nodes/node';
import { pictureNode } from '../nodes/picture-node';
import { reducedNode, productNode, takenNode, type Plane } from '../nodes/plane-nodes';
import { surfaceNode } from '../nodes/surface-node';
import { HALF, ONE, shareOf } from '../raster/raster';
import { isWhole, LONGEST_NAME, MOST_EDGE, PLACEMENT, type Anchor, type Pass, type Placement } from '../sheet/model';
import { liesNow } from '../sheet/moving';
import { curve as curveStep } from '../steps/tone/curve';
import { surfaceOfName, SURFACES } from '../surface/surfaces';
import { once, remembering } from '../units/remember';
import { takenTable } from './cut';
import type { WearAt, WearDeclaration } from './declare';
import { dissolvedNode } from './dissolved-node';
import { averagedNode, FINE_FRAME, framedTexture, frameHalvings, frameOf, laidPlane, QUICK_FRAME } from './taken-pyramid';
import { filled } from '../units/filled';

/** What a wear is set by beside its texture, its place and its cut. */
export const WEAR_DIALS = {
  strength: share({ title: 'Strength', default: 1, more: 'takes more of the ink where it takes' }),
  softness: share({ title: 'Softness', default: 0.08, more: 'a longer passage from taken to left' }),
  specks: length({ title: 'Drop specks up to', min: 0, max: MOST_EDGE, default: 0.2, wide: true, more: 'larger specks stay printed' }),
  holes: length({ title: 'Fill holes up to', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'larger islands of ink go too' }),
  invert: toggle({ title: 'Inverted', default: false }),
  anchor: choice({ title: 'Stays with', options: ['sheet', 'art'], default: 'sheet' }),
  curve: curve({ ...curveStep.dials.points, title: 'Curve of its grey' }),
};

/** Lettering that is protected from a wear: the most that it may lose, and how much (`ease`, 0 … 1) the wear is reduced there for it. */
const GUARD = field.record({ pass: field.referring('pass', ID), most: field.share, ease: field.share });
export type Guard = TypeOf<typeof GUARD>;

const PARTS = {
  name: field.name(LONGEST_NAME),
  home: field.optional(PLACEMENT),
  /** The texture, which takes away by its light and dark: a picture's, or that of a made surface. One of the two. */
  picture: field.optional(PICTURE_REF),
  surface: field.optional(field.record({ ...SURFACE_REF.fields, name: field.text({ most: 80, known: SURFACES.map(({ name }) => name) }) })),
  placement: PLACEMENT,
  /** Share of the texture asked to take away when the cut was solved. */
  share: field.share,
  /** The grey at which it is cut. */
  cut: field.number({ min: -1, max: 2 }),
  /** Which side of the cut takes away: the one that covers less of the texture. */
  takes: field.choice('darks', 'lights'),
  /** Where it works. */
  masks: field.list(MASK),
  guards: field.list(GUARD),
  ...dialFields(WEAR_DIALS),
};

/** Takes ink away where a texture, made black and white, says so. */
export type TextureWear = { readonly id: string; readonly kind: 'texture'; readonly on: boolean } & RecordOf<typeof PARTS>;
declare module '../sheet/model' {
  interface WearKinds {
    readonly texture: TextureWear;
  }
}

/** Where a wear's texture lies now. */
export const wearLies = (wear: TextureWear, pass: Pass): Placement => liesNow(wear, wear.placement, pass.placement);

/** A wear put where its texture is to lie now, following what it follows. */
export const wearPut = (wear: TextureWear, pass: Pass, placement: Placement, anchor: Anchor = wear.anchor): TextureWear => {
  const { home: _, ...others } = wear;
  return anchor === 'art' ? { ...others, anchor, placement, home: pass.placement } : { ...others, anchor, placement };
};

/** A wear by a texture with all its dials at their defaults, its cut not solved yet; changed as told. */
export const freshWear = (
  id: string,
  name: string,
  texture: { readonly picture: PictureRef } | { readonly surface: SurfaceRef },
  placement: Placement,
  change: Partial<TextureWear> = {},
): TextureWear => ({
  id,
  kind: 'texture',
  name,
  on: true,
  ...texture,
  placement,
  share: 0.12,
  cut: 0.5,
  takes: 'darks',
  masks: [],
  guards: [],
  ...(defaultParams({ dials: WEAR_DIALS }) as ParamsOf<typeof WEAR_DIALS>),
  ...change,
});

type CutDials = Pick<TextureWear, 'curve' | 'cut' | 'softness' | 'takes' | 'invert'>;

const cutDials = ({ curve, cut, softness, takes, invert }: TextureWear): CutDials => ({ curve, cut, softness, takes, invert });

/** What a wear takes at each grey, remembered by its dials. */
const tableFor = remembering(24, JSON.stringify, (dials: CutDials): Int16Array => takenTable(dials));

/** Where every pixel is all or nothing: a patch is what a wear takes more than a half of. */
const patches = once(() => filled(new Int16Array(ONE + 1), (taken) => (taken > HALF ? ONE : 0)));

/** A wear's texture. */
const textureNode = ({ name, picture, surface }: TextureWear, owner: Pass, placement: Placement, at: WearAt): Node<'colour'> => {
  if (picture) return pictureNode(at.picture(picture, owner), placement, at.pxPerMm);
  if (surface && surfaceOfName(surface.name)) return surfaceNode(surface, placement, at.pxPerMm);
  const what = surface ? `there is no surface “${surface.name}”` : 'it has no texture';
  return at.refuse(`The wear “${name}” of “${owner.name}” cannot work: ${what}. Choose another texture for it.`);
};

/** The texture where it lies, cut at the rendering's own pixels. */
const printTaken = (texture: TextureWear, owner: Pass, placement: Placement, at: WearAt): Plane => {
  const dials = cutDials(texture);
  const tone = convertNode(textureNode(texture, owner, placement, at), 'tone');
  return cleanedNode(takenNode(tone, tableFor(dials), dials), texture.specks, texture.holes, at.pxPerMm);
};

/** What a wear will take, for a draft of a picture's wear: cut first, then averaged. Null where nothing would be averaged. */
const draftTaken = (texture: TextureWear, owner: Pass, placement: Placement, at: WearAt): Plane | null => {
  if (at.isTrue || !texture.picture) return null;
  const { pxPerMm } = at;
  const info = at.picture(texture.picture, owner);
  const fine = FINE_FRAME * at.printPxPerMm;
  const frame = frameOf(placement, at.isQuick ? Math.min(fine, QUICK_FRAME * pxPerMm) : fine);
  const halvings = frameHalvings(frame, placement, pxPerMm);
  if (frame.perMm <= pxPerMm) return null;
  const dials = cutDials(texture);
  const raw = takenNode(framedTexture(info, frame, placement), tableFor(dials), dials);
  const soft = cleanedNode(raw, texture.specks, texture.holes, frame.perMm);
  const clean = isWhole(at.edges) ? takenNode(soft, patches(), 'patches') : soft;
  return laidPlane(averagedNode(clean, halvings), frame, halvings, placement, pxPerMm);
};

/** What the wear of a pass, its texture lying at a place, takes of the pass that is worn. */
export const takenBy = (texture: TextureWear, owner: Pass, placement: Placement, at: WearAt): readonly [Plane, number] => {
  const strength = shareOf(texture.strength);
  const clean = draftTaken(texture, owner, placement, at) ?? printTaken(texture, owner, placement, at);
  const reduced = texture.guards.flatMap(({ pass, ease }) => {
    const there = at.lettering(pass);
    return there ? [reducedNode(there, shareOf(ease))] : [];
  });
  const parts = [...at.masks(texture.masks, owner, texture.id), ...reduced];
  // Half of a patch is half of its pixels, where each is all or nothing: not half of each, which would be none.
  if (at.isHard) return [dissolvedNode(clean, productNode(parts), strength, at.pxPerMm), ONE];
  return [productNode([clean, ...parts]) ?? clean, strength];
};

export const texture: WearDeclaration<TextureWear> = {
  kind: 'texture',
  title: 'Wear',
  purpose: 'Takes ink away where a texture, made black and white, says so.',
  dials: WEAR_DIALS,
  parts: PARTS,
  oneOf: ['picture', 'surface'],
  taken: (wear, at) => takenBy(wear, at.pass, wearLies(wear, at.pass), at),
  called: ({ name }) => `Wear “${name}”`,
  partNames: {
    name: 'name',
    placement: 'place',
    share: 'how much',
    cut: 'how much',
    takes: 'how much',
    picture: 'texture',
    surface: 'texture',
    guards: 'lettering',
    masks: 'where it wears',
  },
};
