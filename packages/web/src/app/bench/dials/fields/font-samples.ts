import type { FontRef } from '@uvrant/core';

const addressOf = (font: FontRef): string => ('family' in font ? `/api/fonts/shipped/${font.family}/0` : `/api/fonts/own/${font.sha256}`);

/** What a font is called in the page's own styles. */
export const pageFamily = (font: FontRef): string => `uv-${'family' in font ? font.family : font.sha256}`;

const asked = new Set<string>();

/** Makes a font at hand for words on the page, once; one that cannot be read leaves them as they are. */
export const showInPage = (font: FontRef): void => {
  const family = pageFamily(font);
  if (asked.has(family) || typeof FontFace === 'undefined') return;
  asked.add(family);
  const face = new FontFace(family, `url("${addressOf(font)}")`);
  face.load().then(
    () => document.fonts.add(face),
    () => asked.delete(family),
  );
};

/** Characters of a sample: as many as a line of the list has room for. */
const SAMPLE = 22;

/** The words that fonts are shown with: the first line that has any. */
export const sampleOf = (text: string, isUpperCase: boolean): string => {
  const line = text.split('\n').find((each) => each.trim() !== '') ?? 'Lettering';
  const words = line.trim().slice(0, SAMPLE);
  return isUpperCase ? words.toUpperCase() : words;
};
