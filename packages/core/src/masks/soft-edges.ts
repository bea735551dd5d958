import { guidedBytes, unmixedBytes, type Kernels } from '../raster/kernels';
import { ONE, type ColourRaster, type Region } from '../raster/raster';
import { isBlank } from '../raster/uniform';
import { remembering } from '../units/remember';

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

/** Pixels that are gone through at a go. */
const STRETCH = 2 ** 16;

/** A table that is all up to the share of `half` of half + 1, and nothing beyond. */
const nearTable = remembering(8, String, (half: number): Int16Array => {
  const table = new Int16Array(ONE + 1);
  return table.fill(ONE, 0, Math.floor((half / (half + 1)) * ONE + 0.5) + 1);
});

/** The band along a rough outline, and where it was widened: all or nothing. */
function* bandOf(
  rough: Int16Array,
  widened: Int16Array | null,
  half: number,
  region: Region,
  kernels: Kernels,
): Generator<void, Int16Array, void> {
  const { arena } = kernels;
  const [toInside, toOutside] = [arena.plane(rough.length), arena.plane(rough.length)];
  for (const [away, isOutside] of [
    [toInside, false],
    [toOutside, true],
  ] as const) {
    kernels.distance(rough, region, half + 1, isOutside, region, away);
    yield;
    kernels.table(away, nearTable(half), away);
  }
  kernels.multiply(toInside, toOutside, toInside);
  if (!widened || isBlank(widened)) return toInside;
  const more = arena.plane(rough.length);
  kernels.cut(widened, more);
  kernels.combined(toInside, 1, more, 1, 0, 0, more);
  return more;
}

/** Coverage with the picture's own soft edges in a band along a rough outline, and where the band was widened. */
export function* softEdges(
  picture: ColourRaster,
  rough: Int16Array,
  widened: Int16Array | null,
  bandMm: number,
  pxPerMm: number,
  kernels: Kernels,
): Generator<void, Int16Array, void> {
  const { region } = picture;
  const { arena } = kernels;
  const { half, window } = softReach(bandMm, pxPerMm);
  const band = yield* bandOf(rough, widened, half, region, kernels);
  if (kernels.extent(band) === 'bare') return rough;
  const filter = { width: region.width, height: region.height, reach: window, epsilon: EPSILON };
  const state = arena.bytes(guidedBytes(filter)).fill(0);
  const fine = arena.plane(rough.length);
  for (const rows of rowsOf(region)) {
    kernels.guided(picture.data, rough, filter, rows, state, fine);
    yield;
  }
  const out = arena.plane(rough.length);
  kernels.mix(rough, fine, 1, ONE, band, out);
  return out;
}

/** Rows of a region, some at a go. */
function* rowsOf({ width, height }: Region): Generator<readonly [number, number], void, void> {
  const rows = Math.max(1, Math.floor(STRETCH / width));
  for (let from = 0; from < height; from += rows) yield [from, Math.min(height, from + rows)];
}

/** Pixels around a pixel that are read to unmix its colour. */
export const foregroundReach = (bandMm: number, pxPerMm: number): number => softReach(bandMm, pxPerMm).window;

/** A picture in the colours of the subject that a coverage has, without its ground's where it is between. */
export function* foregroundColours(
  picture: ColourRaster,
  coverage: Int16Array,
  bandMm: number,
  pxPerMm: number,
  kernels: Kernels,
): Generator<void, ColourRaster, void> {
  if (kernels.extent(coverage) !== 'soft') return picture;
  const { region } = picture;
  const { arena } = kernels;
  const unmixing = { width: region.width, height: region.height, reach: foregroundReach(bandMm, pxPerMm), sure: SURE, none: NONE };
  const data = arena.plane(picture.data.length);
  data.set(picture.data);
  const state = arena.bytes(unmixedBytes(unmixing)).fill(0);
  for (const rows of rowsOf(region)) {
    kernels.unmixed(picture.data, coverage, unmixing, rows, state, data);
    yield;
  }
  return { ...picture, data };
}
