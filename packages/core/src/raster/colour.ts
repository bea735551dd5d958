import { labOfSrgb, type Lab } from '../units/lab';
import { from8, ONE, type Rgb } from './raster';

const HEX = /^#[0-9a-f]{6}$/i;

export const isHexColour = (text: unknown): text is string => typeof text === 'string' && HEX.test(text);

/** Working values of `#rrggbb`. */
export const rgbOfHex = (hex: string): Rgb => {
  const value = parseInt(hex.slice(1), 16);
  return [from8(value >> 16), from8((value >> 8) & 255), from8(value & 255)];
};

/** BT.709 luma of `#rrggbb`, in working values. */
export const lumaOfHex = (hex: string): number => {
  const [r, g, b] = rgbOfHex(hex);
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};

/** CIE L*a*b* of `#rrggbb`. */
export const labOfHex = (hex: string): Lab => {
  const [r, g, b] = rgbOfHex(hex);
  return labOfSrgb(r / ONE, g / ONE, b / ONE);
};

/** Hue of sRGB-encoded values in degrees, 0 ≤ hue < 360, on the circle red 0, green 120, blue 240; null for a grey. */
export const hueOf = (r: number, g: number, b: number): number | null => {
  const most = Math.max(r, g, b);
  const span = most - Math.min(r, g, b);
  if (span === 0) return null;
  const sixths = most === r ? ((g - b) / span + 6) % 6 : most === g ? (b - r) / span + 2 : (r - g) / span + 4;
  return sixths * 60;
};

export const WHITE: Rgb = [ONE, ONE, ONE];
