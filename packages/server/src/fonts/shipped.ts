import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { sfntOf, shippedFont } from '@uvrant/core';
import { inflated } from './unwrapped';

const fromHere = createRequire(import.meta.url);

/** The sfnt of one file of a font that ships with the program; null where there is no such file. */
export const shippedFile = (family: string, index: number): Uint8Array<ArrayBuffer> | null => {
  const subset = shippedFont(family)?.subsets[index];
  if (subset === undefined) return null;
  const folder = dirname(fromHere.resolve(`@fontsource/${family}/package.json`));
  return sfntOf(readFileSync(join(folder, 'files', `${family}-${subset}-400-normal.woff`)), inflated);
};

/** All files of a font that ships with the program. @throws Error where it does not. */
export const shippedFiles = (family: string): Uint8Array<ArrayBuffer>[] => {
  const font = shippedFont(family);
  if (!font) throw new Error(`The font ${family} does not ship with this Uvrant.`);
  return font.subsets.map((_, i) => shippedFile(family, i) as Uint8Array<ArrayBuffer>);
};
