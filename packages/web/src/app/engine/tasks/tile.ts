import {
  wantsOf,
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
import type { Pixels, TilePlace, TableTile } from '../protocol';
import type { OpenSheet } from './open-sheet';
import { row, viewRegion, wantedBy, type PlannedTask } from './planned';

/** A node's own pixels over a region. */
export const pixelsOf = (node: PrintNode, region: Region): PlannedTask<Pixels> => ({
  wants: (work) => wantedBy([node], region, work),
  *run(work) {
    return { width: region.width, height: region.height, bytes: yield* renderBytes(node, region, work) };
  },
  transfer: ({ bytes }) => [bytes.buffer],
});

/** The print at its own pixels, averaged down to the view's, and what wear takes there, read while it is made. */
const trueTile = (graph: Graph, sheet: Sheet, place: TilePlace): PlannedTask<TableTile> => {
  const by = 2 ** place.halvings;
  const region = viewRegion(place, by, graph.region);
  const isWorn = graph.wears.size > 0;
  return {
    wants: (work) => wantedBy([graph.root, ...(isWorn ? wornOf(graph) : [])], region, work),
    *run(work) {
      let worn: WearSums | null = isWorn ? { wears: {}, lettering: {} } : null;
      const read = function* (block: Region, inside: Work): Rendering<void> {
        if (worn) worn = addedSums(worn, yield* wearSums(sheet, graph, block, inside));
      };
      const bytes = yield* renderReduced(graph.root, region, place.halvings, work, isWorn ? read : undefined);
      return { width: Math.ceil(region.width / by), height: Math.ceil(region.height / by), bytes, worn, isFine: true };
    },
    transfer: ({ bytes }) => [bytes.buffer],
  };
};

const wornOf = (graph: Graph) => [...graph.wears.values()].flatMap(({ taken, from }) => [taken, from]);

/**
 * A draft: as the print will be where the textures of its wear are cut already and its tones known, else quickly and about. Tones that
 * are long in coming are those of a while ago meanwhile.
 */
const draftTile = (open: OpenSheet, place: TilePlace): PlannedTask<TableTile> => {
  const fine = open.draft(place.halvings);
  const region = viewRegion(place, 1, fine.region);
  let [graph, isFine] = [fine, true];
  return {
    *wants(work) {
      const held = open.heldTones(fine, work.statistics);
      const wants = yield* wantsOf(fine.root, region, work, { afterCold: true, slow: held !== null });
      isFine = !wants.isCold && held === null;
      graph = isFine ? fine : open.quickDraft(place.halvings, { wear: wants.isCold, held });
      yield* isFine ? wants.tiles.values() : wantedBy([graph.root], region, work);
    },
    *run(work) {
      return { ...(yield* pixelsOf(graph.root, region).run(work)), worn: null, isFine };
    },
    transfer: ({ bytes }) => [bytes.buffer],
  };
};

/** A draft whose wear is as it will print, whatever that takes. */
const fineTile = (open: OpenSheet, place: TilePlace): PlannedTask<TableTile> => {
  const graph = open.draft(place.halvings);
  const pixels = pixelsOf(graph.root, viewRegion(place, 1, graph.region));
  return {
    ...pixels,
    *run(work) {
      return { ...(yield* pixels.run(work)), worn: null, isFine: true };
    },
  };
};

/** A square of the view: as a draft, a fine one, or true. */
export const tile = row('tile', {
  pool: ({ quality }) => (quality === 'true' ? null : 'draft'),
  plan(open, task): PlannedTask<TableTile> {
    if (task.quality === 'true') return trueTile(open.print, open.sheet, task);
    return task.quality === 'fine' ? fineTile(open, task) : draftTile(open, task);
  },
});
