import { choice, number, share } from '../fields/dials';
import { BORDER_DIALS, paintsOf } from './bordered';
import type { SourceDeclaration, SourceOfDials } from './declare';
import type { Placement } from '../sheet/model';
import { after, type Move } from '../type/outline';
import { Fill } from '../type/scanline';
import { SHAPE_FORMS, shapeContour, type ShapeDials } from '../type/shape';
import { keyOf } from '../nodes/key';
import type { Node } from '../nodes/node';
import { borderOf, boxMove, outlineNode, type Paints } from '../nodes/outline-node';

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

const DIALS = {
  form: choice({ title: 'Form', options: SHAPE_FORMS, default: 'rectangle' }),
  points: number({ title: 'Points', unit: '', min: 3, max: 60, step: 1, default: 16, more: 'more sides or points' }),
  inner: share({
    title: 'Inner points',
    min: 0.05,
    max: 0.98,
    default: 0.72,
    more: 'shorter points',
    shownWhen: { dial: 'form', is: 'star burst' },
  }),
  ...BORDER_DIALS,
};

export type ShapeSource = SourceOfDials<'shape', typeof DIALS>;
declare module '../sheet/model' {
  interface SourceKinds {
    readonly shape: ShapeSource;
  }
}

export const shape: SourceDeclaration<ShapeSource> = {
  kind: 'shape',
  title: 'Shape',
  purpose: 'A plain form that fills its box.',
  words: 'box circle star sticker badge border frame caption rule',
  dials: DIALS,
  parts: {},
  node: (source, at) => {
    const { form, points, inner } = source;
    return shapeNode({ form, points: Math.floor(points), inner }, paintsOf(source, at), at.placement, at.pxPerMm);
  },
  inWords: ({ form, filled, border }) => (filled ? form : `${form}, border ${Number(border.toFixed(1))} mm`),
};
