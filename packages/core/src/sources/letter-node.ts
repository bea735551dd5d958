import { keyOf } from '../nodes/key';
import type { Node } from '../nodes/node';
import { outlineNode } from '../nodes/outline-node';
import type { FontRef } from '../sheet/model';
import { layoutOf } from '../type/layout';
import { contourBox, flattened, type Contour, type Move } from '../type/outline';
import { fontKey } from '../type/port';
import { Fill } from '../type/scanline';

/** How much of a square its letters fill. */
const FILLS = 0.84;
/** Size that letters are set at before they are brought to the square, mm. */
const SET_MM = 100;
const BLACK = [0, 0, 0] as const;

/** Letters in the middle of a square, as large as it holds them by their ink; `side` in pixels. Nothing where they have no ink. */
export const letterNode = (font: FontRef, text: string, side: number): Node =>
  outlineNode(keyOf('letter', { font: fontKey(font), text, side }, []), { fill: BLACK, border: null }, false, (work) => {
    if (!work.type) throw new Error('letters cannot be set: no shaping was loaded');
    const face = work.type.face(font);
    const setting = {
      text,
      size: SET_MM,
      sizeBy: 'em',
      leading: 1,
      tracking: 0,
      align: 'left',
      upperCase: false,
      lines: 'as set',
      stretch: 1,
    } as const;
    const set = (move: Move): Contour[] =>
      layoutOf(setting, face, { width: SET_MM, height: SET_MM }).lines.flatMap(({ glyphs }) =>
        glyphs.flatMap(({ glyph, x, y, scaleX, scaleY }) =>
          flattened(face.outline(glyph), {
            a: move.a * scaleX,
            b: 0,
            c: move.a * x + move.c,
            d: 0,
            e: -move.e * scaleY,
            f: move.e * y + move.f,
          }),
        ),
      );
    const box = contourBox(set({ a: 1, b: 0, c: 0, d: 0, e: 1, f: 0 }));
    if (!box || box.width === 0 || box.height === 0) return { fill: new Fill([]), border: null };
    const by = (FILLS * side) / Math.max(box.width, box.height);
    const middle = (from: number, length: number): number => side / 2 - by * (from + length / 2);
    const contours = set({ a: by, b: 0, c: middle(box.x, box.width), d: 0, e: by, f: middle(box.y, box.height) });
    return { fill: new Fill(contours), border: null };
  });
