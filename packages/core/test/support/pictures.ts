import {
  halveRows,
  levelSide,
  levelsOf,
  premultiply,
  samplesOf,
  SOURCE_TILE,
  tileKey,
  tileOfRows,
  type Samples,
  type SourceInfo,
  type SourceTile,
  type TileName,
} from '../../src';

/** A picture held in memory with its pyramid, as ingest would make it. */
export interface MemoryPicture {
  readonly info: SourceInfo;
  readonly tiles: ReadonlyMap<string, SourceTile>;
}

export const pictureOf = (sha256: string, width: number, height: number, channels: 1 | 3 | 4, samples: Samples): MemoryPicture => {
  const depth = samples instanceof Uint16Array ? 16 : 8;
  const info: SourceInfo = { sha256, width, height, channels, depth, levels: levelsOf(width, height) };
  if (channels === 4) premultiply(samples, depth === 8 ? 255 : 65535);
  const tiles = new Map<string, SourceTile>();
  let rows = samples;
  for (let level = 0; level < info.levels; level++) {
    const w = levelSide(width, level);
    const h = levelSide(height, level);
    for (let y = 0; y * SOURCE_TILE < h; y++) {
      const part = rows.subarray(y * SOURCE_TILE * w * channels);
      for (let x = 0; x * SOURCE_TILE < w; x++) {
        const tile = tileOfRows(info, level, x, part, Math.min(SOURCE_TILE, h - y * SOURCE_TILE));
        tiles.set(tileKey({ sha256, level, x, y }), tile);
      }
    }
    const next = samplesOf(info, levelSide(w, 1) * levelSide(h, 1) * channels);
    const row = (y: number): Samples => rows.subarray(y * w * channels, (y + 1) * w * channels);
    for (let y = 0; y < levelSide(h, 1); y++) {
      const out = next.subarray(y * levelSide(w, 1) * channels, (y + 1) * levelSide(w, 1) * channels);
      halveRows(row(2 * y), 2 * y + 1 < h ? row(2 * y + 1) : null, w, channels, out);
    }
    rows = next;
  }
  return { info, tiles };
};

/** A picture whose samples come from a function of place (0 … 1 both ways) and channel, giving 0 … 1. */
export const drawn = (
  sha256: string,
  width: number,
  height: number,
  channels: 1 | 3 | 4,
  valueAt: (x: number, y: number, channel: number) => number,
): MemoryPicture => {
  const samples = new Uint8Array(width * height * channels);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      for (let c = 0; c < channels; c++, i++) {
        samples[i] = Math.round(255 * Math.max(0, Math.min(1, valueAt((x + 0.5) / width, (y + 0.5) / height, c))));
      }
    }
  }
  return pictureOf(sha256, width, height, channels, samples);
};

/** Colours, hard edges, a soft round hole of alpha and fine texture: something of everything. */
export const motley = drawn('motley', 157, 211, 4, (x, y, c) => {
  if (c === 3) return Math.hypot(x - 0.7, y - 0.3) * 6 - 0.3;
  const wave = 0.5 + 0.5 * Math.sin(40 * x * (c + 1) + 17 * y);
  return (x + y > 1.1 ? 0.85 - 0.3 * c : 0.2 + 0.25 * c) * 0.7 + 0.3 * wave;
});

/** A grey ramp from left (black) to right (white). */
export const ramp = drawn('ramp', 640, 480, 1, (x) => x);

export const tilesOfPictures =
  (pictures: readonly MemoryPicture[]) =>
  (name: TileName): SourceTile => {
    const tile = pictures.find((p) => p.info.sha256 === name.sha256)?.tiles.get(tileKey(name));
    if (!tile) throw new Error(`no tile ${tileKey(name)}`);
    return tile;
  };
