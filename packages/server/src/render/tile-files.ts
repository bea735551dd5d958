import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { ByteCache, levelSide, SOURCE_TILE, tileKey, type SourceInfo, type SourceTile, type TileName } from '@uvrant/core';
import { tilePath } from '../assets/pyramid-writer';

const KEPT_BYTES = 56 * 2 ** 20;
/** Least size of a piece that the unpacker takes, bytes. */
const MIN_CHUNK = 64;

/** Reads the tiles of ingested pictures from their folders; the latest are kept. */
export class TileFiles {
  private readonly cache = new ByteCache<SourceTile>(KEPT_BYTES);

  constructor(
    readonly infoOf: (sha256: string) => SourceInfo | undefined,
    private readonly folderOf: (sha256: string) => string,
  ) {}

  readonly tile = (name: TileName): SourceTile => {
    const key = tileKey(name);
    const known = this.cache.get(key);
    if (known) return known;
    const info = this.infoOf(name.sha256);
    if (!info) throw new Error(`no picture ${name.sha256}`);
    const side = (whole: number, at: number): number => Math.min(SOURCE_TILE, levelSide(whole, name.level) - at * SOURCE_TILE);
    const [width, height] = [side(info.width, name.x), side(info.height, name.y)];
    const packed = readFileSync(tilePath(this.folderOf(name.sha256), name.level, name.x, name.y));
    // Unpacked in one piece instead of many that are joined.
    const chunkSize = Math.max(MIN_CHUNK, width * height * info.channels * (info.depth / 8) + 1);
    const { buffer, byteOffset, byteLength } = gunzipSync(packed, { chunkSize });
    const data =
      info.depth === 8
        ? new Uint8Array(buffer, byteOffset, byteLength)
        : new Uint16Array(buffer.slice(byteOffset, byteOffset + byteLength));
    const tile: SourceTile = { width, height, data };
    this.cache.put(key, tile, data.byteLength);
    return tile;
  };
}
