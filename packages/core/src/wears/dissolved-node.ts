import { fibreAt } from './fibre';
import { HALF, ONE, sizeOf, times } from '../raster/raster';
import { blankPlane, isBlank, uniformPlane, uniformValue } from '../raster/uniform';
import { keyOf } from '../nodes/key';
import { rendered } from '../nodes/node';
import { planeOf, type Plane } from '../nodes/plane-nodes';

/**
 * The patches of a plane (where it lies above a half), as far as a share of them is meant, all or nothing at each pixel: the
 * share's part of a patch is chosen by the fibre of the paper. The share is a strength (0 … ONE) times a plane, where there is one.
 */
export const dissolvedNode = (patches: Plane, share: Plane | null, strength: number, pxPerMm: number): Plane =>
  planeOf(
    keyOf('dissolved', { strength, pxPerMm }, share ? [patches, share] : [patches]),
    share ? [patches, share] : [patches],
    0,
    undefined,
    function* (region, work) {
      const { tone } = yield* rendered(patches, region, work);
      if (isBlank(tone) || strength === 0) return blankPlane(sizeOf(region));
      const weights = share ? (yield* rendered(share, region, work)).tone : uniformPlane(tone.length, ONE);
      const uniform = uniformValue(weights);
      if (uniform === 0) return blankPlane(tone.length);
      const out = work.kernels.arena.plane(tone.length);
      for (let y = 0, i = 0; y < region.height; y++) {
        for (let x = 0; x < region.width; x++, i++) {
          const part = (tone[i] as number) > HALF ? times(weights[i] as number, strength) : 0;
          const isWhole = part >= ONE || (part > 0 && fibreAt((region.x + x + 0.5) / pxPerMm, (region.y + y + 0.5) / pxPerMm) < part);
          out[i] = isWhole ? ONE : 0;
        }
      }
      return out;
    },
  );
