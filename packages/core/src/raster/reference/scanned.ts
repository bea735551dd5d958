import { chanceAt } from '../../units/noise';
import { clamp } from '../../units/smooth';
import type { Kernels } from '../kernels';
import { ONE } from '../raster';

/** Tones beyond these are drawn together instead of being cut off, so that the darkest and the lightest still differ. */
const TOE = 0.06;
const SHOULDER = 0.94;

/** How a scanner's tone ends: straight between TOE and SHOULDER, approaching 0 and 1 without reaching them. */
const ended = (v: number): number => {
  if (v > SHOULDER) return SHOULDER + ((1 - SHOULDER) * (v - SHOULDER)) / (v - SHOULDER + 1 - SHOULDER);
  if (v < TOE) return TOE - (TOE * (TOE - v)) / (TOE - v + TOE);
  return v;
};

/** A scanner's lens blurs by a Gaussian of about 0.55 px: weights of a pixel itself and of each neighbour in a row. */
const OWN = 0.723;
const BESIDE = (1 - OWN) / 2;

/** Noise of a scanner's eye, as a share of full light. */
const EYE_NOISE = 0.006;

export const seenRow: Kernels['seenRow'] = (light, stained, paper, stain, out) => {
  const bare = new Float64Array(out.length + 6);
  for (let o = 0; o < bare.length; o++) {
    const [n, c] = [Math.floor(o / 3), o % 3];
    const own = paper[c] as number;
    bare[o] = ((own + ((stain[c] as number) - own) * clamp(stained[n] as number)) / 255) * ended(light[n] as number);
  }
  for (let o = 0; o < out.length; o++) {
    out[o] = OWN * (bare[o + 3] as number) + BESIDE * ((bare[o] as number) + (bare[o + 6] as number));
  }
};

export const scannedRow: Kernels['scannedRow'] = (above, own, below, { x, y, seed }, out) => {
  for (let o = 0, i = 0; o < out.length; o += 4) {
    const noise = (chanceAt(x + o / 4, y, seed) - 0.5) * 2 * EYE_NOISE;
    for (let c = 0; c < 3; c++, i++) {
      const light = OWN * (own[i] as number) + BESIDE * ((above[i] as number) + (below[i] as number));
      out[o + c] = Math.floor(clamp(light + noise * light) * ONE + 0.5);
    }
    out[o + 3] = ONE;
  }
};
