import { boxAffine } from '../../raster/place';
import type { Placement, Size, SurfaceRef } from '../../sheet/model';
import { surfaceColours } from '../../surface/surfaces';
import { keyOf } from '../key';
import type { Node } from '../node';

/** What of a made surface fills a placed box: a letter-size sheet of it (ANSI/ASME Y14.1, size A), mm. It goes on beyond. */
export const SURFACE_PIECE: Size = { width: 215.9, height: 279.4 };

/** A made surface, placed. */
export const surfaceNode = ({ name, seed }: SurfaceRef, placement: Placement, pxPerMm: number): Node<'colour'> => {
  const { a, b, c, d, e, f } = boxAffine(placement, pxPerMm, SURFACE_PIECE.width, SURFACE_PIECE.height);
  const at = (x: number, y: number, out: { x: number; y: number }): void => {
    out.x = a * x + b * y + c;
    out.y = d * x + e * y + f;
  };
  return {
    key: keyOf('surface', { name, seed, placement, pxPerMm }, []),
    kind: 'colour',
    keeping: 'dear',
    want: () => undefined,
    *render(region) {
      return { kind: 'colour', region, data: yield* surfaceColours({ surface: name, seed, period: null }, at, region) };
    },
  };
};
