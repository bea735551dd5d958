import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { inflateSync } from 'node:zlib';
import { Shaper } from '@uvrant/shaping';
import { sfntOf, SHIPPED_FONTS, type Inflate, type ShippedFont } from '../../src';

const find = createRequire(__filename);

export const inflated: Inflate = (packed, length) => inflateSync(packed, { maxOutputLength: length });

export const fontFile = (family: string, subset: string): Uint8Array => {
  const folder = dirname(find.resolve(`@fontsource/${family}/package.json`));
  return readFileSync(join(folder, 'files', `${family}-${subset}-400-normal.woff`));
};

export const filesOf = ({ family, subsets }: ShippedFont): Uint8Array<ArrayBuffer>[] =>
  subsets.map((subset) => sfntOf(fontFile(family, subset), inflated));

/** Shaping with every font that ships. */
export const shaperOfAll = async (): Promise<Shaper> => {
  const shaper = await Shaper.load();
  for (const font of SHIPPED_FONTS) shaper.add({ family: font.family }, filesOf(font));
  return shaper;
};
