import { LUMA } from '../../raster/convert';
import type { Kernels } from '../../raster/kernels';
import { ONE, type ColourRaster } from '../../raster/raster';

/** Red, green and blue of each tone, ONE + 1 values each. */
export type ToneColours = readonly [Int16Array, Int16Array, Int16Array];

/** Encoded colour, each channel 0 … 1. */
export type Colour = readonly [number, number, number];

export const lumaOf = ([r, g, b]: Colour): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;

/** The colour with another luma: moved as a whole, then brought towards grey as far as it lies outside (W3C Compositing, SetLum and ClipColor). */
export const withLuma = (colour: Colour, luma: number): Colour => {
  const by = luma - lumaOf(colour);
  let c = colour.map((v) => v + by);
  const least = Math.min(...c);
  if (least < 0) c = c.map((v) => luma + ((v - luma) * luma) / (luma - least));
  const most = Math.max(...c);
  if (most > 1) c = c.map((v) => luma + ((v - luma) * (1 - luma)) / (most - luma));
  return c as unknown as Colour;
};

/** Tables of a colour by tone, clamped and rounded. */
export const toneColours = (colourOf: (tone: number) => Colour): ToneColours => {
  const tables: ToneColours = [new Int16Array(ONE + 1), new Int16Array(ONE + 1), new Int16Array(ONE + 1)];
  for (let v = 0; v <= ONE; v++) {
    const colour = colourOf(v / ONE);
    for (let c = 0; c < 3; c++) (tables[c] as Int16Array)[v] = Math.floor(Math.max(0, Math.min(1, colour[c] as number)) * ONE + 0.5);
  }
  return tables;
};

/** A picture in the colours of its tones (BT.709 luma), its coverage kept. */
export function* inToneColours(input: ColourRaster, tables: ToneColours, kernels: Kernels): Generator<void, ColourRaster, void> {
  const pixels = input.data.length / 4;
  const [tone, coverage] = [kernels.arena.plane(pixels), kernels.arena.plane(pixels)];
  kernels.grey(input.data, LUMA, tone, coverage);
  yield;
  const data = kernels.arena.plane(input.data.length);
  kernels.toned(tone, coverage, tables, data);
  return { ...input, data };
}

/** A picture with each channel taken through its own table, its coverage kept. */
export function* throughChannels(input: ColourRaster, tables: ToneColours, kernels: Kernels): Generator<void, ColourRaster, void> {
  const data = kernels.arena.plane(input.data.length);
  yield;
  kernels.channels(input.data, ...tables, data);
  return { ...input, data };
}
