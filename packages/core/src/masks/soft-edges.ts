import { distancesTo } from '../raster/distance';
import { guided, weightedMeans } from '../raster/guided';
import { HALF, ONE, type ColourRaster } from '../raster/raster';

/** Smoothing of the guided filter, on values 0 … 1: that of its paper's matting example. */
const EPSILON = 1e-6;
/** From here up a pixel is surely the subject's, from here down surely the ground's. */
export const SURE = Math.floor(0.97 * ONE);
export const NONE = ONE - SURE;

/** Half the band and the filter's window, pixels. */
export const softReach = (bandMm: number, pxPerMm: number): { readonly half: number; readonly window: number } => {
  const half = Math.max(1, Math.floor((bandMm * pxPerMm) / 2 + 0.5));
  return { half, window: Math.max(1, half) };
};

/** Pixels beyond a pixel that finding soft edges reads: the band's distance, the filter, and the colours beside it. */
export const softEdgeReach = (bandMm: number, pxPerMm: number): number => {
  const { half, window } = softReach(bandMm, pxPerMm);
  return half + 1 + 2 * window;
};

/** Red, green and blue of a picture, each a plane. */
export const channelsOf = ({ data }: ColourRaster): readonly [Int16Array, Int16Array, Int16Array] => {
  const planes = [0, 1, 2].map(() => new Int16Array(data.length / 4)) as [Int16Array, Int16Array, Int16Array];
  for (let i = 0, o = 0; i < data.length; i += 4, o++) {
    planes[0][o] = data[i] as number;
    planes[1][o] = data[i + 1] as number;
    planes[2][o] = data[i + 2] as number;
  }
  return planes;
};

/** Coverage with the picture's own soft edges in a band along a rough outline, and where the band was widened. */
export const softEdges = (
  picture: ColourRaster,
  rough: Int16Array,
  widened: Int16Array | null,
  bandMm: number,
  pxPerMm: number,
): Int16Array => {
  const { width, height } = picture.region;
  const { half, window } = softReach(bandMm, pxPerMm);
  const inside = new Uint8Array(rough.length);
  const outside = new Uint8Array(rough.length);
  for (let i = 0; i < rough.length; i++) {
    inside[i] = (rough[i] as number) >= HALF ? 1 : 0;
    outside[i] = 1 - (inside[i] as number);
  }
  const toInside = distancesTo(inside, width, height, half + 1);
  const toOutside = distancesTo(outside, width, height, half + 1);
  const near = new Uint8Array(rough.length);
  let any = 0;
  for (let i = 0; i < near.length; i++) {
    const isNear = (toInside[i] as number) <= half && (toOutside[i] as number) <= half;
    any |= near[i] = isNear || (widened && (widened[i] as number) >= HALF) ? 1 : 0;
  }
  if (any === 0) return rough;
  const fine = guided(channelsOf(picture), rough, width, height, window, EPSILON);
  const out = rough.slice();
  for (let i = 0; i < out.length; i++) if (near[i]) out[i] = fine[i] as number;
  return out;
};

/** Pixels around a pixel that are read to unmix its colour. */
export const foregroundReach = (bandMm: number, pxPerMm: number): number => softReach(bandMm, pxPerMm).window;

/**
 * Unmixes the subject's colour F from what is seen, C = α·F + (1 − α)·B. B is the mean of nearby pixels with α = 0. F is
 * α · (C − (1 − α)·B)/α + (1 − α)·S: what remains without the ground, mixed with S, the mean of nearby pixels with α = 1, which is
 * steadier where α is small.
 */
export const foregroundColours = (picture: ColourRaster, coverage: Int16Array, bandMm: number, pxPerMm: number): ColourRaster => {
  const { width, height } = picture.region;
  const reach = foregroundReach(bandMm, pxPerMm);
  const sure = new Uint8Array(coverage.length);
  const none = new Uint8Array(coverage.length);
  let between = 0;
  for (let i = 0; i < coverage.length; i++) {
    sure[i] = (coverage[i] as number) >= SURE ? 1 : 0;
    none[i] = (coverage[i] as number) <= NONE ? 1 : 0;
    between |= 1 - (sure[i] as number) - (none[i] as number);
  }
  if (between === 0) return picture;
  const data = picture.data.slice();
  for (const [c, plane] of channelsOf(picture).entries()) {
    const subject = weightedMeans(plane, sure, width, height, reach);
    const ground = weightedMeans(plane, none, width, height, reach);
    for (let i = 0; i < coverage.length; i++) {
      if (sure[i] || none[i] || (subject[i] as number) < 0 || (ground[i] as number) < 0) continue;
      const alpha = (coverage[i] as number) / ONE;
      const left = ((plane[i] as number) - (1 - alpha) * (ground[i] as number)) / alpha;
      const own = alpha * left + (1 - alpha) * (subject[i] as number);
      data[4 * i + c] = Math.floor(Math.max(0, Math.min(picture.data[4 * i + 3] as number, own)) + 0.5);
    }
  }
  return { ...picture, data };
};
