import {
  planWhole,
  readBeside,
  rendered,
  scoped,
  stepName,
  tilesOf,
  wearName,
  VIEW_TILE,
  type Graph,
  type Node,
  type PlanWork,
  type Region,
  type Rendering,
} from '@uvrant/core';
import type { InHand } from '../protocol';
import { row, viewRegion, type PlannedTask } from './planned';

/** What the dials of what is in hand work on, and what comes of it where its strength is turned. */
const worksOn = (graph: Graph, { pass, step, wear }: InHand): Node[] => {
  if (wear !== null) return [graph.wears.get(wearName(pass, wear))?.from].flatMap((node) => node ?? []);
  const [from, to] =
    step === null
      ? [graph.sources.get(pass), graph.printed.get(pass)]
      : [graph.inputs.get(stepName(pass, step)), graph.outputs.get(stepName(pass, step))];
  return [from, to].flatMap((node) => node ?? []);
};

/** Keeps in the pool of drafts what stays as it is while something is turned. */
export const ready = row('ready', {
  pool: () => 'draft',
  plan(open, task): PlannedTask<null> {
    const graph = open.draft(task.halvings);
    const blocks = tilesOf(viewRegion(task, 1, graph.region), VIEW_TILE);
    const reads = (block: Region, work: PlanWork) => worksOn(graph, task.of).flatMap((node) => readBeside(graph.root, node, block, work));
    return {
      *wants(work) {
        for (const block of blocks) {
          for (const { node, region } of reads(block, work)) {
            yield* planWhole(node, region, work);
            yield;
          }
        }
      },
      *run(work): Rendering<null> {
        for (const block of blocks) {
          yield* scoped(work, function* (inside) {
            for (const { name, node, region } of reads(block, work)) {
              if (work.rasters?.touch(name)) continue;
              work.rasters?.expect(name);
              yield* rendered(node, region, inside);
            }
          });
        }
        return null;
      },
      transfer: () => [],
    };
  },
});
