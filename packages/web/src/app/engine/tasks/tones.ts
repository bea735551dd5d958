import { convertNode, meanTone, ONE, planReading, rgbOfHex, sizeOf, statisticsOf, wholeRegion, type Node } from '@uvrant/core';
import type { MeanTones } from '../protocol';
import type { OpenSheet } from './open-sheet';
import { row, type PlannedTask } from './planned';

/** Mean tone of a source as placed, where it is there; of what is beneath, on the stock. */
const tonesOf = (open: OpenSheet, pass: string): PlannedTask<MeanTones> => {
  const [graph, under] = [open.analysis, open.beneath(pass)];
  const region = wholeRegion(graph.scale);
  const source = convertNode(graph.sources.get(pass) as Node, 'tone');
  const beneath = convertNode(under.root, 'tone');
  const [r, g, b] = rgbOfHex(open.sheet.stock.colour);
  const stock = (0.2126 * r + 0.7152 * g + 0.0722 * b) / ONE;
  return {
    wants: (work) => [source, beneath].flatMap((node) => planReading({ node, region }, work)),
    *run(work) {
      const picture = meanTone(yield* statisticsOf({ node: source, region }, work));
      const printed = yield* statisticsOf({ node: beneath, region }, work);
      const covered = printed.total / sizeOf(region);
      return { picture, beneath: covered * meanTone(printed) + (1 - covered) * stock };
    },
    transfer: () => [],
  };
};

/** Mean tones of a pass's source and of what lies beneath it on the stock. */
export const tones = row('tones', { pool: () => 'reading', plan: (open, task) => tonesOf(open, task.pass) });
