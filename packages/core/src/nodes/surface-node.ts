import { boxAffine, boxCoverage } from '../raster/place';
import { sizeOf } from '../raster/raster';
import { blankPlane, isBlank } from '../raster/uniform';
import type { Beyond, Placement, Size, SurfaceRef } from '../sheet/model';
import { surfaceColours } from '../surface/surfaces';
import { keyOf } from './key';
import type { Node } from './node';

/** What of a made surface fills a placed box: a letter-size sheet of it (ANSI/ASME Y14.1, size A), mm. */
export const SURFACE_PIECE: Size = { width: 215.9, height: 279.4 };

/** Where on the piece a place lies that is beyond its edge, mm. A made surface has no edge pixels to hold: it goes on by itself. */
const FOLDED: Readonly<Record<Beyond, (at: number, side: number) => number>> = {
  nothing: (at) => at,
  hold: (at) => at,
  repeat: (at, side) => at - Math.floor(at / side) * side,
  mirror: (at, side) => {
    const twice = at - Math.floor(at / (2 * side)) * 2 * side;
    return twice < side ? twice : 2 * side - twice;
  },
};

/** A made surface, placed; beyond its box it goes on, comes again, is mirrored, or is not there. */
export const surfaceNode = ({ name, seed }: SurfaceRef, placement: Placement, pxPerMm: number): Node<'colour'> => {
  const { width, height } = SURFACE_PIECE;
  const { a, b, c, d, e, f } = boxAffine(placement, pxPerMm, width, height);
  const fold = FOLDED[placement.beyond];
  const at = (x: number, y: number, out: { x: number; y: number }): void => {
    out.x = fold(a * x + b * y + c, width);
    out.y = fold(d * x + e * y + f, height);
  };
  return {
    key: keyOf('surface', { name, seed, placement, pxPerMm }, []),
    kind: 'colour',
    keeping: 'dear',
    want: () => undefined,
    *render(region, { kernels: { arena, weigh } }) {
      const coverage = placement.beyond === 'nothing' ? boxCoverage(placement, pxPerMm, region, arena) : null;
      if (coverage && isBlank(coverage)) return { kind: 'colour', region, data: blankPlane(4 * sizeOf(region)) };
      const data = yield* surfaceColours({ surface: name, seed, period: null }, at, region);
      if (!coverage) return { kind: 'colour', region, data };
      const covered = arena.plane(data.length);
      weigh(data, coverage, covered);
      return { kind: 'colour', region, data: covered };
    },
  };
};
