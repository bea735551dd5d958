/**
 * What rendering is made of.
 *
 *     flat ── masked ───────────────────── lay ── lay ── print      one node a box, read from left to right
 *     texture ── taken ── complement ──┘    │
 *     picture ── table ── screen ── spread ─┘
 *
 * A **node** stands for one value of the sheet's graph: a raster of one kind, for any region, always the same bits for the
 * same region. Its key is a hash of all that decides them. A **plan** goes through the graph from a node and lists the
 * source tiles that a region needs; the host fetches them. **Rendering** is a generator that yields every few
 * milliseconds; its rasters live in the kernels' **arena**, from a mark to its release (`scoped`), and are known there
 * by node and region, so that what is read twice is rendered once. A raster that is kept for longer is copied out into
 * the host's pool. The **form** of a plane may be known without looking: `raster/uniform` has planes of one value, and a
 * node with bounds is bare beyond them without being asked.
 */
import type { Kernels } from '../raster/kernels';
import { bytesOf, type Raster, type RasterKind, type RasterOf, type Region, type Rgb } from '../raster/raster';
import { overlap, regionName } from '../raster/region';
import { tileKey, type SourceTile, type TileName } from '../raster/source-tiles';
import type { ToneStatistics } from '../steps/statistics';
import type { TypePort } from '../type/port';
import type { ByteCache, Keeping, Pool } from './cache';
import { Memo } from './memo';
import { laidOut, settled } from './rasters';

/** What a rendering works with: its host gives the kernels, the fetched tiles and the pools. */
export interface Work {
  readonly kernels: Kernels;
  /** A tile that the plan asked for. Throws where it was not fetched. */
  readonly tile: (name: TileName) => SourceTile;
  /** Rasters kept from one rendering to the next; null keeps none. */
  readonly rasters: Pool | null;
  readonly statistics: ByteCache<ToneStatistics>;
  /** Shaping and outlines, with the sheet's fonts loaded; null where no sheet at hand sets type. */
  readonly type: TypePort | null;
  /** Rasters of the scope under way, in the arena; none outside a scope. */
  readonly memo?: Memo;
}

/** What planning looks at: what is known already need not be planned for. */
export type PlanWork = Pick<Work, 'statistics'> & Partial<Pick<Work, 'rasters'>>;

/** What a plan need not find, where there is another way if it is wanted. */
export interface Leaving {
  /** Nothing further is looked for once something is cold. */
  readonly afterCold?: boolean;
  /** What tones that are long in coming are read from is not looked for. */
  readonly slow?: boolean;
}

/** What has to be fetched before a region can be rendered. */
export class Wants {
  readonly tiles = new Map<string, TileName>();
  /** True where something that is shared by all renderings is not kept yet, and will take its time. */
  isCold = false;
  private readonly seen = new Set<string>();

  constructor(private readonly leaves: Leaving = {}) {}

  get isEnough(): boolean {
    return this.leaves.afterCold === true && this.isCold;
  }

  get leavesSlow(): boolean {
    return this.leaves.slow === true;
  }

  tile(name: TileName): void {
    this.tiles.set(tileKey(name), name);
  }

  /** True the first time that a node is asked for a region, so that shared nodes are gone through once. */
  first(name: string, _node: Node, _region: Region): boolean {
    if (this.seen.has(name)) return false;
    this.seen.add(name);
    return true;
  }
}

/** The work of rendering: yields after stretches of a few milliseconds, gives the raster. */
export type Rendering<R> = Generator<void, R, void>;

/** Where a node has something, and what it gives elsewhere. */
export interface Bounds<K extends RasterKind> {
  readonly box: Region;
  readonly bare: (region: Region) => RasterOf<K>;
}

/** The same where the box is known only once the outlines in it are made; null where there is nothing at all. */
export interface LateBounds<K extends RasterKind> {
  readonly boxAt: (work: Work) => Region | null;
  readonly bare: (region: Region) => RasterOf<K>;
}

/** One value of the graph: a raster of one kind, for any region, always the same for the same key. */
export interface Node<K extends RasterKind = RasterKind> {
  readonly key: string;
  readonly kind: K;
  readonly keeping?: Keeping;
  /** Bare beyond these; unbounded without them. */
  readonly bounds?: Bounds<K>;
  /** Bare beyond this as well, of a node without bounds. */
  readonly lateBounds?: LateBounds<K>;
  /** The ink's colour, where it is known before rendering. */
  readonly colour?: Rgb;
  /** Of a tone, its coverage alone (null: all), where that is known without rendering the tone. */
  readonly coverage?: (region: Region, work: Work) => Int16Array | null;
  /** The same node as greys, where that is cheaper than by way of its colours. */
  readonly asTone?: () => Node<'tone'>;
  /** The node that this one is another reading of, made at once from its raster. */
  readonly readingOf?: Node;
  want(region: Region, wants: Wants, work: PlanWork): void;
  render(region: Region, work: Work): Rendering<RasterOf<K>>;
}

/** Asks a node for what it wants, once a region; nothing of what is bare or kept. */
export const wantOnce = (node: Node, region: Region, wants: Wants, work: PlanWork): void => {
  if (wants.isEnough) return;
  const name = `${node.key}@${regionName(region)}`;
  if (!wants.first(name, node, region)) return;
  if (node.bounds && !overlap(node.bounds.box, region)) return;
  if (work.rasters?.touch(name)) return;
  if (node.keeping === 'shared') wants.isCold = true;
  node.want(region, wants, work);
};

/** What was held ahead of a node's region, as it was rendered for a coarse grid. */
const heldAhead = (node: Node, region: Region, { memo, rasters, kernels }: Work): Raster | undefined => {
  const held = memo && rasters?.takeAhead(node.key, region);
  if (!held) return undefined;
  const raster = laidOut(held, region, kernels.arena);
  memo.put(node.key, region, raster);
  return raster;
};

/** What a node gives for a region that is beyond what it has something in; null for any other. */
const beyond = <K extends RasterKind>({ bounds, lateBounds }: Node<K>, region: Region, work: Work): RasterOf<K> | null => {
  if (bounds) return overlap(bounds.box, region) ? null : bounds.bare(region);
  if (!lateBounds) return null;
  const box = lateBounds.boxAt(work);
  return box && overlap(box, region) ? null : lateBounds.bare(region);
};

/** Renders a node's region, or takes it from where it is known. */
export function* rendered<K extends RasterKind>(node: Node<K>, region: Region, work: Work): Rendering<RasterOf<K>> {
  const bare = beyond(node, region, work);
  if (bare) return bare;
  const name = `${node.key}@${regionName(region)}`;
  const known = work.memo?.get(node.key, region, work.kernels.arena) ?? work.rasters?.get(name) ?? heldAhead(node, region, work);
  if (known) return known as RasterOf<K>;
  const raster = yield* node.render(region, work);
  yield;
  work.memo?.put(node.key, region, raster);
  if (work.rasters?.wants(name, node.keeping)) {
    const kept = settled(raster, work.kernels);
    work.rasters.put(name, kept, bytesOf(kept), node.keeping);
  }
  return raster;
}

/**
 * Runs work whose rasters are done with at its end: what it gives must not lie in the arena. Also where it is called off,
 * by the generator's `return`.
 */
export function* scoped<R>(work: Work, run: (inside: Work) => Rendering<R>): Rendering<R> {
  const { arena } = work.kernels;
  const mark = arena.mark();
  try {
    return yield* run({ ...work, memo: new Memo(work.memo) });
  } finally {
    arena.release(mark);
  }
}
