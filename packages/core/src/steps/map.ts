import { angle, choice, pass, picture, point, share } from '../fields/dials';
import type { PictureRef, SheetPoint } from '../fields/values';
import { SURFACES } from '../surface/surfaces';
import type { MapWish } from './declare';

const PICTURE = 'a picture';
const PASS = 'an earlier pass';
const BENEATH = 'all beneath';

/** What a map may be of, in the order that it is chosen from. */
export const MAPS = [PICTURE, PASS, BENEATH, ...SURFACES.map(({ name }) => name)] as const;

/** A pass and what is beneath lie where they are printed. */
const IS_PLACED = { dial: 'of', isNot: [PASS, BENEATH] } as const;

/** The dials of a step that reads a map. */
export const mapDials = (of: (typeof MAPS)[number]) => ({
  of: choice({ title: 'Map', options: MAPS, default: of }),
  texture: picture({ title: 'The picture', default: null, shownWhen: { dial: 'of', is: PICTURE } }),
  pass: pass({ title: 'The pass', default: null, shownWhen: { dial: 'of', is: PASS } }),
  middle: point({ title: 'Middle of the map', default: null, shownWhen: IS_PLACED }),
  size: share({ title: 'Size of the map', min: 0.05, max: 8, default: 1, more: 'larger', shownWhen: IS_PLACED }),
  turn: angle({
    title: 'Turn of the map',
    min: -180,
    max: 180,
    default: 0,
    more: 'turned further counter-clockwise',
    shownWhen: IS_PLACED,
  }),
});

export interface MapParams {
  readonly of: string;
  readonly texture: PictureRef | null;
  readonly pass: string | null;
  readonly middle: SheetPoint | null;
  readonly size: number;
  readonly turn: number;
}

/** What the dials wish for; null while no picture or pass is chosen. A made surface is that of the seed. */
export const mapWish = (params: MapParams, seed = 1): MapWish | null => {
  const { of, texture, pass: id, middle, size, turn } = params;
  if (of === BENEATH) return { of: 'beneath' };
  if (of === PASS) return id === null ? null : { of: { pass: id } };
  const ref = of === PICTURE ? texture : { name: of, seed };
  return ref && { of: ref, lies: { middle, size, turn } };
};

/** What the map is, in a few words. */
export const mapSummary = ({ of, texture, pass: id }: MapParams): string =>
  (of === PICTURE && !texture) || (of === PASS && id === null) ? `${of}, none chosen yet` : of;
