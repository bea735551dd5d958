import { componentsOf } from '../components';
import type { Kernels } from '../kernels';
import { ONE } from '../raster';

/** Coverage from which pixels are connected: what is fainter is the haze round a piece. */
const HANGS = ONE >> 4;

export const dropSpecks: Kernels['dropSpecks'] = (plane, width, height, most) => {
  const { labels, count, boxes } = componentsOf(
    Uint8Array.from(plane, (v) => (v > HANGS ? 1 : 0)),
    width,
    height,
    8,
  );
  const small = new Uint8Array(count + 1);
  for (let piece = 1; piece <= count; piece++) {
    const [left, top, right, bottom] = boxes.subarray(4 * piece, 4 * piece + 4) as unknown as [number, number, number, number];
    // A piece that runs off the plane may be larger than what is seen of it.
    const whole = left > 0 && top > 0 && right < width - 1 && bottom < height - 1;
    small[piece] = whole && right - left < most && bottom - top < most ? 1 : 0;
  }
  for (let i = 0; i < plane.length; i++) if (small[labels[i] as number]) plane[i] = 0;
};
