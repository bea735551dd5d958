import type { Placement } from '../../sheet/model';
import { after, type Move } from '../../type/outline';
import { Fill } from '../../type/scanline';
import { shapeContour, type ShapeDials } from '../../type/shape';
import { keyOf } from '../key';
import type { Node } from '../node';
import { borderOf, boxMove, outlineNode, type Paints } from './outline';

/** A shape that fills its placed box. */
export const shapeNode = (dials: ShapeDials, paints: Paints, placement: Placement, pxPerMm: number): Node => {
  const open = dials.form === 'line';
  return outlineNode(keyOf('shape', { dials, paints, placement, pxPerMm }, []), open ? { ...paints, fill: null } : paints, open, () => {
    const { width, height } = placement;
    const box: Move = { a: width / 2, b: 0, c: width / 2, d: 0, e: height / 2, f: height / 2 };
    const move = after(boxMove(placement, pxPerMm), box);
    const corners = shapeContour(dials, (Math.max(width, height) / 2) * pxPerMm);
    const contour: number[] = [];
    for (let i = 0; i < corners.length; i += 2) {
      const [x, y] = [corners[i] as number, corners[i + 1] as number];
      contour.push(move.a * x + move.b * y + move.c, move.d * x + move.e * y + move.f);
    }
    return { fill: new Fill(open ? [] : [contour]), border: borderOf([contour], paints, pxPerMm, !open) };
  });
};
