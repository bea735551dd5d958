import sharp, { type Blend } from 'sharp';
import { BLEND_MODES, ONE, type Kernels, type ModeName } from '@uvrant/core';
import { pair, print, timed } from './rows';

/** The modes that the library composites as well; its other ones are compared with nothing. */
const THEIRS: Partial<Record<ModeName, Blend>> = {
  normal: 'over',
  multiply: 'multiply',
  screen: 'screen',
  overlay: 'overlay',
  darken: 'darken',
  lighten: 'lighten',
  'color-dodge': 'colour-dodge',
  'color-burn': 'colour-burn',
  'hard-light': 'hard-light',
  'soft-light': 'soft-light',
  difference: 'difference',
  exclusion: 'exclusion',
  add: 'add',
  'knock-out': 'dest-out',
};
const BOUNDS: Partial<Record<ModeName, number>> = { multiply: 0.3, 'soft-light': 0.35 };

/** Every lay of one 28.8-megapixel RGBA over another, copies in and out included. */
export const lays = async (
  kernels: Kernels,
  rgba: Int16Array,
  bytes: Buffer,
  raw: { readonly raw: { readonly width: number; readonly height: number; readonly channels: 4 } },
): Promise<void> => {
  const beneath = rgba.slice();
  const out = new Int16Array(rgba.length);
  for (const { name, title } of BLEND_MODES) {
    const ours = (): void => kernels.blend(beneath, rgba, name, false, ONE, null, out);
    const blend = THEIRS[name];
    const row = `${title}, RGBA ÷ sharp composite`;
    if (!blend) {
      ours();
      console.log(`${title.padEnd(56)} ${(await timed(ours)).toFixed(0).padStart(6)} ms`);
      continue;
    }
    const composite = (): Promise<Buffer> =>
      sharp(bytes, raw)
        .composite([{ input: bytes, raw: raw.raw, blend }])
        .raw()
        .toBuffer();
    const { ours: a, theirs: b } = await pair(ours, composite, BOUNDS[name] === undefined ? { runs: 3, tries: 1 } : undefined);
    print(row, a, b, BOUNDS[name] ?? null);
  }
};
