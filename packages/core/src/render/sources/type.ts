import type { FontRef, Placement } from '../../sheet/model';
import { layoutOf, type TypeDials } from '../../type/layout';
import { after, flattened, type Contour } from '../../type/outline';
import { fontKey, type Face } from '../../type/port';
import { Fill } from '../../type/scanline';
import { keyOf } from '../key';
import type { Node } from '../node';
import { borderOf, boxMove, outlineNode, type Paints } from './outline';

/** A letter as it stands on the sheet: what it is, and its outline in pixels of the rendering. */
export interface SetLetter {
  readonly letter: string;
  readonly contours: readonly Contour[];
}

/** Every letter of set type, in the order of its lines. */
export const lettersOf = (dials: TypeDials, face: Face, placement: Placement, pxPerMm: number): SetLetter[] => {
  const move = boxMove(placement, pxPerMm);
  return layoutOf(dials, face, placement.width).lines.flatMap(({ text, glyphs }) =>
    glyphs.map(({ glyph, cluster, x, y, scaleX, scaleY }) => ({
      letter: String.fromCodePoint(text.codePointAt(cluster) ?? 32),
      contours: flattened(face.outline(glyph), after(move, { a: scaleX, b: 0, c: x, d: 0, e: -scaleY, f: y })),
    })),
  );
};

/** Set type in its placed block. */
export const typeNode = (font: FontRef, dials: TypeDials, paints: Paints, placement: Placement, pxPerMm: number): Node =>
  outlineNode(keyOf('type', { font: fontKey(font), dials, paints, placement, pxPerMm }, []), paints, false, (work) => {
    if (!work.type) throw new Error('type cannot be set: no shaping was loaded');
    const contours = lettersOf(dials, work.type.face(font), placement, pxPerMm).flatMap((each) => each.contours);
    return { fill: new Fill(contours), border: borderOf(contours, paints, pxPerMm) };
  });
