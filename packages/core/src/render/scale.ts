import { pixelsOf, pxPerMm } from '../units/length';
import type { Region } from '../raster/raster';
import type { Size } from '../sheet/model';

/** When a screen is shown by its measured curve instead of its dots. */
export type Curves = 'never' | 'where too fine' | 'always';

/** The scale a sheet is rendered at: pixels for the whole sheet, pixels a millimetre, and what stands in for screens. */
export interface Scale {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  readonly curves: Curves;
  /** How a draft shows wear: as it will print (where it is not said), or quickly and about. */
  readonly wear?: 'quick';
  /** Passes, by their ids, whose dots are rendered for their outlines. */
  readonly traces?: readonly string[];
}

/** The sheet's own pixels, or those of another device resolution. */
export const trueScale = (size: Size, ppi: number): Scale => ({
  width: pixelsOf(size.width, ppi),
  height: pixelsOf(size.height, ppi),
  pxPerMm: pxPerMm(ppi),
  curves: 'never',
});

/** 1/2^halvings of the true scale, as a quick preview. */
export const draftScale = (size: Size, ppi: number, halvings: number, curves: Curves = 'where too fine'): Scale => {
  const whole = trueScale(size, ppi);
  const by = 2 ** halvings;
  return {
    width: Math.ceil(whole.width / by),
    height: Math.ceil(whole.height / by),
    pxPerMm: whole.pxPerMm / by,
    curves,
  };
};

/** Long side of the raster that statistics are read from. */
export const ANALYSIS_SIDE = 1024;

export const analysisScale = (size: Size): Scale => {
  const perMm = ANALYSIS_SIDE / Math.max(size.width, size.height);
  return {
    width: Math.max(1, Math.round(size.width * perMm)),
    height: Math.max(1, Math.round(size.height * perMm)),
    pxPerMm: perMm,
    curves: 'always',
  };
};

export const wholeRegion = ({ width, height }: Scale): Region => ({ x: 0, y: 0, width, height });
