import type { Kernels } from '../raster/kernels';
import { bytesOf, type Raster, type RasterKind, type RasterOf, type Region } from '../raster/raster';
import { regionName } from '../raster/region';
import { tileKey, type SourceTile, type TileName } from '../raster/source-tiles';
import type { ToneStatistics } from '../steps/statistics';
import type { TypePort } from '../type/port';
import type { ByteCache } from './cache';

/** What a rendering works with: its host gives the kernels, the fetched tiles and the caches. */
export interface Work {
  readonly kernels: Kernels;
  /** A tile that the plan asked for. Throws where it was not fetched. */
  readonly tile: (name: TileName) => SourceTile;
  /** Rasters by node and region; null renders without keeping anything. */
  readonly rasters: ByteCache<Raster> | null;
  readonly statistics: ByteCache<ToneStatistics>;
  /** Shaping and outlines, with the sheet's fonts loaded; null where no sheet at hand sets type. */
  readonly type: TypePort | null;
}

/** What has to be fetched before a region can be rendered. */
export class Wants {
  readonly tiles = new Map<string, TileName>();
  private readonly seen = new Set<string>();

  tile(name: TileName): void {
    this.tiles.set(tileKey(name), name);
  }

  /** True the first time a node is asked for a region, so that shared nodes are gone through once. */
  first(node: Node, region: Region): boolean {
    const name = `${node.key}@${regionName(region)}`;
    if (this.seen.has(name)) return false;
    this.seen.add(name);
    return true;
  }
}

/** The work of rendering: yields after stretches of a few milliseconds, gives the raster. */
export type Rendering<R> = Generator<void, R, void>;

/** One value of the graph: a raster of one kind, for any region, always the same for the same key. */
export interface Node<K extends RasterKind = RasterKind> {
  readonly key: string;
  readonly kind: K;
  /** Worth keeping: costly, and shared by what a person changes next. */
  readonly kept: boolean;
  want(region: Region, wants: Wants, work: Pick<Work, 'statistics'>): void;
  render(region: Region, work: Work): Rendering<RasterOf<K>>;
}

/** Asks a node for what it wants, once a region. */
export const wantOnce = (node: Node, region: Region, wants: Wants, work: Pick<Work, 'statistics'>): void => {
  if (wants.first(node, region)) node.want(region, wants, work);
};

/** Renders a node's region, or takes it from the cache. */
export function* rendered<K extends RasterKind>(node: Node<K>, region: Region, work: Work): Rendering<RasterOf<K>> {
  const cache = node.kept ? work.rasters : null;
  const name = `${node.key}@${regionName(region)}`;
  const known = cache?.get(name);
  if (known) return known as RasterOf<K>;
  const raster = yield* node.render(region, work);
  yield;
  cache?.put(name, raster, bytesOf(raster));
  return raster;
}
