import { TIPS } from '../masks/tips';
import {
  LEAST_BRUSH,
  MOST_BRUSH,
  MOST_EDGE,
  type Mask,
  type PictureRef,
  type Placement,
  type SurfaceRef,
  type TextureWear,
} from '../sheet/model';
import type { Dials, ParamsOf } from '../steps/declare';
import { choice, curve, length, number, seed, share, toggle } from '../steps/dials';
import { curve as curveStep } from '../steps/tone/curve';
import { defaultParams } from './steps';

/** A kind of mask: what it goes by, and its own dials. Forms, schemas and documentation are derived from it. */
export interface MaskDeclaration {
  readonly kind: Mask['kind'];
  readonly title: string;
  readonly purpose: string;
  readonly words: string;
  readonly dials: Dials;
}

export const MASKS: readonly MaskDeclaration[] = [
  {
    kind: 'painted',
    title: 'Painted mask',
    purpose: 'Shows where it was painted with a brush.',
    words: 'brush paint by hand strokes',
    dials: {},
  },
  {
    kind: 'cut-out',
    title: 'Cut-out',
    purpose: 'Shows what is inside an outline.',
    words: 'outline lasso polygon rectangle ellipse clip knife soft edges clouds fur',
    dials: {
      rough: length({ title: 'Rough edge', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'the edge strays further, as torn' }),
      seed: seed({ title: 'Seed', default: 1, shownWhen: { dial: 'rough', isNot: 0 } }),
      band: length({
        title: 'Find soft edges within',
        min: 0,
        max: MOST_EDGE,
        default: 0,
        wide: true,
        more: 'a wider band along the outline is looked at',
      }),
    },
  },
  {
    kind: 'pick',
    title: 'Pick by colour',
    purpose: 'Shows what is near the sampled colours.',
    words: 'by colour select ground background take away remove',
    dials: {
      tolerance: number({ title: 'Tolerance', unit: 'ΔE', min: 0, max: 100, step: 0.5, default: 8, more: 'colours farther off count too' }),
      softness: share({ title: 'Softness', default: 0.2, more: 'a longer passage beyond the tolerance' }),
      connected: toggle({ title: 'Only what hangs together', default: false }),
      smallest: length({ title: 'Smallest patch', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'larger patches are left out' }),
    },
  },
  {
    kind: 'picture',
    title: 'Mask by light and dark',
    purpose: 'Shows where another pass or picture is light.',
    words: 'luminance luma picture texture another pass',
    dials: {},
  },
];

/** What all masks have. */
export const MASK_DIALS = {
  join: choice({ title: 'Joins those above', options: ['both', 'either', 'without'], default: 'both' }),
  invert: toggle({ title: 'Inverted', default: false }),
  grow: length({ title: 'Grow', min: -MOST_EDGE, max: MOST_EDGE, default: 0, more: 'reaches further out' }),
  feather: length({ title: 'Feather', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'a softer edge' }),
  anchor: choice({ title: 'Follows', options: ['art', 'sheet'], default: 'art' }),
} as const satisfies Dials;

export const maskOfKind = (kind: string): MaskDeclaration | undefined => MASKS.find((mask) => mask.kind === kind);

/** What a wear is set by beside its texture, its place and its cut. */
export const WEAR_DIALS = {
  strength: share({ title: 'Strength', default: 1, more: 'takes more of the ink where it takes' }),
  softness: share({ title: 'Softness', default: 0.08, more: 'a longer passage from taken to left' }),
  specks: length({ title: 'Drop specks up to', min: 0, max: MOST_EDGE, default: 0.2, wide: true, more: 'larger specks stay printed' }),
  holes: length({ title: 'Fill holes up to', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'larger islands of ink go too' }),
  invert: toggle({ title: 'Inverted', default: false }),
  anchor: choice({ title: 'Follows', options: ['sheet', 'art'], default: 'sheet' }),
  curve: curve({ ...curveStep.dials.points, title: 'Curve of its grey' }),
} as const satisfies Dials;

/** A brush, for painted masks and for thinning wear. */
export const BRUSH_DIALS = {
  tip: choice({ title: 'Tip', options: TIPS.map(({ name }) => name), default: 'round' }),
  size: length({ title: 'Size', min: LEAST_BRUSH, max: MOST_BRUSH, default: 12, wide: true, more: 'a wider brush' }),
  softness: share({ title: 'Softness', default: 0.35, more: 'a softer rim' }),
  strength: share({ title: 'Strength', default: 1, more: 'each stroke counts for more' }),
} as const satisfies Dials;

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
