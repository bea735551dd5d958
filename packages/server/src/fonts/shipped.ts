import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { sfntOf, shippedFont } from '@uvrant/core';
import { inflated } from './unwrapped';

const fromHere = createRequire(import.meta.url);
const folderOf = (family: string): string => dirname(fromHere.resolve(`@fontsource/${family}/package.json`));

/** The sfnt of one file of a font that ships with the program; null where there is no such file. */
export const shippedFile = (family: string, index: number): Uint8Array<ArrayBuffer> | null => {
  const subset = shippedFont(family)?.subsets[index];
  if (subset === undefined) return null;
  return sfntOf(readFileSync(join(folderOf(family), 'files', `${family}-${subset}-400-normal.woff`)), inflated);
};

/** All files of a font that ships with the program. @throws Error where it does not. */
export const shippedFiles = (family: string): Uint8Array<ArrayBuffer>[] => {
  const font = shippedFont(family);
  if (!font) throw new Error(`The font ${family} does not ship with this Uvrant.`);
  return font.subsets.map((_, i) => shippedFile(family, i) as Uint8Array<ArrayBuffer>);
};

/** Which letters each file of a font that ships with the program has: a test a file, by the ranges that come with them. */
export const lettersOf = (family: string): ((letter: string) => boolean)[] => {
  const ranges = JSON.parse(readFileSync(join(folderOf(family), 'unicode.json'), 'utf8')) as Record<string, string>;
  return (shippedFont(family)?.subsets ?? []).map((subset) => {
    const spans = (ranges[subset] ?? '').split(',').map((span) =>
      span
        .slice(2)
        .split('-')
        .map((code) => parseInt(code, 16)),
    );
    return (letter) => {
      const code = letter.codePointAt(0) as number;
      return spans.some(([from = 0, to = from]) => code >= from && code <= to);
    };
  });
};

/** Letters of a text that no file of a font that ships with the program has, each once. */
export const lettersMissing = (family: string, text: string): string[] => {
  const files = lettersOf(family);
  return [...new Set(text.normalize('NFC'))].filter((letter) => !files.some((has) => has(letter)));
};

/** The one of some families that has most letters of a text; of equals the first. */
export const familyFor = (families: readonly [string, ...string[]], text: string): string =>
  families.reduce((best, each) => (lettersMissing(each, text).length < lettersMissing(best, text).length ? each : best));
