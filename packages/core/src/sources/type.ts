import { choice, font as fontDial, length, number, share, text as textDial, toggle } from '../fields/dials';
import { BORDER_DIALS, paintsOf } from './bordered';
import type { SourceAt, SourceDeclaration, SourceOfDials } from './declare';
import type { FontRef, Placement } from '../sheet/model';
import { SHIPPED_FONTS } from '../type/fonts';
import { ALIGNMENTS, layoutOf, LINE_WAYS, SIZE_WAYS, type TypeDials } from '../type/layout';
import { after, flattened, type Contour } from '../type/outline';
import { fontKey, type Face } from '../type/port';
import { Fill } from '../type/scanline';
import { keyOf } from '../nodes/key';
import type { Node } from '../nodes/node';
import { borderOf, boxMove, outlineNode, type Paints } from '../nodes/outline-node';

/** A letter as it stands on the sheet: what it is, and its outline in pixels of the rendering. */
export interface SetLetter {
  readonly letter: string;
  readonly contours: readonly Contour[];
}

/** Every letter of set type, in the order of its lines. */
export const lettersOf = (dials: TypeDials, face: Face, placement: Placement, pxPerMm: number): SetLetter[] => {
  const move = boxMove(placement, pxPerMm);
  return layoutOf(dials, face, placement).lines.flatMap(({ text, glyphs }) =>
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

/** Fitted lines have sizes of their own. */
const NOT_FITTED = { dial: 'lines', isNot: ['fit', 'fit box'] } as const;

const DIALS = {
  text: textDial({ title: 'Text', default: 'LETTERING' }),
  font: fontDial({ title: 'Font', families: SHIPPED_FONTS.map(({ family }) => family), default: { family: 'anton' } }),
  lines: choice({ title: 'Lines', options: LINE_WAYS, default: 'as set' }),
  sizeBy: choice({ title: 'Size by', options: SIZE_WAYS, default: 'em', shownWhen: NOT_FITTED }),
  size: length({
    title: 'Size',
    min: 0.3,
    max: 1500,
    default: 25.4,
    more: 'larger letters',
    wide: true,
    shownWhen: NOT_FITTED,
    pointsWhen: { dial: 'sizeBy', is: 'em' },
  }),
  leading: share({ title: 'Leading', min: 0, max: 4, default: 1, more: 'lines farther apart' }),
  tracking: number({ title: 'Tracking', unit: '‰ em', min: -300, max: 1500, step: 1, default: 0, more: 'letters farther apart' }),
  stretch: share({ title: 'Stretch', min: 0.25, max: 4, default: 1, more: 'wider letters' }),
  align: choice({ title: 'Align', options: ALIGNMENTS, default: 'left' }),
  upperCase: toggle({ title: 'Upper case', default: false }),
  ...BORDER_DIALS,
};

/** Set type; its placement's width is the measure, its top the top of the first line's capitals. */
export type TypeSource = SourceOfDials<'type', typeof DIALS>;
declare module '../sheet/model' {
  interface SourceKinds {
    readonly type: TypeSource;
  }
}

const dialsOf = (source: TypeSource): TypeDials => {
  const { text, size, sizeBy, leading, tracking, align, upperCase, lines, stretch } = source;
  return { text, size, sizeBy, leading, tracking, align, upperCase, lines, stretch };
};

/** A type source's letters where they are set. */
export const setNode = (source: TypeSource, at: SourceAt): Node =>
  typeNode(source.font, dialsOf(source), paintsOf(source, at), at.placement, at.pxPerMm);

export const type: SourceDeclaration<TypeSource> = {
  kind: 'type',
  title: 'Type',
  purpose: 'Lettering, set in a block as wide as its box.',
  words: 'text letters font title headline caption dates',
  dials: DIALS,
  parts: {},
  node: setNode,
  inWords: ({ lines }) => (lines === 'fit' || lines === 'fit box' ? 'stacked type' : 'type'),
};
