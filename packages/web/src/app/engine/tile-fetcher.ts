import { ByteCache, levelSide, SOURCE_TILE, tileKey, type SourceInfo, type SourceTile, type TileName } from '@uvrant/core';

type InfoOf = (sha256: string) => SourceInfo | undefined;

/** A worker's tiles of pictures: the latest are kept, and those of the next task are fetched while another is rendered. */
export class TileFetcher {
  private readonly kept: ByteCache<SourceTile>;
  /** Tiles on their way, and those that were fetched ahead: held for the next task whatever the cache lets go. */
  private readonly coming = new Map<string, Promise<SourceTile>>();
  private ahead = new Set<string>();

  constructor(
    limit: number,
    private readonly get: (url: string, signal: AbortSignal | null) => Promise<Response>,
  ) {
    this.kept = new ByteCache(limit);
  }

  /** Every tile named, held for one rendering; what is on its way for it alone is called off by the signal. @throws where one cannot be fetched. */
  async fetched(names: readonly TileName[], infoOf: InfoOf, signal: AbortSignal | null = null): Promise<Map<string, SourceTile>> {
    const held = new Map<string, SourceTile>();
    const missing: Promise<void>[] = [];
    for (const name of names) {
      const key = tileKey(name);
      const known = this.kept.get(key);
      if (known) held.set(key, known);
      else missing.push(this.bring(key, name, infoOf, signal).then((tile) => void held.set(key, tile)));
    }
    if (missing.length > 0) await Promise.all(missing);
    return held;
  }

  /** Begins to fetch what the next task will want; what was fetched ahead before and is not wanted is let go. */
  fetchAhead(names: readonly TileName[], infoOf: InfoOf): void {
    const before = this.ahead;
    this.ahead = new Set(names.map(tileKey));
    for (const key of before) if (!this.ahead.has(key)) this.coming.delete(key);
    for (const name of names) {
      const key = tileKey(name);
      // The task itself asks again for one that failed, and says so.
      if (!this.kept.get(key)) this.bring(key, name, infoOf, null).catch(() => undefined);
    }
  }

  private bring(key: string, name: TileName, infoOf: InfoOf, signal: AbortSignal | null): Promise<SourceTile> {
    const known = this.coming.get(key);
    if (known) return known;
    const bringing = this.fetch(name, infoOf(name.sha256), signal).then(
      (tile) => {
        this.kept.put(key, tile, tile.data.byteLength);
        if (!this.ahead.has(key)) this.coming.delete(key);
        return tile;
      },
      (error: unknown) => {
        this.coming.delete(key);
        throw error;
      },
    );
    this.coming.set(key, bringing);
    return bringing;
  }

  private async fetch({ sha256, level, x, y }: TileName, info: SourceInfo | undefined, signal: AbortSignal | null): Promise<SourceTile> {
    if (!info) throw new Error('A picture of the sheet is not here.');
    const answer = await this.get(`/api/assets/${sha256}/tiles/${level}/${x}/${y}`, signal);
    if (!answer.ok) throw new Error(`The picture's tiles cannot be fetched (${answer.status}).`);
    const buffer = await answer.arrayBuffer();
    const side = (whole: number, at: number): number => Math.min(SOURCE_TILE, levelSide(whole, level) - at * SOURCE_TILE);
    const data = info.depth === 8 ? new Uint8Array(buffer) : new Uint16Array(buffer);
    return { width: side(info.width, x), height: side(info.height, y), data };
  }
}
