/** Rows of a print made into those of a file. */

/** A channel of a straight colour laid on an opaque one, all 0 … 255, rounded to nearest. */
const laid = (over: number, alpha: number, under: number): number => Math.floor((over * alpha + under * (255 - alpha)) / 255 + 0.5);

export const channelsOf = (hex: string): readonly [number, number, number] =>
  [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as unknown as readonly [number, number, number];

/** BT.709 luma of encoded values, 0 … 255. */
const lumaOf = (r: number, g: number, b: number): number => Math.floor(0.2126 * r + 0.7152 * g + 0.0722 * b + 0.5);

/** A palette of packed RGBA8, each colour changed. */
export const paletteWith = (palette: Uint32Array, change: (rgba: readonly number[]) => readonly number[]): Uint32Array =>
  palette.map((colour) => {
    const changed = change([0, 8, 16, 24].map((shift) => (colour >>> shift) & 255));
    return changed.reduce((word, value, i) => word | (value << (8 * i)), 0) >>> 0;
  });

/** A straight colour on an opaque stock. */
export const onStock = ([r, g, b, alpha]: readonly number[], stock: readonly number[]): number[] => [
  ...[r, g, b].map((over, i) => laid(over as number, alpha as number, stock[i] as number)),
  255,
];

/** A colour as its grey. */
export const asGrey = ([r, g, b, alpha]: readonly number[]): number[] => {
  const grey = lumaOf(r as number, g as number, b as number);
  return [grey, grey, grey, alpha as number];
};

/** Rows of RGBA8 as RGB8 on a stock. */
export const rowsOnStock = (rgba: Uint8Array, stock: readonly number[]): Uint8Array => {
  const rgb = new Uint8Array((rgba.length / 4) * 3);
  for (let i = 0, o = 0; i < rgba.length; i += 4) {
    const alpha = rgba[i + 3] as number;
    for (let channel = 0; channel < 3; channel++) rgb[o++] = laid(rgba[i + channel] as number, alpha, stock[channel] as number);
  }
  return rgb;
};

/** Rows of RGB8 as grey, of RGBA8 as grey and alpha. */
export const greyRows = (bytes: Uint8Array, channels: 3 | 4): Uint8Array => {
  const out = new Uint8Array((bytes.length / channels) * (channels - 2));
  for (let i = 0, o = 0; i < bytes.length; i += channels) {
    out[o++] = lumaOf(bytes[i] as number, bytes[i + 1] as number, bytes[i + 2] as number);
    if (channels === 4) out[o++] = bytes[i + 3] as number;
  }
  return out;
};

/** Entries of a palette as RGBA8. */
export const coloursOf = (entries: Uint8Array, palette: Uint32Array): Uint8Array => {
  const out = new Uint32Array(entries.length);
  for (let i = 0; i < entries.length; i++) out[i] = palette[entries[i] as number] as number;
  return new Uint8Array(out.buffer);
};
