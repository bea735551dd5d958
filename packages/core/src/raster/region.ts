import type { Arena } from './arena';
import type { Region } from './raster';
import { uniformPlane, uniformValue } from './uniform';

export const grow = (region: Region, by: number): Region => ({
  x: region.x - by,
  y: region.y - by,
  width: region.width + 2 * by,
  height: region.height + 2 * by,
});

/** The least region that holds two others. */
export const hull = (a: Region, b: Region): Region => {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  return { x, y, width: Math.max(a.x + a.width, b.x + b.width) - x, height: Math.max(a.y + a.height, b.y + b.height) - y };
};

/** The pixels two regions share, or null where they share none. */
export const overlap = (a: Region, b: Region): Region | null => {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : null;
};

/** Cuts a region along the lines of a square grid anchored to the sheet's origin. */
export const tilesOf = (region: Region, side: number): Region[] => {
  const tiles: Region[] = [];
  for (let ty = Math.floor(region.y / side); ty * side < region.y + region.height; ty++) {
    for (let tx = Math.floor(region.x / side); tx * side < region.x + region.width; tx++) {
      const tile = overlap(region, { x: tx * side, y: ty * side, width: side, height: side });
      if (tile) tiles.push(tile);
    }
  }
  return tiles;
};

/** Cuts a region into as few parts of about the same size as have sides of at most `most`. */
export const evenParts = (region: Region, most: number): Region[] => {
  const { x, y, width, height } = region;
  const [across, down] = [Math.ceil(width / most), Math.ceil(height / most)];
  const edge = (i: number, parts: number, length: number): number => Math.floor((i * length) / parts);
  return Array.from({ length: across * down }, (_, i) => {
    const [column, row] = [i % across, Math.floor(i / across)];
    const [left, top] = [edge(column, across, width), edge(row, down, height)];
    return { x: x + left, y: y + top, width: edge(column + 1, across, width) - left, height: edge(row + 1, down, height) - top };
  });
};

/** Cuts a region into bands of its full width. */
export const bandsOf = (region: Region, height: number): Region[] => {
  const bands: Region[] = [];
  for (let y = 0; y < region.height; y += height) {
    bands.push({ ...region, y: region.y + y, height: Math.min(height, region.height - y) });
  }
  return bands;
};

export const regionName = (r: Region): string => `${r.x},${r.y},${r.width},${r.height}`;

/** Rows that are copied from one array into another: where they begin, how far apart they are, and how long, in values. */
interface Rows {
  readonly start: number;
  readonly end: number;
  readonly step: number;
  readonly stepTo: number;
  readonly line: number;
  readonly rows: number;
}

const WORD = 4;
/** Rows of up to so many bytes are copied sooner word by word than by a view each. */
const SHORT_BYTES = 1024;

const wordsOf = ({ buffer }: Uint8Array | Int16Array): Int32Array => new Int32Array(buffer, 0, Math.floor(buffer.byteLength / WORD));

/** Copies short rows that lie in whole words; false where they do not. */
const pastedByWords = (plane: Uint8Array | Int16Array, out: Uint8Array | Int16Array, rows: Rows): boolean => {
  const bytes = plane.BYTES_PER_ELEMENT;
  const [from, to] = [plane.byteOffset + bytes * rows.start, out.byteOffset + bytes * rows.end];
  const [step, stepTo, line] = [bytes * rows.step, bytes * rows.stepTo, bytes * rows.line];
  if (line > SHORT_BYTES || (from | to | step | stepTo | line) % WORD !== 0) return false;
  const [source, target] = [wordsOf(plane), wordsOf(out)];
  for (let row = 0; row < rows.rows; row++) {
    const [at, stop] = [(from + row * step) / WORD, (from + row * step + line) / WORD];
    for (let i = at, o = (to + row * stepTo) / WORD; i < stop; i++, o++) target[o] = source[i] as number;
  }
  return true;
};

/** Copies the part of a plane that two regions share into another plane. `channels` values a pixel. */
export const paste = <T extends Uint8Array | Int16Array>(plane: T, from: Region, out: T, to: Region, channels = 1): void => {
  const part = overlap(from, to);
  if (!part) return;
  const line = part.width * channels;
  const start = ((part.y - from.y) * from.width + part.x - from.x) * channels;
  const end = ((part.y - to.y) * to.width + part.x - to.x) * channels;
  if (plane.buffer !== out.buffer) {
    const [step, stepTo] = [from.width * channels, to.width * channels];
    if (pastedByWords(plane, out, { start, end, step, stepTo, line, rows: part.height })) return;
    for (let row = 0; row < part.height; row++) out.set(plane.subarray(start + row * step, start + row * step + line), end + row * stepTo);
    return;
  }
  // Within one memory no views of the rows are needed.
  const bytes = new Uint8Array(plane.buffer);
  const [size, step, stepTo] = [plane.BYTES_PER_ELEMENT, from.width * channels, to.width * channels];
  for (let row = 0; row < part.height; row++) {
    const at = plane.byteOffset + size * (start + row * step);
    bytes.copyWithin(out.byteOffset + size * (end + row * stepTo), at, at + size * line);
  }
};

/** Copies one region's values out of a plane that holds a larger one. `channels` values a pixel. */
export const crop = (plane: Int16Array, from: Region, to: Region, arena: Arena, channels = 1): Int16Array => {
  if (from.x === to.x && from.y === to.y && from.width === to.width && from.height === to.height) return plane;
  const uniform = uniformValue(plane);
  if (uniform !== null) return uniformPlane(to.width * to.height * channels, uniform);
  const out = arena.plane(to.width * to.height * channels);
  paste(plane, from, out, to, channels);
  return out;
};
