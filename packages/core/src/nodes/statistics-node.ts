import type { RasterKind, RasterOf, Region } from '../raster/raster';
import { tilesOf } from '../raster/region';
import { addTones, emptyStatistics, type ToneStatistics } from '../steps/statistics';
import { rendered, scoped, wantOnce, type Node, type PlanWork, type Rendering, type Wants, type Work } from './node';

/** Tones of a node over its whole sheet: the node at analysis scale, and the region that is all of it. */
export interface StatisticsNode {
  readonly node: Node<'tone'>;
  readonly region: Region;
  /** Pieces of the region that are read in its stead. */
  readonly samples?: readonly Region[];
  /** True of tones that are long in coming, as those of ink are: a quick draft goes by older ones. */
  readonly isSlow?: boolean;
  /** The older ones that stand for them; the node is not rendered. */
  readonly held?: ToneStatistics;
}

/** Side of the pieces in which a whole sheet is read, so that others are let in between. */
export const READ_TILE = 256;

/** Renders a region piece by piece and hands each to be read. */
export function* readInTiles<K extends RasterKind>(
  node: Node<K>,
  region: Region,
  work: Work,
  read: (raster: RasterOf<K>) => void,
): Rendering<void> {
  for (const tile of tilesOf(region, READ_TILE)) {
    yield* scoped(work, function* (inside) {
      read(yield* rendered(node, tile, inside));
    });
  }
}

const nameOf = ({ node, samples }: StatisticsNode): string => (samples ? `${node.key} sampled` : node.key);

/** Tones that are known without rendering. */
export const knownStatistics = (statistics: StatisticsNode, work: Pick<PlanWork, 'statistics'>): ToneStatistics | undefined =>
  statistics.held ?? work.statistics.get(nameOf(statistics));

export function* statisticsOf(wanted: StatisticsNode, work: Work): Rendering<ToneStatistics> {
  const { node, region, samples } = wanted;
  const known = knownStatistics(wanted, work);
  if (known) return known;
  const statistics = emptyStatistics();
  for (const piece of samples ?? [region]) yield* readInTiles(node, piece, work, (tones) => addTones(statistics, tones, work.kernels));
  work.statistics.put(nameOf(wanted), statistics, statistics.weights.byteLength);
  return statistics;
}

export const wantStatistics = (statistics: StatisticsNode, wants: Wants, work: PlanWork): void => {
  const { node, region, samples, isSlow } = statistics;
  if (knownStatistics(statistics, work)) return;
  if (isSlow && wants.leavesSlow) return;
  for (const piece of samples ?? [region]) for (const tile of tilesOf(piece, READ_TILE)) wantOnce(node, tile, wants, work);
};
