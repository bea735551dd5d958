import { boxBounds, overlap, passesOf, screenSearch, type FoundScreen } from '@uvrant/core';
import { row } from './planned';

/** Screens and weaves that are in pictures and surfaces already, at print pixels. */
export const screens = row('screens', {
  pool: () => 'reading',
  plan(open) {
    const graph = open.print;
    const searches = [...passesOf(open.sheet.passes)]
      .filter(({ on, source }) => on && (source.kind === 'picture' || source.kind === 'surface'))
      .flatMap(({ id, placement }) => {
        const box = overlap(boxBounds(placement, graph.scale.pxPerMm), graph.region);
        return box ? [{ id, search: screenSearch(graph, id, box) }] : [];
      });
    return {
      wants: (work) => searches.flatMap(({ search }) => search.wants(work)),
      *run(work) {
        const found: Record<string, FoundScreen> = {};
        for (const { id, search } of searches) {
          const screen = yield* search.run(work);
          if (screen) found[id] = screen;
        }
        return found;
      },
      transfer: () => [],
    };
  },
});
