import type { Shaper } from '@uvrant/shaping';
import { fontKey, shippedFont, type FontRef, type TypePort } from '@uvrant/core';

/** The one shaper of this worker, from the first type pass on. */
let shaper: Promise<Shaper> | null = null;
/** Fonts on their way or here, by name. */
const fonts = new Map<string, Promise<void>>();

const fetchedFile = async (url: string, name: string): Promise<Uint8Array<ArrayBuffer>> => {
  const answer = await fetch(url);
  if (answer.status === 404) throw new Error(`The font ${name} is not here: add it again, or choose another.`);
  if (!answer.ok) throw new Error(`The font ${name} cannot be fetched (${answer.status}).`);
  return new Uint8Array(await answer.arrayBuffer());
};

const filesOf = (font: FontRef): Promise<Uint8Array<ArrayBuffer>[]> => {
  if ('sha256' in font) return Promise.all([fetchedFile(`/api/fonts/own/${font.sha256}`, font.name)]);
  const shipped = shippedFont(font.family);
  if (!shipped) return Promise.reject(new Error(`The font ${font.family} does not ship with this Uvrant: choose another.`));
  return Promise.all(shipped.subsets.map((_, i) => fetchedFile(`/api/fonts/shipped/${font.family}/${i}`, shipped.name)));
};

const loaded = (font: FontRef): Promise<void> => {
  const key = fontKey(font);
  const known = fonts.get(key);
  if (known) return known;
  const loading = Promise.all([shaper as Promise<Shaper>, filesOf(font)]).then(([to, files]) => to.add(font, files));
  fonts.set(key, loading);
  // One that failed is asked for again the next time.
  loading.catch(() => fonts.delete(key));
  return loading;
};

/** Shaping with some fonts; null, and nothing loaded, where there are none. */
export const typeOf = async (wanted: readonly FontRef[]): Promise<TypePort | null> => {
  if (wanted.length === 0) return null;
  shaper ??= import('@uvrant/shaping').then(({ Shaper: Loaded }) => Loaded.load());
  await Promise.all(wanted.map(loaded));
  return shaper;
};
