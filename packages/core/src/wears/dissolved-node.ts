import { fibreField } from './fibre';
import { sizeOf } from '../raster/raster';
import { blankPlane, isBlank, uniformValue } from '../raster/uniform';
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
      const weights = share ? (yield* rendered(share, region, work)).tone : null;
      if (weights && uniformValue(weights) === 0) return blankPlane(tone.length);
      const out = work.kernels.arena.plane(tone.length);
      work.kernels.dissolve(tone, weights, strength, fibreField(), pxPerMm, region, out);
      return out;
    },
  );
