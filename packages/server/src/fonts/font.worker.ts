import { FontError } from '@uvrant/core';
import { unwrappedFont } from './unwrapped';

export interface FontTask {
  readonly file: Uint8Array;
  readonly fileName: string;
}
export type FontResult =
  { readonly ok: true; readonly sfnt: Uint8Array; readonly name: string } | { readonly ok: false; readonly message: string };

/** Unwraps and tries a font, off the server's event loop. */
export default async ({ file, fileName }: FontTask): Promise<FontResult> => {
  try {
    return { ok: true, ...(await unwrappedFont(file, fileName)) };
  } catch (error) {
    if (error instanceof FontError) return { ok: false, message: error.message };
    // What a shaper cannot make anything of is no font that prints.
    return { ok: false, message: `It cannot be read as a font (${error instanceof Error ? error.message : String(error)}).` };
  }
};
