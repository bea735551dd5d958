import { Shaper } from '@uvrant/shaping';
import { fontsOf, type FontRef, type Sheet, type TypePort } from '@uvrant/core';
import { shippedFiles } from './shipped';

/** The person's own font's bytes (sfnt). @throws Error where it is not here. */
export type OwnFont = (font: Extract<FontRef, { sha256: string }>) => Uint8Array<ArrayBuffer>;

/** Shaping with the fonts of some sheets; null, and nothing loaded, where none of them sets type. */
export const typeFor = async (sheets: readonly Sheet[], ownFont: OwnFont): Promise<TypePort | null> => {
  const fonts = sheets.flatMap(fontsOf);
  if (fonts.length === 0) return null;
  const shaper = await Shaper.load();
  for (const font of fonts) {
    if (!shaper.has(font)) shaper.add(font, 'family' in font ? shippedFiles(font.family) : [ownFont(font)]);
  }
  return shaper;
};
