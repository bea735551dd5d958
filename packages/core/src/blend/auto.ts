import type { ModeName } from '../raster/kernels';

/** A lay chosen by measuring: how a picture goes down over what lies beneath, never opaque over everything. */
export interface ChosenLay {
  readonly mode: Extract<ModeName, 'multiply' | 'screen'>;
  readonly strength: number;
}

/** How much of the tone range a picture may move the mean of what lies beneath, and the least strength worth seeing. */
const MOST_SHIFT = 0.18;
const LEAST_STRENGTH = 0.25;

/**
 * The lay for a picture of a mean tone over something of a mean tone (0 black … 1 white): multiply on a light ground,
 * screen on a dark one, as strong as moves the mean by MOST_SHIFT at most. Common practice: the same plate suits screen
 * on a dark picture and multiply on a light one, and a texture is laid in at about a quarter.
 */
export const chosenLay = (pictureMean: number, beneathMean: number): ChosenLay => {
  const mode = beneathMean >= 0.5 ? 'multiply' : 'screen';
  // Multiply takes b · (1 − s) off the mean, screen adds s · (1 − b).
  const shift = mode === 'multiply' ? beneathMean * (1 - pictureMean) : pictureMean * (1 - beneathMean);
  const strength = shift > 0 ? MOST_SHIFT / shift : 1;
  return { mode, strength: Math.round(100 * Math.max(LEAST_STRENGTH, Math.min(1, strength))) / 100 };
};
