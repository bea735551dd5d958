import type { Beyond } from '../sheet/model';
import { from8, ONE } from './raster';
import type { SourcePatch } from './kernels';

/** Side of a pyramid's tiles, pixels. */
export const SOURCE_TILE = 512;

/** A picture as it was ingested: its size, channels and how many levels its pyramid has (0 is full size). */
export interface SourceInfo {
  readonly sha256: string;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 3 | 4;
  readonly depth: 8 | 16;
  readonly levels: number;
}

/** Pixels of one tile, interleaved, premultiplied where there are four channels. */
export interface SourceTile {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint16Array;
}

export interface TileName {
  readonly sha256: string;
  readonly level: number;
  readonly x: number;
  readonly y: number;
}

export const tileKey = (t: TileName): string => `${t.sha256}/${t.level}/${t.x}-${t.y}`;

/** Size of a picture's side at a level of its pyramid: halved and rounded up, level times. */
export const levelSide = (side: number, level: number): number => Math.ceil(side / 2 ** level);

/** Levels of a pyramid whose last one fits in a single tile. */
export const levelsOf = (width: number, height: number): number => {
  let levels = 1;
  while (levelSide(Math.max(width, height), levels - 1) > SOURCE_TILE) levels++;
  return levels;
};

const WORKING_8 = Int16Array.from({ length: 256 }, (_, v) => from8(v));
const working16 = (v: number): number => Math.floor((v * ONE * 2 + 65535) / 131070);

/** Where a coordinate outside 0 … side − 1 finds its value. */
const inside = (at: number, side: number, beyond: Beyond): number => {
  if (at >= 0 && at < side) return at;
  if (beyond === 'repeat') return ((at % side) + side) % side;
  if (beyond === 'mirror') {
    const turn = ((at % (2 * side)) + 2 * side) % (2 * side);
    return turn < side ? turn : 2 * side - 1 - turn;
  }
  return at < 0 ? 0 : side - 1;
};

export interface PatchArea {
  readonly level: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const coordinatesOf = (from: number, count: number, side: number, beyond: Beyond): Int32Array =>
  Int32Array.from({ length: count }, (_, i) => inside(from + i, side, beyond));

const columnsAndRows = (info: SourceInfo, area: PatchArea, beyond: Beyond): readonly [Int32Array, Int32Array] => [
  coordinatesOf(area.x, area.width, levelSide(info.width, area.level), beyond),
  coordinatesOf(area.y, area.height, levelSide(info.height, area.level), beyond),
];

const tilesAlong = (coordinates: Int32Array): number[] => [...new Set(Array.from(coordinates, (at) => Math.floor(at / SOURCE_TILE)))];

/** The tiles that a patch is made of. */
export const tilesOfPatch = (info: SourceInfo, area: PatchArea, beyond: Beyond): TileName[] => {
  const [columns, rows] = columnsAndRows(info, area, beyond);
  const across = tilesAlong(columns);
  return tilesAlong(rows).flatMap((y) => across.map((x) => ({ sha256: info.sha256, level: area.level, x, y })));
};

/** Premultiplied RGBA at working depth of a part of one level; what lies beyond the picture as `beyond` says. */
export const sourcePatch = (info: SourceInfo, area: PatchArea, beyond: Beyond, tileAt: (name: TileName) => SourceTile): SourcePatch => {
  const [columns, rows] = columnsAndRows(info, area, beyond);
  const data = new Int16Array(4 * area.width * area.height);
  const runs = runsOfTiles(columns);
  let o = 0;
  for (const row of rows) {
    for (const [from, to] of runs) {
      const x = (columns[from] as number) >> 9;
      const tile = tileAt({ sha256: info.sha256, level: area.level, x, y: row >> 9 });
      const line = (row & (SOURCE_TILE - 1)) * tile.width;
      const convert = info.depth === 8 ? WORKING_8 : null;
      putRun(tile.data, line, columns, from, to, info.channels, convert, data, o);
      o += 4 * (to - from);
    }
  }
  return { x: area.x, y: area.y, width: area.width, height: area.height, data };
};

/** Stretches of columns that lie in one tile each: from, and up to. */
const runsOfTiles = (columns: Int32Array): (readonly [number, number])[] => {
  const runs: (readonly [number, number])[] = [];
  let from = 0;
  for (let i = 1; i <= columns.length; i++) {
    if (i < columns.length && (columns[i] as number) >> 9 === (columns[from] as number) >> 9) continue;
    runs.push([from, i]);
    from = i;
  }
  return runs;
};

/** Working values of some columns of one tile's row; `convert` has one for each 8-bit sample, null for 16 bits. */
const putRun = (
  pixels: Uint8Array | Uint16Array,
  line: number,
  columns: Int32Array,
  from: number,
  to: number,
  channels: 1 | 3 | 4,
  convert: Int16Array | null,
  out: Int16Array,
  start: number,
): void => {
  const second = channels === 1 ? 0 : 1;
  const third = channels === 1 ? 0 : 2;
  for (let i = from, o = start; i < to; i++, o += 4) {
    const at = (line + ((columns[i] as number) & (SOURCE_TILE - 1))) * channels;
    if (convert) {
      out[o] = convert[pixels[at] as number] as number;
      out[o + 1] = convert[pixels[at + second] as number] as number;
      out[o + 2] = convert[pixels[at + third] as number] as number;
      out[o + 3] = channels === 4 ? (convert[pixels[at + 3] as number] as number) : ONE;
    } else {
      out[o] = working16(pixels[at] as number);
      out[o + 1] = working16(pixels[at + second] as number);
      out[o + 2] = working16(pixels[at + third] as number);
      out[o + 3] = channels === 4 ? working16(pixels[at + 3] as number) : ONE;
    }
  }
};
