import {
  plan,
  renderBytes,
  renderReduced,
  wearSums,
  type Region,
  type Rendering,
  type Sheet,
  type Graph,
  type WearSums,
  type Work,
  addedSums,
  type PrintNode,
} from '@uvrant/core';
import type { Pixels, TilePlace, TrueTile } from '../protocol';
import { row, viewRegion, type PlannedTask } from './planned';

/** A node's own pixels over a region. */
export const pixelsOf = (node: PrintNode, region: Region): PlannedTask<Pixels> => ({
  wants: (work) => plan(node, region, work),
  *run(work) {
    return { width: region.width, height: region.height, bytes: yield* renderBytes(node, region, work) };
  },
  hand: ({ bytes }) => [bytes.buffer],
});

/** The print at its own pixels, averaged down to the view's, and what wear takes there, read while it is made. */
const trueTile = (graph: Graph, sheet: Sheet, place: TilePlace): PlannedTask<TrueTile> => {
  const by = 2 ** place.halvings;
  const region = viewRegion(place, by, graph.region);
  const isWorn = graph.wears.size > 0;
  return {
    wants: (work) => [graph.root, ...(isWorn ? wornOf(graph) : [])].flatMap((node) => plan(node, region, work)),
    *run(work) {
      let worn: WearSums | null = isWorn ? { wears: {}, lettering: {} } : null;
      const read = function* (block: Region, inside: Work): Rendering<void> {
        if (worn) worn = addedSums(worn, yield* wearSums(sheet, graph, block, inside));
      };
      const bytes = yield* renderReduced(graph.root, region, place.halvings, work, isWorn ? read : undefined);
      return { width: Math.ceil(region.width / by), height: Math.ceil(region.height / by), bytes, worn };
    },
    hand: ({ bytes }) => [bytes.buffer],
  };
};

const wornOf = (graph: Graph) => [...graph.wears.values()].flatMap(({ taken, from }) => [taken, from]);

/** A square of the view, as a draft or true. */
export const tile = row('tile', {
  pool: ({ quality }) => (quality === 'draft' ? 'draft' : null),
  plan(open, task): PlannedTask<TrueTile> {
    if (task.quality === 'true') return trueTile(open.print, open.sheet, task);
    const graph = open.draft(task.halvings);
    const draft = pixelsOf(graph.root, viewRegion(task, 1, graph.region));
    return {
      ...draft,
      *run(work) {
        return { ...(yield* draft.run(work)), worn: null };
      },
    };
  },
});
