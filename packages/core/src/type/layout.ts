import type { Face, ShapedGlyph } from './port';

export const ALIGNMENTS = ['left', 'centre', 'right'] as const;
export const LINE_WAYS = ['as set', 'wrap', 'fit', 'fit box', 'spread'] as const;
export const SIZE_WAYS = ['em', 'cap height'] as const;

/** How text is set; lengths in mm. */
export interface TypeDials {
  readonly text: string;
  readonly size: number;
  readonly sizeBy: (typeof SIZE_WAYS)[number];
  /** From line to line, as a share of the size. */
  readonly leading: number;
  /** Added after each letter, 1/1000 em. */
  readonly tracking: number;
  readonly align: (typeof ALIGNMENTS)[number];
  readonly upperCase: boolean;
  /**
   * As set; broken where the measure asks for it; each line made as wide as the measure, also no higher together than the box;
   * or its letters spread across it.
   */
  readonly lines: (typeof LINE_WAYS)[number];
  /** Width of the letters as a share of their own. */
  readonly stretch: number;
}

/** A glyph where it stands: pen position in mm from the block's top left corner, and mm a font unit. */
export interface PlacedGlyph {
  readonly glyph: number;
  /** Index in the line's text of the first character it stands for. */
  readonly cluster: number;
  readonly x: number;
  readonly y: number;
  readonly scaleX: number;
  readonly scaleY: number;
}

export interface SetLine {
  readonly text: string;
  readonly glyphs: readonly PlacedGlyph[];
  /** Left end, width and baseline, mm; the em in mm that it was set in. */
  readonly x: number;
  readonly width: number;
  readonly baseline: number;
  readonly em: number;
  /** Characters that the font does not have. */
  readonly missing: string;
}

export interface Layout {
  readonly lines: readonly SetLine[];
  /** From the top of the first line's capitals to the last baseline, mm. */
  readonly height: number;
}

/** Height of a capital as a share of the em: that of the font's H, or 0.7 where it has none. */
export const capShare = (face: Face): number => {
  const [h] = face.shape('H');
  const top = h && h.glyph !== 0 ? Math.max(0, ...face.outline(h.glyph).map(({ to }) => to[1])) : 0;
  return top > 0 ? top / face.unitsPerEm : 0.7;
};

/** The em, mm, of a size given either way. */
export const emOf = ({ size, sizeBy }: Pick<TypeDials, 'size' | 'sizeBy'>, face: Face): number =>
  sizeBy === 'em' ? size : size / capShare(face);

const missingOf = (text: string, glyphs: readonly ShapedGlyph[]): string =>
  [...new Set(glyphs.filter(({ glyph }) => glyph === 0).map(({ cluster }) => String.fromCodePoint(text.codePointAt(cluster) ?? 0)))].join(
    '',
  );

/** A line as it is shaped: its glyphs, and its width in ems at the letters' own width times the stretch. */
interface ShapedLine {
  readonly text: string;
  readonly glyphs: readonly ShapedGlyph[];
  readonly ems: number;
}

const shapedLine = (raw: string, dials: TypeDials, face: Face): ShapedLine => {
  const text = dials.upperCase ? raw.toUpperCase() : raw;
  const glyphs = face.shape(text);
  const advances = glyphs.reduce((sum, { advance }) => sum + advance, 0) / face.unitsPerEm;
  const ems = (advances + (Math.max(0, glyphs.length - 1) * dials.tracking) / 1000) * dials.stretch;
  return { text, glyphs, ems };
};

/** A block as wide and as high as type may be, mm. */
export interface TypeBox {
  readonly width: number;
  readonly height: number;
}

/** True where each line has a size of its own. */
const isFitted = ({ lines }: TypeDials): boolean => lines === 'fit' || lines === 'fit box';

/**
 * Text broken between its words into lines no wider than a measure (in ems), so that the sum of the squares of what stays empty, the
 * last line aside, is least; a word that is wider stands by itself. Line breaking by dynamic programming as common practice.
 */
const brokenLines = (raw: string, dials: TypeDials, face: Face, measure: number): string[] => {
  const words = raw.split(/ +/).filter((word) => word !== '');
  if (words.length < 2) return [raw];
  const space = shapedLine('n n', dials, face).ems - 2 * shapedLine('n', dials, face).ems;
  const widths = words.map((word) => shapedLine(word, dials, face).ems);
  // The least cost of all words from each on, and where the line that begins there ends.
  const cost = [...words.map(() => Infinity), 0];
  const end = words.map((_, i) => i + 1);
  for (let from = words.length - 1; from >= 0; from--) {
    let width = -space;
    for (let to = from; to < words.length; to++) {
      width += space + (widths[to] as number);
      if (width > measure && to > from) break;
      const empty = Math.max(0, measure - width);
      const total = (to === words.length - 1 ? 0 : empty * empty) + (cost[to + 1] as number);
      if (total >= (cost[from] as number)) continue;
      [cost[from], end[from]] = [total, to + 1];
    }
  }
  const lines: string[] = [];
  for (let from = 0; from < words.length; from = end[from] as number) lines.push(words.slice(from, end[from]).join(' '));
  return lines;
};

/**
 * Text as lines of placed glyphs in a block as wide as a box. The first line's capitals touch the block's top; between a line's
 * baseline and the next line's capitals there is the same gap: the leading less the capitals' height, of the size, or of the
 * smallest line where lines are fitted. Lines that are fitted to the box are together no higher than it.
 */
export const layoutOf = (dials: TypeDials, face: Face, box: TypeBox): Layout => {
  const set = emOf(dials, face);
  const raw = dials.text.split('\n');
  const broken = dials.lines === 'wrap' ? raw.flatMap((line) => brokenLines(line, dials, face, box.width / set)) : raw;
  const shaped = broken.map((line) => shapedLine(line, dials, face));
  const whole = blockOf(shaped, dials, face, set, box.width, 1);
  if (dials.lines !== 'fit box' || whole.height <= box.height) return whole;
  return blockOf(shaped, dials, face, set, box.width, box.height / whole.height);
};

/** Shaped lines one below the other in a measure, mm; those that are fitted to it by a share of what would fill it. */
const blockOf = (shaped: readonly ShapedLine[], dials: TypeDials, face: Face, set: number, measure: number, by: number): Layout => {
  const sizes = shaped.map(({ ems }) => (isFitted(dials) && ems > 0 ? (by * measure) / ems : set * by));
  const fitted = sizes.filter((_, i) => (shaped[i] as ShapedLine).ems > 0);
  const cap = capShare(face);
  const gap = (dials.leading - cap) * (isFitted(dials) && fitted.length > 0 ? Math.min(...fitted) : set * by);
  const lines: SetLine[] = [];
  let bottom = -gap;
  for (const [i, line] of shaped.entries()) {
    const baseline = bottom + gap + cap * (sizes[i] as number);
    lines.push(setLine(line, dials, sizes[i] as number, baseline, face, measure));
    bottom = baseline;
  }
  return { lines, height: Math.max(0, bottom) };
};

const setLine = (
  { text, glyphs, ems }: ShapedLine,
  dials: TypeDials,
  em: number,
  baseline: number,
  face: Face,
  measure: number,
): SetLine => {
  const gaps = Math.max(0, glyphs.length - 1);
  const more = dials.lines === 'spread' && gaps > 0 ? (measure - ems * em) / gaps : 0;
  const width = ems * em + more * gaps;
  const x = dials.align === 'left' ? 0 : dials.align === 'right' ? measure - width : (measure - width) / 2;
  const scaleY = em / face.unitsPerEm;
  const scaleX = scaleY * dials.stretch;
  const between = (dials.tracking / 1000) * em * dials.stretch + more;
  let pen = x;
  const placed = glyphs.map(({ glyph, cluster, advance, dx, dy }) => {
    const at = { glyph, cluster, x: pen + dx * scaleX, y: baseline - dy * scaleY, scaleX, scaleY };
    pen += advance * scaleX + between;
    return at;
  });
  return { text, glyphs: placed, x, width, baseline, em, missing: missingOf(text, glyphs) };
};
