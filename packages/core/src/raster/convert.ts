import { blankPlane, isBlank } from './blank';
import type { GreyShares, Kernels } from './kernels';
import { ONE, times, type InkRaster, type Raster, type RasterKind, type Rgb, type ToneRaster } from './raster';

/** Shares as the kernels take them; rounding is put right in green, so that equal channels keep their value. */
export const greyShares = (red: number, green: number, blue: number): GreyShares => {
  const whole = 2 ** 28;
  const r = Math.round(red * whole);
  const b = Math.round(blue * whole);
  return [r, Math.round((red + green + blue) * whole) - r - b, b];
};

/** ITU-R BT.709 luma of the encoded values. */
export const LUMA = greyShares(0.2126, 0.7152, 0.0722);

/** What a conversion needs to know besides the raster: the ink that a tone becomes, and which end of it prints. */
export interface InkChoice {
  readonly colour: Rgb;
  readonly carriesLights: boolean;
}

const BLACK: InkChoice = { colour: [0, 0, 0], carriesLights: false };

const toneOf = (raster: Raster, kernels: Kernels): ToneRaster => {
  if (raster.kind === 'tone') return raster;
  if (raster.kind === 'ink') {
    const tone = new Int16Array(raster.coverage.length);
    return { kind: 'tone', region: raster.region, tone, coverage: raster.coverage };
  }
  const tone = new Int16Array(raster.data.length / 4);
  const coverage = new Int16Array(tone.length);
  const least = kernels.grey(raster.data, LUMA, tone, coverage);
  return { kind: 'tone', region: raster.region, tone, coverage: least === ONE ? null : coverage };
};

const inkOf = (raster: Raster, choice: InkChoice, kernels: Kernels): InkRaster => {
  if (raster.kind === 'ink') return raster;
  const { region, tone, coverage: there } = toneOf(raster, kernels);
  const coverage = new Int16Array(tone.length);
  for (let i = 0; i < tone.length; i++) {
    const ink = choice.carriesLights ? (tone[i] as number) : ONE - (tone[i] as number);
    coverage[i] = there ? times(ink, there[i] as number) : ink;
  }
  return { kind: 'ink', region, coverage, colour: choice.colour };
};

const colourOf = (raster: Raster, kernels: Kernels): Raster => {
  if (raster.kind === 'colour') return raster;
  const { region } = raster;
  if (raster.kind === 'ink') {
    if (isBlank(raster.coverage)) return { kind: 'colour', region, data: blankPlane(4 * raster.coverage.length) };
    const data = new Int16Array(4 * raster.coverage.length);
    kernels.paint(raster.coverage, raster.colour, data);
    return { kind: 'colour', region, data };
  }
  const data = new Int16Array(4 * raster.tone.length);
  for (let i = 0; i < raster.tone.length; i++) {
    const alpha = raster.coverage ? (raster.coverage[i] as number) : ONE;
    const grey = times(raster.tone[i] as number, alpha);
    data[4 * i] = data[4 * i + 1] = data[4 * i + 2] = grey;
    data[4 * i + 3] = alpha;
  }
  return { kind: 'colour', region, data };
};

/**
 * The raster in another kind: colour → tone is BT.709 luma of the unpremultiplied encoded values; tone → colour grey;
 * tone → ink coverage · (1 − tone), or · tone where the ink carries the lights; ink → tone is tone 0 with that
 * coverage; ink → colour the ink's colour, premultiplied.
 */
export const convert = (raster: Raster, kind: RasterKind, kernels: Kernels, choice: InkChoice = BLACK): Raster => {
  if (kind === 'tone') return toneOf(raster, kernels);
  if (kind === 'ink') return inkOf(raster, choice, kernels);
  return colourOf(raster, kernels);
};
