import type { FontRef } from '../sheet/model';
import type { Outline } from './outline';

/** A shaped glyph: its number, how far it moves the pen and where it stands from the pen, font units. */
export interface ShapedGlyph {
  readonly glyph: number;
  /** Index in the text of the first character it stands for. */
  readonly cluster: number;
  readonly advance: number;
  readonly dx: number;
  readonly dy: number;
}

/** One font, ready for use. Font units, y upwards. */
export interface Face {
  readonly unitsPerEm: number;
  /** Glyphs of one line of text; 0 is the glyph for what the font does not have. */
  readonly shape: (text: string) => readonly ShapedGlyph[];
  readonly outline: (glyph: number) => Outline;
}

/** What shapes type: a port, so that the shaping library is loaded only where type is set. */
export interface TypePort {
  /** @throws where the font was not loaded. */
  readonly face: (font: FontRef) => Face;
}

/** A font by a name that tells it from all others. */
export const fontKey = (font: FontRef): string => ('family' in font ? `family:${font.family}` : font.sha256);
