import sharp from 'sharp';

/** Decoders that pictures may be read by; all others of the library are shut. */
const ALLOWED = ['Jpeg', 'Png', 'Tiff', 'Webp', 'Heif', 'Nsgif'];

/** Shuts all other decoders, for the whole process: called once, before any thread reads a picture, as the shutting is not done at one stroke. */
export const allowDecoders = (): void => {
  sharp.block({ operation: ['VipsForeignLoad'] });
  sharp.unblock({ operation: ALLOWED.flatMap((name) => [`VipsForeignLoad${name}File`, `VipsForeignLoad${name}`]) });
};
