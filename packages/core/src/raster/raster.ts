/**
 * The kinds of raster: the three that steps work on, and the index plane of a hard sheet's print. All planes of values are signed 16-bit with ONE = 1.0; the sign and the two spare bits are room for
 * overshoot inside a step, what leaves a step is within 0 … ONE.
 */
export const ONE = 16384;
export const HALF = 8192;

/** A rectangle of whole pixels in the frame of the rendered sheet: origin top left, y downwards. */
export interface Region {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Red, green, blue, sRGB-encoded, each 0 … ONE. */
export type Rgb = readonly [number, number, number];

/** sRGB-encoded premultiplied RGBA, interleaved: 4 · width · height values. */
export interface ColourRaster {
  readonly kind: 'colour';
  readonly region: Region;
  readonly data: Int16Array;
}

/** One grey plane (0 black … ONE white) and where it is there; no coverage plane means it is there everywhere. */
export interface ToneRaster {
  readonly kind: 'tone';
  readonly region: Region;
  readonly tone: Int16Array;
  readonly coverage: Int16Array | null;
}

/** Coverage of one ink (0 bare … ONE solid) and the ink's colour. */
export interface InkRaster {
  readonly kind: 'ink';
  readonly region: Region;
  readonly coverage: Int16Array;
  readonly colour: Rgb;
}

/** The colours of an index plane by entry: premultiplied RGBA at working depth, four values each. Entry 0 is bare. */
export type Palette = Int16Array;

/** A print of few colours, one byte a pixel: the number of its palette's entry. */
export interface IndexRaster {
  readonly kind: 'index';
  readonly region: Region;
  readonly entries: Uint8Array;
  readonly palette: Palette;
}

interface RasterByKind {
  readonly colour: ColourRaster;
  readonly tone: ToneRaster;
  readonly ink: InkRaster;
  readonly index: IndexRaster;
}
export type RasterKind = keyof RasterByKind;
export type RasterOf<K extends RasterKind> = RasterByKind[K];
export type Raster = RasterOf<RasterKind>;

export const sizeOf = (region: Region): number => region.width * region.height;

export const bytesOf = (raster: Raster): number => {
  switch (raster.kind) {
    case 'colour':
      return raster.data.byteLength;
    case 'tone':
      return raster.tone.byteLength + (raster.coverage?.byteLength ?? 0);
    case 'ink':
      return raster.coverage.byteLength;
    case 'index':
      return raster.entries.byteLength;
  }
};

/** v · w of two values in 0 … ONE, rounded half up. */
export const times = (v: number, w: number): number => (v * w + HALF) >> 14;

/** from + (to − from) · share of three values in 0 … ONE, rounded half up; exact at both ends. */
export const between = (from: number, to: number, share: number): number => from + (((to - from) * share + HALF) >> 14);

/** The working value of an 8-bit one, rounded to nearest. */
export const from8 = (v: number): number => Math.floor((v * ONE * 2 + 255) / 510);

/** The working value of a 16-bit one, rounded to nearest. */
export const from16 = (v: number): number => Math.floor((v * ONE * 2 + 65535) / 131070);

/** A share (0 … 1) as a working value. */
export const shareOf = (value: number): number => Math.floor(Math.max(0, Math.min(1, value)) * ONE + 0.5);
