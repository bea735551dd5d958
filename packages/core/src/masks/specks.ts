import { componentsOf } from '../raster/components';
import { ONE, type Region } from '../raster/raster';

/** Coverage from which pixels hang together: what is fainter is the haze round a piece. */
const HANGS = ONE >> 4;

/** Values of pieces whose box is no longer and no wider than `most` pixels, set to nothing. */
const dropSmall = (plane: Int16Array, { width, height }: Region, most: number): void => {
  const set = new Uint8Array(plane.length);
  let isSet = 0;
  for (let i = 0; i < plane.length; i++) isSet |= set[i] = (plane[i] as number) > HANGS ? 1 : 0;
  if (isSet === 0) return;
  const { labels, count, boxes } = componentsOf(set, width, height, 8);
  const small = new Uint8Array(count + 1);
  let any = 0;
  for (let piece = 1, b = 4; piece <= count; piece++, b += 4) {
    const left = boxes[b] as number;
    const top = boxes[b + 1] as number;
    const right = boxes[b + 2] as number;
    const foot = boxes[b + 3] as number;
    // A piece that runs off the plane may be larger than what is seen of it.
    const whole = left > 0 && top > 0 && right < width - 1 && foot < height - 1;
    any |= small[piece] = whole && right - left < most && foot - top < most ? 1 : 0;
  }
  if (any === 0) return;
  for (let i = 0; i < plane.length; i++) if (small[labels[i] as number]) plane[i] = 0;
};

/** Pixels beyond a pixel that dropping specks of so many pixels reads: a small piece that touches it lies within. */
export const speckReach = (most: number): number => (most >= 1 ? Math.ceil(most) + 1 : 0);

/**
 * A plane without specks and without holes up to so many pixels (by their boxes); what lies nearer to its rim than the
 * two reaches together is not for use.
 */
export const cleaned = (plane: Int16Array, region: Region, specksPx: number, holesPx: number): Int16Array => {
  if (specksPx < 1 && holesPx < 1) return plane;
  const out = plane.slice();
  if (specksPx >= 1) dropSmall(out, region, specksPx);
  if (holesPx >= 1) {
    for (let i = 0; i < out.length; i++) out[i] = ONE - (out[i] as number);
    dropSmall(out, region, holesPx);
    for (let i = 0; i < out.length; i++) out[i] = ONE - (out[i] as number);
  }
  return out;
};
