import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { sfntOf, shippedFont } from '@uvrant/core';
import { inflated } from '../../packages/server/src/fonts/unwrapped';

const find = createRequire(import.meta.url);

/** The files of a font that ships, unwrapped. */
export const filesOf = (family: string): Uint8Array<ArrayBuffer>[] => {
  const folder = dirname(find.resolve(`@fontsource/${family}/package.json`));
  const subsets = shippedFont(family)?.subsets ?? [];
  return subsets.map((subset) => sfntOf(readFileSync(join(folder, 'files', `${family}-${subset}-400-normal.woff`)), inflated));
};
