import { createRequire } from 'node:module';
import { inflateSync } from 'node:zlib';
import { FontError, fontName, MOST_SFNT_BYTES, sfntOf } from '@uvrant/core';
import { Shaper } from '@uvrant/shaping';

// CommonJS, and loaded only where there is a WOFF2.
const fromHere = createRequire(import.meta.url);

/** Undoes zlib, to no more than was declared. */
export const inflated = (packed: Uint8Array, length: number): Uint8Array => inflateSync(packed, { maxOutputLength: Math.max(1, length) });

const WOFF2 = 0x774f4632;

/** The sfnt in a WOFF2 (W3C WOFF File Format 2.0), by Google's decoder (wawoff2, MIT). Its size is declared at byte 16. */
const fromWoff2 = async (file: Uint8Array): Promise<Uint8Array> => {
  const declared = file.length >= 20 ? new DataView(file.buffer, file.byteOffset).getUint32(16) : Infinity;
  if (declared > MOST_SFNT_BYTES) throw new FontError(`Unpacked, the font would take more than ${MOST_SFNT_BYTES / 2 ** 20} MB.`);
  const { decompress } = fromHere('wawoff2') as { decompress: (packed: Uint8Array) => Promise<Uint8Array> };
  try {
    return await decompress(file);
  } catch {
    throw new FontError('The WOFF2 file is damaged: it cannot be unpacked.');
  }
};

/** Letters that fonts of most scripts have one of. */
const SAMPLES = 'HxОжΩאعकあ中한0●';

/** The sfnt and name of a font file, tried by one letter. @throws FontError for what is no font, or prints nothing. */
export const unwrappedFont = async (
  file: Uint8Array,
  fileName: string,
): Promise<{ readonly sfnt: Uint8Array<ArrayBuffer>; readonly name: string }> => {
  const isWoff2 = file.length >= 4 && new DataView(file.buffer, file.byteOffset).getUint32(0) === WOFF2;
  const sfnt = sfntOf(isWoff2 ? await fromWoff2(file) : file, inflated);
  const name = (fontName(sfnt) ?? fileName.replace(/\.[^.]*$/, '')).slice(0, 120);
  const shaper = await Shaper.load();
  const font = { sha256: 'tried', name };
  shaper.add(font, [sfnt]);
  const face = shaper.face(font);
  const draws = [...SAMPLES].some((letter) => face.shape(letter).some(({ glyph }) => glyph !== 0 && face.outline(glyph).length > 0));
  if (!draws) throw new FontError('The font prints nothing: none of its common letters has an outline. It may be made of pictures only.');
  return { sfnt, name };
};
