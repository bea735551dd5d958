import type { ModeName } from '../kernels';

/**
 * The blending of unpremultiplied colours in exactly the order of the kernels: B(cb, cs) of W3C Compositing and
 * Blending Level 1 and of the modes beside it. The separable modes work in single precision, every result rounded to
 * it; the others in double. The readable formulas are in blend/modes.ts.
 */
type Channel = (b: number, s: number) => number;
type Triple = readonly [number, number, number];

const f = Math.fround;

const hardLight: Channel = (b, s) => (s <= 0.5 ? f(f(2 * s) * b) : f(1 - f(f(2 * f(1 - s)) * f(1 - b))));

const softLight: Channel = (b, s) => {
  const twice = f(2 * s);
  if (s <= 0.5) return f(b - f(f(f(1 - twice) * b) * f(1 - b)));
  const d = b <= 0.25 ? f(f(f(f(f(16 * b) - 12) * b) + 4) * b) : f(Math.sqrt(b));
  return f(b + f(f(twice - 1) * f(d - b)));
};

type Integer = 'normal' | 'multiply' | 'screen' | 'knock-out';
type Whole = 'hue' | 'saturation' | 'color' | 'luminosity';

export const SEPARABLE: Readonly<Record<Exclude<ModeName, Integer | Whole>, Channel>> = {
  darken: (b, s) => Math.min(b, s),
  lighten: (b, s) => Math.max(b, s),
  overlay: (b, s) => hardLight(s, b),
  'hard-light': hardLight,
  'soft-light': softLight,
  'color-dodge': (b, s) => (b <= 0 ? 0 : s >= 1 ? 1 : Math.min(1, f(b / f(1 - s)))),
  'color-burn': (b, s) => (b >= 1 ? 1 : s <= 0 ? 0 : f(1 - Math.min(1, f(f(1 - b) / s)))),
  difference: (b, s) => Math.abs(f(b - s)),
  exclusion: (b, s) => f(f(b + s) - f(f(2 * b) * s)),
  'add-ink': (b, s) => Math.max(0, f(f(b + s) - 1)),
  'all-or-nothing': (b, s) => (f(b + s) >= 1 ? 1 : 0),
  add: (b, s) => Math.min(1, f(b + s)),
  subtract: (b, s) => Math.max(0, f(b - s)),
  divide: (b, s) => (b <= 0 ? 0 : s <= 0 ? 1 : Math.min(1, f(b / s))),
};

const lum = ([r, g, b]: Triple): number => 0.3 * r + 0.59 * g + 0.11 * b;
const sat = (c: Triple): number => Math.max(...c) - Math.min(...c);

const setLum = (c: Triple, l: number): Triple => {
  const d = l - lum(c);
  const moved: Triple = [c[0] + d, c[1] + d, c[2] + d];
  const l1 = lum(moved);
  const least = Math.min(...moved);
  const most = Math.max(...moved);
  const clipped = (v: number): number => {
    if (least < 0) v = l1 + ((v - l1) * l1) / (l1 - least);
    if (most > 1) v = l1 + ((v - l1) * (1 - l1)) / (most - l1);
    return v;
  };
  return [clipped(moved[0]), clipped(moved[1]), clipped(moved[2])];
};

const setSatLum = (c: Triple, saturation: number, l: number): Triple => {
  const least = Math.min(...c);
  const span = sat(c);
  if (span === 0) return setLum([0, 0, 0], l);
  const at = (v: number): number => ((v - least) * saturation) / span;
  return setLum([at(c[0]), at(c[1]), at(c[2])], l);
};

export const NON_SEPARABLE: Readonly<Record<Whole, (b: Triple, s: Triple) => Triple>> = {
  hue: (b, s) => setSatLum(s, sat(b), lum(b)),
  saturation: (b, s) => setSatLum(b, sat(s), lum(b)),
  color: (b, s) => setLum(s, lum(b)),
  luminosity: (b, s) => setLum(b, lum(s)),
};
