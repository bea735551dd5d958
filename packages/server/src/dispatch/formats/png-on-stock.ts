import { PngWriter } from '../../render/png';
import type { OutputFormat, RowWriter } from './declare';

/** A channel of a straight colour laid on an opaque one, all 0 … 255, rounded to nearest. */
const laid = (over: number, alpha: number, under: number): number => Math.floor((over * alpha + under * (255 - alpha)) / 255 + 0.5);

const channelsOf = (hex: string): readonly number[] => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));

/** A palette of packed RGBA8 on a stock, all of it opaque. */
const paletteOn = (palette: Uint32Array, [r, g, b]: readonly number[]): Uint32Array =>
  palette.map((colour) => {
    const alpha = colour >>> 24;
    const at = (shift: number, under: number): number => laid((colour >>> shift) & 255, alpha, under) << shift;
    return (at(0, r as number) | at(8, g as number) | at(16, b as number) | 0xff000000) >>> 0;
  });

/** Rows of RGBA8 as RGB8 on a stock. */
const rowsOn = (rgba: Uint8Array, stock: readonly number[]): Uint8Array => {
  const rgb = new Uint8Array((rgba.length / 4) * 3);
  for (let i = 0, o = 0; i < rgba.length; i += 4) {
    const alpha = rgba[i + 3] as number;
    for (let channel = 0; channel < 3; channel++) rgb[o++] = laid(rgba[i + channel] as number, alpha, stock[channel] as number);
  }
  return rgb;
};

/** RGB of 8 bits, or a palette, of the print as it looks on its stock. */
export const pngOnStock: OutputFormat = {
  title: 'PNG, on stock',
  suits: 'For showing: the print on its stock’s colour, opaque all over.',
  ending: 'png',
  suffix: 'on-stock',
  mime: 'image/png',
  open({ path, width, height, ppi, palette, stock }): RowWriter {
    const colour = channelsOf(stock);
    if (palette) return new PngWriter(path, width, height, ppi, { palette: paletteOn(palette, colour) });
    const file = new PngWriter(path, width, height, ppi, 3);
    return { rows: (rgba) => file.rows(rowsOn(rgba, colour)), end: () => file.end() };
  },
};
