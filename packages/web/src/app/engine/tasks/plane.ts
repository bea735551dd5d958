import { coverageNode, ONE, plan, productNode, renderTones } from '@uvrant/core';
import type { BareMask } from '../protocol';
import type { OpenSheet } from './open-sheet';
import { halvingsFor, row, type PlannedTask } from './planned';

/** Long side of the renderings that masks are shown by, pixels. */
const PLANE_SIDE = 1100;
/** Pixels that are gone through without a pause. */
const STRETCH = 2 ** 17;

const planeOf = (open: OpenSheet, of: 'mask' | 'wear', name: string): PlannedTask<BareMask> => {
  const graph = open.draft(halvingsFor(open.sheet, PLANE_SIDE));
  const wearing = of === 'wear' ? graph.wears.get(name) : undefined;
  // What a wear takes is shown where there is something to be taken.
  const node = wearing ? productNode([coverageNode(wearing.from), wearing.taken]) : (graph.masks.get(name) ?? null);
  const { region } = graph;
  return {
    wants: (work) => (node ? plan(node, region, work) : []),
    *run(work) {
      const { width, height } = region;
      const mask = new Uint8Array(width * height);
      const tone = node ? yield* renderTones(node, region, work) : null;
      let sum = 0;
      for (let from = 0; tone && from < mask.length; from += STRETCH) {
        for (let i = from; i < Math.min(mask.length, from + STRETCH); i++) {
          mask[i] = ((tone[i] as number) * 255) / ONE;
          sum += tone[i] as number;
        }
        yield;
      }
      return { width, height, mask, share: sum / ONE / mask.length };
    },
    transfer: ({ mask }) => [mask.buffer],
  };
};

/** Where a mask shows, or a wear takes: over the whole sheet, as a draft. */
export const plane = row('plane', { pool: () => 'draft', plan: (open, task) => planeOf(open, task.of, task.name) });
