import sharp from 'sharp';

const made = new Map<string, Promise<Uint8Array>>();

/** An ICC profile that ships with sharp: sRGB, or a CMYK of the public domain. */
export const iccProfile = (name: 'srgb' | 'cmyk'): Promise<Uint8Array> => {
  const known = made.get(name);
  if (known) return known;
  const profile = (async (): Promise<Uint8Array> => {
    const pixel = sharp({ create: { width: 1, height: 1, channels: 3, background: '#ffffff' } });
    const file = name === 'srgb' ? pixel.withIccProfile('srgb').png() : pixel.toColourspace('cmyk').withIccProfile('cmyk').jpeg();
    const { icc } = await sharp(await file.toBuffer()).metadata();
    if (!icc) throw new Error(`There is no ${name} profile here.`);
    return new Uint8Array(icc);
  })();
  made.set(name, profile);
  return profile;
};

/** RGB8 as CMYK8 by that profile; white is bare. */
export const cmykRows = async (rgb: Uint8Array, width: number): Promise<Uint8Array> => {
  const raw = { width, height: rgb.length / 3 / width, channels: 3 } as const;
  return new Uint8Array(await sharp(rgb, { raw }).toColourspace('cmyk').raw().toBuffer());
};
