import type { GreyShares, Kernels } from './kernels';
import { ONE, sizeOf, type ColourRaster, type InkRaster, type Raster, type RasterKind, type Rgb, type ToneRaster } from './raster';
import { blankPlane, isBlank } from './uniform';

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
  const { region } = raster;
  switch (raster.kind) {
    case 'tone':
      return raster;
    case 'ink':
      return { kind: 'tone', region, tone: blankPlane(raster.coverage.length), coverage: raster.coverage };
    case 'index':
      return toneOf(colourOf(raster, kernels), kernels);
    case 'colour': {
      const pixels = sizeOf(region);
      const none = blankPlane(pixels);
      if (isBlank(raster.data)) return { kind: 'tone', region, tone: none, coverage: none };
      const tone = kernels.arena.plane(pixels);
      const coverage = kernels.arena.plane(pixels);
      const least = kernels.grey(raster.data, LUMA, tone, coverage);
      return { kind: 'tone', region, tone, coverage: least === ONE ? null : coverage };
    }
  }
};

const inkOf = (raster: Raster, choice: InkChoice, kernels: Kernels): InkRaster => {
  if (raster.kind === 'ink') return raster;
  const { region, tone, coverage: there } = toneOf(raster, kernels);
  const { colour, carriesLights } = choice;
  if (there && isBlank(there)) return { kind: 'ink', region, coverage: there, colour };
  if (carriesLights && !there) return { kind: 'ink', region, coverage: tone, colour };
  const coverage = kernels.arena.plane(tone.length);
  if (!carriesLights) kernels.complement(tone, ONE, coverage);
  if (there) kernels.multiply(carriesLights ? tone : coverage, there, coverage);
  return { kind: 'ink', region, coverage, colour };
};

const colourOf = (raster: Raster, kernels: Kernels): ColourRaster => {
  const { region } = raster;
  const length = 4 * sizeOf(region);
  switch (raster.kind) {
    case 'colour':
      return raster;
    case 'ink': {
      if (isBlank(raster.coverage)) return { kind: 'colour', region, data: blankPlane(length) };
      const data = kernels.arena.plane(length);
      kernels.paint(raster.coverage, raster.colour, data);
      return { kind: 'colour', region, data };
    }
    case 'tone': {
      if (raster.coverage && isBlank(raster.coverage)) return { kind: 'colour', region, data: blankPlane(length) };
      const data = kernels.arena.plane(length);
      kernels.paintTones(raster.tone, raster.coverage, data);
      return { kind: 'colour', region, data };
    }
    case 'index': {
      const data = kernels.arena.plane(length);
      kernels.lookUp(raster.entries, raster.palette, 4, data);
      return { kind: 'colour', region, data };
    }
  }
};

/**
 * The raster in another kind: colour → tone is BT.709 luma of the unpremultiplied encoded values; tone → colour grey;
 * tone → ink coverage · (1 − tone), or · tone where the ink carries the lights; ink → tone is tone 0 with that
 * coverage; ink → colour the ink's colour, premultiplied.
 */
export const convert = (
  raster: Raster,
  kind: Exclude<RasterKind, 'index'>,
  kernels: Kernels,
  choice: InkChoice = BLACK,
): ToneRaster | InkRaster | ColourRaster => {
  if (kind === 'tone') return toneOf(raster, kernels);
  if (kind === 'ink') return inkOf(raster, choice, kernels);
  return colourOf(raster, kernels);
};
