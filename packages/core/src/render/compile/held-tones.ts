import type { ByteCache } from '../../nodes/cache';
import { keyOf } from '../../nodes/key';
import { knownStatistics, type StatisticsNode } from '../../nodes/statistics-node';
import type { ToneStatistics } from '../../steps/statistics';
import type { Graph } from './graph';

/** Tones of an earlier state of a sheet, by `pass/step`, and a name that says which they are. */
export interface HeldTones {
  readonly name: string;
  readonly tones: ReadonlyMap<string, ToneStatistics>;
}

const keyOfTones = ({ weights }: ToneStatistics): string => keyOf('held tones', [...weights], []);

/** The slow tones of a graph as they are known; null where some of them are not, or where it has not all of those asked for. */
export const heldTones = (graph: Graph, names: Iterable<string>, statistics: ByteCache<ToneStatistics>): HeldTones | null => {
  const tones = new Map<string, ToneStatistics>();
  for (const name of names) {
    const node = graph.slowTones.get(name);
    const known = node && knownStatistics(node, { statistics });
    if (!known) return null;
    tones.set(name, known);
  }
  return {
    name: keyOf(
      'held',
      [...tones.keys()],
      [...tones.values()].map((each) => ({ key: keyOfTones(each) })),
    ),
    tones,
  };
};

/** Held tones in the place of a step's own. */
export const heldFor = (statistics: StatisticsNode, held: ToneStatistics): StatisticsNode => ({
  ...statistics,
  node: { ...statistics.node, key: keyOfTones(held) },
  held,
});
