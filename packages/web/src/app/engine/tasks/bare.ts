import {
  convertNode,
  findPass,
  ONE,
  planPieces,
  readInTiles,
  sizeOf,
  stepName,
  wholeRegion,
  type Graph,
  type Node,
  type Sheet,
} from '@uvrant/core';
import type { BareMask } from '../protocol';
import { row, type PlannedTask } from './planned';

const bareOf = (graph: Graph, pass: string, sheet: Sheet): PlannedTask<BareMask> => {
  const screen = findPass(sheet, pass)?.steps.find((each) => each.kind === 'screen' && each.on);
  const region = wholeRegion(graph.scale);
  // Light without dots: no ink at all, or of an ink that carries the lights nothing but ink.
  const blank = screen?.params['carries'] === 'lights' ? ONE : 0;
  const ink = screen && graph.outputs.get(stepName(pass, screen.id));
  const printed = ink && convertNode(ink, 'ink');
  const tone = screen && convertNode(graph.inputs.get(stepName(pass, screen.id)) as Node, 'tone');
  return {
    wants: (work) => (printed && tone ? [printed, tone].flatMap((node) => planPieces(node, region, work)) : []),
    *run(work) {
      const mask = new Uint8Array(sizeOf(region));
      if (!printed || !tone) return { width: region.width, height: region.height, mask, share: 0 };
      yield* readInTiles(printed, region, work, ({ coverage, region: tile }) => {
        for (let i = 0; i < coverage.length; i++) mask[placeIn(tile, region, i)] = coverage[i] === blank ? 255 : 0;
      });
      yield* readInTiles(tone, region, work, ({ coverage: there, region: tile }) => {
        for (let i = 0; there && i < there.length; i++) if (there[i] === 0) mask[placeIn(tile, region, i)] = 0;
      });
      const count = mask.reduce((sum, v) => sum + (v > 0 ? 1 : 0), 0);
      return { width: region.width, height: region.height, mask, share: count / sizeOf(region) };
    },
    transfer: ({ mask }) => [mask.buffer],
  };
};

/** Index in a region of a piece's pixel. */
const placeIn = (
  tile: { readonly x: number; readonly y: number; readonly width: number },
  region: { readonly x: number; readonly y: number; readonly width: number },
  i: number,
): number => (tile.y - region.y + Math.floor(i / tile.width)) * region.width + tile.x - region.x + (i % tile.width);

/** Where the light of a screened pass will carry no dots. */
export const bare = row('bare', { pool: () => 'reading', plan: (open, task) => bareOf(open.analysis, task.pass, open.sheet) });
