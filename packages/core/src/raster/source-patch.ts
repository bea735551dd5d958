import type { Beyond } from '../sheet/model';
import type { Kernels, SourcePatch } from './kernels';
import { levelSide, SOURCE_TILE, type SourceInfo, type SourceTile, type TileName } from './source-tiles';

/** A rectangle of one level's pixels; parts of it may lie beyond the picture. */
export interface PatchArea {
  readonly level: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Where a coordinate outside 0 … side − 1 finds its value. */
export const insideSide = (at: number, side: number, beyond: Beyond): number => {
  if (at >= 0 && at < side) return at;
  if (beyond === 'repeat') return ((at % side) + side) % side;
  if (beyond === 'mirror') {
    const turn = ((at % (2 * side)) + 2 * side) % (2 * side);
    return turn < side ? turn : 2 * side - 1 - turn;
  }
  return at < 0 ? 0 : side - 1;
};

/** A stretch of an axis that lies in one tile and runs one way: places `from` … `to` of the patch find `first`, `first` + `step` … */
interface Run {
  readonly from: number;
  readonly to: number;
  readonly first: number;
  readonly step: -1 | 0 | 1;
}

/** An axis of a patch in runs over tiles of a side. */
const runsOf = (from: number, count: number, side: number, beyond: Beyond, tile: number): Run[] => {
  const runs: Run[] = [];
  for (let i = 0; i < count;) {
    const first = insideSide(from + i, side, beyond);
    const next = i + 1 < count ? insideSide(from + i + 1, side, beyond) - first : 0;
    const step = next === 1 || next === -1 ? next : 0;
    let to = i + 1;
    while (to < count) {
      const at = first + step * (to - i);
      if (Math.floor(at / tile) !== Math.floor(first / tile) || insideSide(from + to, side, beyond) !== at) break;
      to++;
    }
    runs.push({ from: i, to, first, step });
    i = to;
  }
  return runs;
};

/** The numbers of the tiles that a stretch of an axis meets. */
export const tilesAlong = (from: number, count: number, side: number, beyond: Beyond, tile: number): number[] => [
  ...new Set(runsOf(from, count, side, beyond, tile).map(({ first }) => Math.floor(first / tile))),
];

/** The tiles that a patch is made of. */
export const tilesOfPatch = (info: SourceInfo, area: PatchArea, beyond: Beyond): TileName[] => {
  const across = tilesAlong(area.x, area.width, levelSide(info.width, area.level), beyond, SOURCE_TILE);
  const down = tilesAlong(area.y, area.height, levelSide(info.height, area.level), beyond, SOURCE_TILE);
  return down.flatMap((y) => across.map((x) => ({ sha256: info.sha256, level: area.level, x, y })));
};

type Samples = Uint8Array | Uint16Array | Int16Array;

/** Copies the samples of one run of columns; `at` is the first one's index in the tile. */
const copyRun = (tile: Samples, at: number, { from, to, step }: Run, channels: number, out: Samples, o: number): void => {
  if (step === 1) {
    out.set(tile.subarray(at, at + (to - from) * channels), o);
    return;
  }
  for (let i = from; i < to; i++, at += step * channels) {
    for (let c = 0; c < channels; c++) out[o++] = tile[at + c] as number;
  }
};

/** Interleaved samples of an area put together from square tiles; what lies beyond the whole as `beyond` says. */
export const assembled = (
  area: PatchArea,
  whole: { readonly width: number; readonly height: number; readonly channels: number },
  beyond: Beyond,
  tileSide: number,
  tileAt: (x: number, y: number) => { readonly width: number; readonly data: Samples } | undefined,
  out: Samples,
): void => {
  const { channels } = whole;
  const columns = runsOf(area.x, area.width, whole.width, beyond, tileSide);
  for (const rows of runsOf(area.y, area.height, whole.height, beyond, tileSide)) {
    for (const run of columns) {
      const [x, y] = [Math.floor(run.first / tileSide), Math.floor(rows.first / tileSide)];
      const tile = tileAt(x, y);
      if (!tile) throw new Error(`no tile ${x}, ${y}`);
      const left = run.first - x * tileSide;
      for (let row = rows.from; row < rows.to; row++) {
        const line = rows.first + rows.step * (row - rows.from) - y * tileSide;
        copyRun(tile.data, (line * tile.width + left) * channels, run, channels, out, (row * area.width + run.from) * channels);
      }
    }
  }
};

/** Pixels that are brought to working depth at a go. */
const STRETCH = 2 ** 18;

/** A part of one level at working depth: one plane of a grey picture, premultiplied RGBA of others. */
export function* sourcePatch(
  info: SourceInfo,
  area: PatchArea,
  beyond: Beyond,
  tileAt: (name: TileName) => SourceTile,
  { arena, expand }: Pick<Kernels, 'arena' | 'expand'>,
): Generator<void, SourcePatch, void> {
  const pixels = area.width * area.height;
  const channels = info.channels === 1 ? 1 : 4;
  const data = arena.plane(channels * pixels);
  const mark = arena.mark();
  const bytes = arena.bytes(pixels * info.channels * (info.depth / 8));
  const samples = info.depth === 8 ? bytes : new Uint16Array(bytes.buffer, bytes.byteOffset, pixels * info.channels);
  const { sha256 } = info;
  const { level } = area;
  const whole = { width: levelSide(info.width, level), height: levelSide(info.height, level), channels: info.channels };
  assembled(area, whole, beyond, SOURCE_TILE, (x, y) => tileAt({ sha256, level, x, y }), samples);
  yield;
  for (let from = 0; from < pixels; from += STRETCH) {
    const to = Math.min(pixels, from + STRETCH);
    expand(samples.subarray(from * info.channels, to * info.channels), info.channels, data.subarray(from * channels, to * channels));
    yield;
  }
  arena.release(mark);
  return { x: area.x, y: area.y, width: area.width, height: area.height, channels, data };
}
