import { lumaOfHex } from '../raster/colour';
import { ONE } from '../raster/raster';

/** What a way of printing holds. All of it common practice, none of it a standard. */
export interface PrintProfile {
  readonly title: string;
  /** Each pixel must be all or nothing. */
  readonly needsWhole: boolean;
  /** Diameter under which a dot does not hold, and under which a hole fills, mm. */
  readonly smallestDot: number;
  readonly smallestHole: number;
  /** Threads an inch of the mesh; null where there is none. */
  readonly mesh: number | null;
  /** Most ink at one place, 1 for one solid. */
  readonly inkLimit: number;
  /** Least resolution of a picture that is printed without dots, ppi. */
  readonly pictures: number;
  /** Smallest type, points. */
  readonly type: number;
  /** How near to the trim lettering may come, mm. */
  readonly trim: number;
  /** Longest sides at which it is shown on screens, px; none where it is printed. */
  readonly shownAt: readonly number[];
}

/** Threads a centimetre as threads an inch. */
const perCm = (threads: number): number => threads * 2.54;

export const PROFILES = {
  'screen-paper': {
    title: 'screen print on paper',
    needsWhole: true,
    smallestDot: 0.25,
    smallestHole: 0.25,
    mesh: perCm(77),
    inkLimit: 2.4,
    pictures: 200,
    type: 6,
    trim: 5,
    shownAt: [],
  },
  'screen-fabric': {
    title: 'screen print on fabric',
    needsWhole: true,
    smallestDot: 0.35,
    smallestHole: 0.4,
    mesh: perCm(43),
    inkLimit: 3,
    pictures: 150,
    type: 8,
    trim: 0,
    shownAt: [],
  },
  transfer: {
    title: 'garment transfer',
    needsWhole: true,
    smallestDot: 0.3,
    smallestHole: 0.3,
    mesh: null,
    inkLimit: 4,
    pictures: 200,
    type: 8,
    trim: 0,
    shownAt: [],
  },
  offset: {
    title: 'offset',
    needsWhole: false,
    smallestDot: 0.02,
    smallestHole: 0.02,
    mesh: null,
    inkLimit: 3.2,
    pictures: 250,
    type: 5,
    trim: 3,
    shownAt: [],
  },
  duplicator: {
    title: 'drum duplicator',
    needsWhole: false,
    smallestDot: 0.08,
    smallestHole: 0.1,
    mesh: null,
    inkLimit: 2,
    pictures: 200,
    type: 6,
    trim: 6,
    shownAt: [],
  },
  copy: {
    title: 'laser copy',
    needsWhole: false,
    smallestDot: 0.1,
    smallestHole: 0.1,
    mesh: null,
    inkLimit: 2.6,
    pictures: 150,
    type: 5,
    trim: 5,
    shownAt: [],
  },
  posting: {
    title: 'posting on screens',
    needsWhole: false,
    smallestDot: 0,
    smallestHole: 0,
    mesh: null,
    inkLimit: 4,
    pictures: 72,
    type: 0,
    trim: 0,
    shownAt: [2000, 1080],
  },
} as const satisfies Record<string, PrintProfile>;

/** A stock of less luma is a dark one. */
const DARK = 0.375 * ONE;

export type ProfileName = keyof typeof PROFILES;
export const PROFILE_NAMES = Object.keys(PROFILES) as readonly ProfileName[];

/** The profile that a sheet is checked by where nobody has said: whole pixels are for a screen, on a garment where the stock is dark. */
export const profileFor = ({ edges, stock }: { readonly edges: string; readonly stock: { readonly colour: string } }): ProfileName => {
  if (edges === 'smooth') return 'offset';
  return lumaOfHex(stock.colour) < DARK ? 'screen-fabric' : 'screen-paper';
};
