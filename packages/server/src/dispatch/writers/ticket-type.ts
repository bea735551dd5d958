import { lettersOf, shippedFiles } from '../../fonts/shipped';

/** Families that a ticket is set in, the later ones for letters that those before have not. */
const FAMILIES = { head: ['archivo-black', 'noto-sans'], body: ['courier-prime', 'noto-sans'] } as const;
type Face = keyof typeof FAMILIES;

/** From the top of a line to what its letters stand on, of their size. */
const ABOVE = 0.8;

/** What stands for a letter that no file of a family has. */
const UNKNOWN = '?';

/** Letters in one file of a font, one after the other. */
interface Run {
  file: number;
  text: string;
}

/** Sets words on a page in fonts that ship as several files: each letter by the first file of the first family that has it. */
export class TicketType {
  /** Letters that were met and that the fonts have not. */
  readonly missing = new Set<string>();
  private readonly letters = new Map<Face, readonly ((letter: string) => boolean)[]>();

  constructor(private readonly doc: PDFKit.PDFDocument) {
    for (const face of Object.keys(FAMILIES) as Face[]) {
      FAMILIES[face].flatMap(shippedFiles).forEach((bytes, i) => doc.registerFont(`${face} ${i}`, Buffer.from(bytes)));
      this.letters.set(face, FAMILIES[face].flatMap(lettersOf));
    }
  }

  /** Words of a size in points from a place on; they wrap within a width. All fonts stand on one line. */
  write(face: Face, size: number, words: string, [x, y]: readonly [number, number], width?: number): void {
    const runs = this.runs(face, words);
    const above = ABOVE * size;
    this.doc.fontSize(size);
    runs.forEach(({ file, text }, i) => {
      this.doc.font(`${face} ${file}`);
      const how = { ...(width === undefined ? {} : { width }), continued: i < runs.length - 1, baseline: 'alphabetic' as const };
      if (i === 0) this.doc.text(text, x, y + above, how);
      else this.doc.text(text, how);
    });
    this.doc.y -= above;
  }

  private runs(face: Face, words: string): readonly Run[] {
    const has = this.letters.get(face) ?? [];
    const runs: Run[] = [];
    for (const letter of words.normalize('NFC')) {
      const found = has.findIndex((isIn) => isIn(letter));
      if (found < 0) this.missing.add(letter);
      const [file, text] = found < 0 ? [0, UNKNOWN] : [found, letter];
      const last = runs.at(-1);
      if (last?.file === file) last.text += text;
      else runs.push({ file, text });
    }
    return runs.length > 0 ? runs : [{ file: 0, text: '' }];
  }
}
