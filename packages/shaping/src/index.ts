import type * as HarfBuzz from 'harfbuzzjs';
import { fontKey, Latest, type Command, type Face, type Outline, type ShapedGlyph, type TypePort } from '@uvrant/core';

/** Files of one font: sfnt bytes, in the order in which they are asked for a letter. */
export type FontFiles = readonly Uint8Array<ArrayBuffer>[];

/** Glyphs of a font's second file and later are told from the first's by this. */
const FILE = 2 ** 16;
const KEPT_LINES = 512;

/** A stretch of text that one file has the letters of. */
interface Run {
  readonly file: number;
  readonly start: number;
  readonly text: string;
}

class ShapedFace implements Face {
  readonly unitsPerEm: number;
  private readonly fonts: readonly HarfBuzz.Font[];
  private readonly lines = new Latest<string, readonly ShapedGlyph[]>(KEPT_LINES);
  private readonly outlines = new Map<number, Outline>();

  constructor(
    private readonly hb: typeof HarfBuzz,
    files: FontFiles,
  ) {
    const faces = files.map((bytes) => new hb.Face(new hb.Blob(bytes)));
    this.fonts = faces.map((face) => new hb.Font(face));
    this.unitsPerEm = faces[0]?.upem ?? 1000;
  }

  shape(text: string): readonly ShapedGlyph[] {
    const known = this.lines.get(text);
    if (known) return known;
    const glyphs = this.runs(text).flatMap((run) => this.shapedRun(run));
    this.lines.put(text, glyphs);
    return glyphs;
  }

  private runs(text: string): Run[] {
    const runs: { file: number; start: number; text: string }[] = [];
    let at = 0;
    for (const letter of text) {
      const code = letter.codePointAt(0) as number;
      const has = this.fonts.findIndex((font) => font.nominalGlyph(code) !== undefined);
      const last = runs.at(-1);
      // What no file has, and combining marks, stay with what stands before.
      const file = has < 0 || /^\p{M}$/u.test(letter) ? (last?.file ?? 0) : has;
      if (last?.file === file) last.text += letter;
      else runs.push({ file, start: at, text: letter });
      at += letter.length;
    }
    return runs;
  }

  private shapedRun({ file, start, text }: Run): ShapedGlyph[] {
    const buffer = new this.hb.Buffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    this.hb.shape(this.fonts[file] as HarfBuzz.Font, buffer);
    const positions = buffer.getGlyphPositions();
    return buffer.getGlyphInfos().map(({ codepoint, cluster }, i) => {
      const { xAdvance, xOffset, yOffset } = positions[i] as HarfBuzz.GlyphPosition;
      return {
        glyph: codepoint === 0 ? 0 : codepoint + file * FILE,
        cluster: start + cluster,
        advance: xAdvance,
        dx: xOffset,
        dy: yOffset,
      };
    });
  }

  outline(glyph: number): Outline {
    const known = this.outlines.get(glyph);
    if (known) return known;
    const font = this.fonts[Math.floor(glyph / FILE)] as HarfBuzz.Font;
    const outline = font.glyphToJson(glyph % FILE).flatMap(({ type, values }) => commandOf(type, values));
    this.outlines.set(glyph, outline);
    return outline;
  }
}

const commandOf = (type: string, v: readonly number[]): Command[] => {
  const point = (i: number): readonly [number, number] => [v[i] as number, v[i + 1] as number];
  if (type === 'M' || type === 'L') return [{ op: type, to: point(0) }];
  if (type === 'Q') return [{ op: 'Q', by: point(0), to: point(2) }];
  if (type === 'C') return [{ op: 'C', by: point(0), by2: point(2), to: point(4) }];
  return [];
};

/** Shapes with HarfBuzz, which is loaded with the first of these. Fonts are added as sheets ask for them. */
export class Shaper implements TypePort {
  private readonly faces = new Map<string, Face>();

  private constructor(private readonly hb: typeof HarfBuzz) {}

  static async load(): Promise<Shaper> {
    return new Shaper(await import('harfbuzzjs'));
  }

  has(font: Parameters<TypePort['face']>[0]): boolean {
    return this.faces.has(fontKey(font));
  }

  add(font: Parameters<TypePort['face']>[0], files: FontFiles): void {
    this.faces.set(fontKey(font), new ShapedFace(this.hb, files));
  }

  face: TypePort['face'] = (font) => {
    const face = this.faces.get(fontKey(font));
    if (!face) throw new Error(`the font ${fontKey(font)} was not loaded`);
    return face;
  };
}
