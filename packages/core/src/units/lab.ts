import { power } from './exact';
import { decoded, encoded } from './srgb';

/** CIE L*a*b*, relative to D65. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

/** White of D65, 2°: x 0.3127, y 0.3290 (IEC 61966-2-1), Y 1. */
const WHITE = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329] as const;

/** CIE 15: cube root above (6/29)³, straight below. */
const root = (t: number): number => (t > 216 / 24389 ? power(t, 1 / 3) : (t * (24389 / 27) + 16) / 116);

/** L*a*b* of sRGB-encoded values 0 … 1. Matrix: IEC 61966-2-1 primaries and white. */
export const labOfSrgb = (red: number, green: number, blue: number): Lab => {
  const [r, g, b] = [decoded(red), decoded(green), decoded(blue)];
  const x = root((0.41239079926595934 * r + 0.357584339383878 * g + 0.1804807884018343 * b) / WHITE[0]);
  const y = root((0.21263900587151027 * r + 0.715168678767756 * g + 0.07219231536073371 * b) / WHITE[1]);
  const z = root((0.01933081871559182 * r + 0.11919477979462598 * g + 0.9505321522496607 * b) / WHITE[2]);
  return { l: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) };
};

const unroot = (t: number): number => (t > 6 / 29 ? t * t * t : (116 * t - 16) * (27 / 24389));

/** sRGB-encoded red, green and blue, 0 … 1, of a colour; what lies outside sRGB is clipped channel by channel. The inverse of `labOfSrgb`. */
export const srgbOfLab = ({ l, a, b }: Lab): readonly [red: number, green: number, blue: number] => {
  const fy = (l + 16) / 116;
  const [x, y, z] = [unroot(fy + a / 500) * WHITE[0], unroot(fy), unroot(fy - b / 200) * WHITE[2]];
  const clipped = (light: number): number => encoded(Math.max(0, Math.min(1, light)));
  return [
    clipped(3.2409699419045226 * x - 1.537383177570094 * y - 0.4986107602930034 * z),
    clipped(-0.9692436362808796 * x + 1.8759675015077202 * y + 0.04155505740717559 * z),
    clipped(0.05563007969699366 * x - 0.20397695888897652 * y + 1.0569715142428786 * z),
  ];
};
