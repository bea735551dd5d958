/** A font that ships with the program. Its files are the npm package `@fontsource/<family>`, licence text included. */
export interface ShippedFont {
  readonly family: string;
  readonly name: string;
  /** What it is for: fonts are shown by it first. */
  readonly role: string;
  readonly licence: 'OFL-1.1' | 'Apache-2.0';
  /** Its files, in the order in which they are asked for a letter. */
  readonly subsets: readonly string[];
}

const LATIN = ['latin', 'latin-ext'] as const;
const AND_VIETNAMESE = [...LATIN, 'vietnamese'] as const;
const AND_GREEK_AND_CYRILLIC = [...AND_VIETNAMESE, 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext'] as const;

export const SHIPPED_FONTS: readonly ShippedFont[] = [
  { family: 'archivo-black', name: 'Archivo Black', role: 'heavy grotesque', licence: 'OFL-1.1', subsets: LATIN },
  { family: 'anton', name: 'Anton', role: 'heavy condensed', licence: 'OFL-1.1', subsets: AND_VIETNAMESE },
  { family: 'league-gothic', name: 'League Gothic', role: 'condensed gothic', licence: 'OFL-1.1', subsets: AND_VIETNAMESE },
  { family: 'bebas-neue', name: 'Bebas Neue', role: 'all-caps condensed', licence: 'OFL-1.1', subsets: LATIN },
  { family: 'alfa-slab-one', name: 'Alfa Slab One', role: 'fat slab', licence: 'OFL-1.1', subsets: AND_VIETNAMESE },
  { family: 'saira-stencil-one', name: 'Saira Stencil One', role: 'stencil', licence: 'OFL-1.1', subsets: AND_VIETNAMESE },
  { family: 'special-elite', name: 'Special Elite', role: 'typewriter, worn', licence: 'Apache-2.0', subsets: LATIN },
  { family: 'courier-prime', name: 'Courier Prime', role: 'typewriter, clean', licence: 'OFL-1.1', subsets: LATIN },
  { family: 'bangers', name: 'Bangers', role: 'comic lettering', licence: 'OFL-1.1', subsets: AND_VIETNAMESE },
  { family: 'unifrakturmaguntia', name: 'UnifrakturMaguntia', role: 'blackletter', licence: 'OFL-1.1', subsets: ['latin'] },
  { family: 'pacifico', name: 'Pacifico', role: 'brush script', licence: 'OFL-1.1', subsets: AND_VIETNAMESE },
  { family: 'monoton', name: 'Monoton', role: 'inline display', licence: 'OFL-1.1', subsets: LATIN },
  {
    family: 'noto-sans',
    name: 'Noto Sans',
    role: 'plain sans, Greek and Cyrillic too',
    licence: 'OFL-1.1',
    subsets: AND_GREEK_AND_CYRILLIC,
  },
];

export const shippedFont = (family: string): ShippedFont | undefined => SHIPPED_FONTS.find((font) => font.family === family);
