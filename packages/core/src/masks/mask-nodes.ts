import { rendered } from '../nodes/node';
import { planeOf, type Plane } from '../nodes/plane-nodes';
import { keyOf } from '../nodes/key';
import { isBlank, isSolid, uniformValue } from '../raster/uniform';
import { edged, edgeReach, type EdgeDials } from './edge';
import { cleaned, speckReach } from '../raster/specks';

/** Removes specks and fills holes whose boxes are no larger than the given sizes, mm. */
export const cleanedNode = (plane: Plane, specksMm: number, holesMm: number, pxPerMm: number): Plane => {
  const [specks, holes] = [specksMm * pxPerMm, holesMm * pxPerMm];
  const reach = speckReach(specks) + speckReach(holes);
  if (reach === 0) return plane;
  return planeOf(keyOf('cleaned', { specks, holes }, [plane]), [plane], reach, 'dear', function* (_, work, wide) {
    const { tone } = yield* rendered(plane, wide, work);
    yield;
    return uniformValue(tone) === null ? cleaned(tone, wide, specks, holes, work.kernels) : tone;
  });
};

/** A plane with its edge grown and feathered. */
export const edgedNode = (plane: Plane, dials: EdgeDials, pxPerMm: number): Plane => {
  const reach = edgeReach(dials, pxPerMm);
  if (reach === 0) return plane;
  return planeOf(keyOf('edged', { dials, pxPerMm }, [plane]), [plane], reach, 'dear', function* (_, work, wide) {
    const { tone } = yield* rendered(plane, wide, work);
    yield;
    return isBlank(tone) || isSolid(tone) ? tone : edged(tone, wide, dials, pxPerMm, work.kernels);
  });
};
