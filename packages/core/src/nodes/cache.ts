import type { Raster, Region } from '../raster/raster';
import { uniformValue } from '../raster/uniform';
import type { Planes } from './rasters';

/** A cache by content key, bounded by bytes; what was used longest ago goes first. */
export class ByteCache<V> {
  private readonly entries = new Map<string, { readonly value: V; readonly bytes: number }>();
  private held = 0;

  constructor(private readonly limit: number) {}

  get bytes(): number {
    return this.held;
  }

  get(key: string): V | undefined {
    const entry = this.entries.get(key);
    if (!entry) return undefined;
    this.entries.delete(key);
    this.entries.set(key, entry);
    return entry.value;
  }

  /** What is there, which then is not kept any longer. */
  take(key: string): V | undefined {
    const entry = this.entries.get(key);
    if (!entry) return undefined;
    this.entries.delete(key);
    this.held -= entry.bytes;
    return entry.value;
  }

  put(key: string, value: V, bytes: number): void {
    const old = this.entries.get(key);
    if (old) this.held -= old.bytes;
    this.entries.delete(key);
    if (bytes > this.limit) return;
    this.entries.set(key, { value, bytes });
    this.held += bytes;
    for (const [oldest, entry] of this.entries) {
      if (this.held <= this.limit) break;
      this.entries.delete(oldest);
      this.held -= entry.bytes;
    }
  }
}

/**
 * Whether a raster is worth keeping: `dear`, `grid` and `shared` ones at once (shared ones where every pool finds them; those of a
 * coarse grid, which many regions read, also where nothing else is kept), `never` one that is quicker made; any other when it is
 * asked for again.
 */
export type Keeping = 'dear' | 'grid' | 'shared' | 'never';

/** Bytes that nothing else holds: planes of one value are shared. */
const ownBytes = (raster: Planes): number => {
  const own = (plane: Int16Array | null): number => (plane && uniformValue(plane) === null ? plane.byteLength : 0);
  if (raster.kind === 'tone') return own(raster.tone) + own(raster.coverage);
  return own(raster.kind === 'colour' ? raster.data : raster.coverage);
};

/** Rasters ahead are known by their node and corner. */
const corner = (key: string, { x, y }: Region): string => `${key}@${x},${y}`;

/** Names asked for once that are remembered. */
const MOST_ASKED = 4096;

/**
 * Rasters kept from one rendering to the next. Dear ones are kept at once, others when they are asked for a second time: while
 * a dial moves, what lies before it is kept and what follows it, new each time, takes no room. Planning touches all that a
 * rendering will read, so that it does not go while that is in hand.
 */
export class Pool {
  private readonly cache: ByteCache<Raster>;
  private readonly ahead: ByteCache<{ readonly region: Region; readonly raster: Planes }>;
  private readonly asked = new Set<string>();

  /**
   * `common` is where what several pools share is kept, such as textures cut once for all; `ahead` the most bytes held ahead, beside
   * the pool's own.
   */
  constructor(
    limit: number,
    private readonly common: Pool | null = null,
    private readonly keeps: 'all' | 'grids' = 'all',
    ahead = limit / 8,
  ) {
    this.cache = new ByteCache(limit);
    this.ahead = new ByteCache(ahead);
  }

  get bytes(): number {
    return this.cache.bytes + this.ahead.bytes;
  }

  get(name: string): Raster | undefined {
    return this.cache.get(name) ?? this.common?.get(name);
  }

  /** True where it is here; it counts as used. */
  touch(name: string): boolean {
    return this.get(name) !== undefined;
  }

  /** What is rendered next under this name is kept as though it had been asked for before. */
  expect(name: string): void {
    this.asked.add(name);
  }

  /** True for a raster just rendered that is worth keeping. */
  wants(name: string, keeping: Keeping | undefined): boolean {
    if (keeping === 'never' || (this.keeps === 'grids' && keeping !== 'grid')) return false;
    if (keeping === 'dear' || keeping === 'grid' || keeping === 'shared' || this.asked.delete(name)) return true;
    this.asked.add(name);
    for (const oldest of this.asked) {
      if (this.asked.size <= MOST_ASKED) break;
      this.asked.delete(oldest);
    }
    return false;
  }

  put(name: string, raster: Raster, bytes: number, keeping?: Keeping): void {
    if (keeping === 'shared' && this.common) this.common.put(name, raster, bytes);
    else this.cache.put(name, raster, bytes);
  }

  /** Holds what a coarse grid was made of until the block that begins at the region's corner is rendered: it need not be made again there. */
  holdAhead(key: string, region: Region, raster: Planes): void {
    this.ahead.put(corner(key, region), { region, raster }, ownBytes(raster));
  }

  /** What is held ahead of a node for a region that begins there and is no larger; it is held no longer. */
  takeAhead(key: string, region: Region): Planes | undefined {
    const held = this.ahead.take(corner(key, region));
    return held && region.width <= held.region.width && region.height <= held.region.height ? held.raster : undefined;
  }
}
