import { rgbOfHex } from '../raster/colour';
import { ONE, type ColourRaster } from '../raster/raster';
import { ciede2000 } from '../units/ciede2000';
import { labOfSrgb, type Lab } from '../units/lab';

export interface PickDials {
  readonly samples: readonly { readonly x: number; readonly y: number; readonly colour: string }[];
  /** Colour difference (CIEDE2000) that still counts as the same. */
  readonly tolerance: number;
  /** How long the passage is beyond it, 0 … 1. */
  readonly softness: number;
}

/** Longest passage beyond the tolerance, in colour difference, at a softness of 1. */
const LONGEST_PASSAGE = 30;

/** Colours already looked up: 2^16 places by a mix of the three values at 8 bits. */
const PLACES = 1 << 16;

const labOf8 = (rgb: number): Lab => labOfSrgb((rgb >> 16) / 255, ((rgb >> 8) & 255) / 255, (rgb & 255) / 255);

/** How much of a colour's mask shows: all within the tolerance of the nearest sample, a passage beyond it. */
const shareOf = (rgb: number, samples: readonly Lab[], { tolerance, softness }: PickDials): number => {
  const lab = labOf8(rgb);
  let nearest = Infinity;
  for (const sample of samples) nearest = Math.min(nearest, ciede2000(sample, lab));
  const passage = softness * LONGEST_PASSAGE;
  if (nearest <= tolerance) return ONE;
  return passage > 0 ? Math.floor(Math.max(0, 1 - (nearest - tolerance) / passage) * ONE + 0.5) : 0;
};

/** Where a raster's unpremultiplied colours, at 8 bits, are near the samples; weighted by its coverage. */
export const picked = ({ data }: ColourRaster, dials: PickDials): Int16Array => {
  const samples = dials.samples.map(({ colour }) => {
    const [r, g, b] = rgbOfHex(colour);
    return labOfSrgb(r / ONE, g / ONE, b / ONE);
  });
  const out = new Int16Array(data.length / 4);
  if (samples.length === 0) return out;
  const keys = new Int32Array(PLACES).fill(-1);
  const values = new Int16Array(PLACES);
  for (let i = 0, o = 0; o < out.length; i += 4, o++) {
    const alpha = data[i + 3] as number;
    if (alpha === 0) continue;
    const r = Math.min(255, Math.floor(((data[i] as number) * 255) / alpha + 0.5));
    const g = Math.min(255, Math.floor(((data[i + 1] as number) * 255) / alpha + 0.5));
    const b = Math.min(255, Math.floor(((data[i + 2] as number) * 255) / alpha + 0.5));
    const rgb = (r << 16) | (g << 8) | b;
    const place = (Math.imul(rgb, 0x9e3779b1) >>> 16) & (PLACES - 1);
    if (keys[place] !== rgb) {
      keys[place] = rgb;
      values[place] = shareOf(rgb, samples, dials);
    }
    out[o] = ((values[place] as number) * alpha + ONE / 2) >> 14;
  }
  return out;
};
