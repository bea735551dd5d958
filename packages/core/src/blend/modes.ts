import type { ModeName } from '../raster/kernels';

/** Unpremultiplied sRGB-encoded red, green, blue, 0 … 1. */
export type Triple = readonly [number, number, number];

/** What ground a mode is for: the order in which the modes are offered. */
export const GROUNDS = ['light ground', 'dark ground', 'either', 'colour only'] as const;

/**
 * A blend mode: B(cb, cs) on unpremultiplied sRGB-encoded colours 0 … 1, of one channel where it is separable, else of
 * all three. W3C Compositing and Blending Level 1 (2015), section 9, where `source` says so; the others are common
 * practice of several programs. The compositing around B is the kernels' (`blend`); knock out has no B: beneath · (1 − αs).
 */
export interface BlendMode {
  readonly name: ModeName;
  readonly title: string;
  readonly suits: (typeof GROUNDS)[number];
  readonly purpose: string;
  readonly source: 'W3C' | 'common practice' | 'own';
  readonly formula: ((beneath: number, source: number) => number) | null;
  readonly whole?: (beneath: Triple, source: Triple) => Triple;
}

const screen = (b: number, s: number): number => b + s - b * s;
const hardLight = (b: number, s: number): number => (s <= 0.5 ? b * 2 * s : screen(b, 2 * s - 1));
const softLight = (b: number, s: number): number => {
  if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
  const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
  return b + (2 * s - 1) * (d - b);
};

/** Luminosity, saturation and their setting, W3C 9.2 (Non-separable blend modes). */
const lum = (c: Triple): number => 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];
const sat = (c: Triple): number => Math.max(...c) - Math.min(...c);
const each = (c: Triple, change: (v: number) => number): Triple => [change(c[0]), change(c[1]), change(c[2])];
const clipColour = (c: Triple): Triple => {
  const [l, least, most] = [lum(c), Math.min(...c), Math.max(...c)];
  const up = least < 0 ? each(c, (v) => l + ((v - l) * l) / (l - least)) : c;
  return most > 1 ? each(up, (v) => l + ((v - l) * (1 - l)) / (most - l)) : up;
};
const setLum = (c: Triple, l: number): Triple => clipColour(each(c, (v) => v + l - lum(c)));
const setSat = (c: Triple, s: number): Triple => {
  const least = Math.min(...c);
  return sat(c) > 0 ? each(c, (v) => ((v - least) * s) / sat(c)) : [0, 0, 0];
};

export const BLEND_MODES: readonly BlendMode[] = [
  {
    name: 'multiply',
    title: 'multiply',
    suits: 'light ground',
    purpose: 'Darkens what lies beneath, as one ink over another.',
    source: 'W3C',
    formula: (b, s) => b * s,
  },
  {
    name: 'darken',
    title: 'darken',
    suits: 'light ground',
    purpose: 'Keeps the darker of the two in each colour.',
    source: 'W3C',
    formula: (b, s) => Math.min(b, s),
  },
  {
    name: 'add-ink',
    title: 'add ink',
    suits: 'light ground',
    purpose: 'Takes both darknesses together: harder than multiply, goes to black soon.',
    source: 'common practice',
    formula: (b, s) => Math.max(0, b + s - 1),
  },
  {
    name: 'color-burn',
    title: 'colour burn',
    suits: 'light ground',
    purpose: 'Burns mid-tones down and keeps white white.',
    source: 'W3C',
    formula: (b, s) => (b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  },
  {
    name: 'subtract',
    title: 'subtract',
    suits: 'light ground',
    purpose: 'Takes its light away from what lies beneath.',
    source: 'common practice',
    formula: (b, s) => Math.max(0, b - s),
  },
  {
    name: 'screen',
    title: 'screen (light)',
    suits: 'dark ground',
    purpose: 'Lightens what lies beneath, as light over light; black does nothing.',
    source: 'W3C',
    formula: screen,
  },
  {
    name: 'lighten',
    title: 'lighten',
    suits: 'dark ground',
    purpose: 'Keeps the lighter of the two in each colour.',
    source: 'W3C',
    formula: (b, s) => Math.max(b, s),
  },
  {
    name: 'add',
    title: 'add',
    suits: 'dark ground',
    purpose: 'Adds its light: brighter than screen, goes to white soon.',
    source: 'common practice',
    formula: (b, s) => Math.min(1, b + s),
  },
  {
    name: 'color-dodge',
    title: 'colour dodge',
    suits: 'dark ground',
    purpose: 'Lifts mid-tones to glowing and keeps black black.',
    source: 'W3C',
    formula: (b, s) => (b <= 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s))),
  },
  {
    name: 'divide',
    title: 'divide',
    suits: 'dark ground',
    purpose: 'Divides by its light: a grey cast laid this way is evened out.',
    source: 'common practice',
    formula: (b, s) => (b <= 0 ? 0 : s <= 0 ? 1 : Math.min(1, b / s)),
  },
  {
    name: 'normal',
    title: 'normal',
    suits: 'either',
    purpose: 'Covers what lies beneath.',
    source: 'W3C',
    formula: (_, s) => s,
  },
  {
    name: 'knock-out',
    title: 'knock out',
    suits: 'either',
    purpose: 'Removes the ink beneath, down to the stock.',
    source: 'own',
    formula: null,
  },
  {
    name: 'overlay',
    title: 'overlay',
    suits: 'either',
    purpose: 'Multiplies the darks beneath and screens the lights: more contrast, ends kept.',
    source: 'W3C',
    formula: (b, s) => hardLight(s, b),
  },
  {
    name: 'soft-light',
    title: 'soft light',
    suits: 'either',
    purpose: 'Shades gently, as a lamp from afar.',
    source: 'W3C',
    formula: softLight,
  },
  {
    name: 'hard-light',
    title: 'hard light',
    suits: 'either',
    purpose: 'Multiplies with its darks and screens with its lights.',
    source: 'W3C',
    formula: hardLight,
  },
  {
    name: 'all-or-nothing',
    title: 'all or nothing',
    suits: 'either',
    purpose: 'Every colour full or nothing where the two together pass one.',
    source: 'common practice',
    formula: (b, s) => (b + s >= 1 ? 1 : 0),
  },
  {
    name: 'difference',
    title: 'difference',
    suits: 'either',
    purpose: 'White turns what lies beneath into its negative, black does nothing.',
    source: 'W3C',
    formula: (b, s) => Math.abs(b - s),
  },
  {
    name: 'exclusion',
    title: 'exclusion',
    suits: 'either',
    purpose: 'As difference, with less contrast: a faded wash at a quarter strength.',
    source: 'W3C',
    formula: (b, s) => b + s - 2 * b * s,
  },
  {
    name: 'color',
    title: 'colour',
    suits: 'colour only',
    purpose: 'Gives hue and saturation, keeps the lightness beneath.',
    source: 'W3C',
    formula: null,
    whole: (b, s) => setLum(s, lum(b)),
  },
  {
    name: 'hue',
    title: 'hue',
    suits: 'colour only',
    purpose: 'Gives the hue alone.',
    source: 'W3C',
    formula: null,
    whole: (b, s) => setLum(setSat(s, sat(b)), lum(b)),
  },
  {
    name: 'saturation',
    title: 'saturation',
    suits: 'colour only',
    purpose: 'Gives the saturation alone: a grey laid this way takes the colour out.',
    source: 'W3C',
    formula: null,
    whole: (b, s) => setLum(setSat(b, sat(s)), lum(b)),
  },
  {
    name: 'luminosity',
    title: 'luminosity',
    suits: 'colour only',
    purpose: 'Gives the lightness, keeps the colour beneath.',
    source: 'W3C',
    formula: null,
    whole: (b, s) => setLum(b, lum(s)),
  },
];

export const blendMode = (name: string): BlendMode | undefined => BLEND_MODES.find((mode) => mode.name === name);

/**
 * The composite of one unpremultiplied colour over another, alphas 0 … 1: W3C section 10,
 * co = αs(1 − αb)Cs + αs·αb·B(Cb, Cs) + (1 − αs)αb·Cb (premultiplied), αo = αs + αb − αs·αb; atop keeps αb.
 */
export const composite = (
  mode: BlendMode,
  beneath: Triple,
  ab: number,
  source: Triple,
  as: number,
  atop = false,
): { readonly colour: Triple; readonly alpha: number } => {
  if (mode.name === 'knock-out') return { colour: each(beneath, (v) => v * ab * (1 - as)), alpha: ab * (1 - as) };
  const whole = mode.whole?.(beneath, source);
  const at = (c: 0 | 1 | 2): number => {
    const b = whole ? whole[c] : (mode.formula?.(beneath[c], source[c]) ?? source[c]);
    return (atop ? 0 : as * (1 - ab) * source[c]) + as * ab * b + (1 - as) * ab * beneath[c];
  };
  return { colour: [at(0), at(1), at(2)], alpha: atop ? ab : as + ab - as * ab };
};
