import { levelSide, SOURCE_TILE, type SourceInfo, type SourceTile } from './source-tiles';

/** Interleaved samples of a picture or of some of its rows; premultiplied where there are four channels. */
export type Samples = Uint8Array | Uint16Array;

/**
 * One row of the next level from two of this one: means of 2 × 2 premultiplied integers, rounded half up. Where the
 * last row or column stands alone, the mean of what is there. `bottom` is null under the last row of an odd height.
 */
export const halveRows = (top: Samples, bottom: Samples | null, width: number, channels: number, out: Samples): void => {
  const half = levelSide(width, 1);
  const under = bottom ?? top;
  for (let x = 0; x < half; x++) {
    const left = 2 * x * channels;
    const right = 2 * x + 1 < width ? left + channels : left;
    for (let c = 0; c < channels; c++) {
      const sum = (top[left + c] as number) + (top[right + c] as number) + (under[left + c] as number) + (under[right + c] as number);
      out[x * channels + c] = (sum + 2) >> 2;
    }
  }
};

/** Premultiplies straight RGBA samples in place: colour · alpha / top, rounded half up; `top` is 255 or 65535. */
export const premultiply = (rgba: Samples, top: 255 | 65535): void => {
  for (let i = 0; i < rgba.length; i += 4) {
    const alpha = rgba[i + 3] as number;
    if (alpha === top) continue;
    for (let c = 0; c < 3; c++) rgba[i + c] = Math.floor(((rgba[i + c] as number) * alpha * 2 + top) / (2 * top));
  }
};

export const samplesOf = (info: Pick<SourceInfo, 'depth'>, count: number): Samples =>
  info.depth === 8 ? new Uint8Array(count) : new Uint16Array(count);

/** One tile out of rows of a level that start at the tile's own top. */
export const tileOfRows = (info: SourceInfo, level: number, x: number, rows: Samples, height: number): SourceTile => {
  const { channels } = info;
  const rowWidth = levelSide(info.width, level);
  const from = x * SOURCE_TILE;
  const width = Math.min(SOURCE_TILE, rowWidth - from);
  const data = samplesOf(info, width * height * channels);
  for (let row = 0; row < height; row++) {
    const start = (row * rowWidth + from) * channels;
    data.set(rows.subarray(start, start + width * channels), row * width * channels);
  }
  return { width, height, data };
};
