import {
  findPass,
  meanTone,
  planReading,
  readNode,
  statisticsOf,
  stepOfKind,
  stepName,
  toneReading,
  wholeRegion,
  type Graph,
  type Node,
  type Sheet,
} from '@uvrant/core';
import type { StepReading } from '../protocol';
import { row, type PlannedTask } from './planned';

const HISTOGRAM_BARS = 64;

const readingOf = (graph: Graph, pass: string, step: string, sheet: Sheet): PlannedTask<StepReading> => {
  const name = stepName(pass, step);
  const input = readNode(graph.inputs.get(name) as Node);
  const output = readNode((graph.outputs.get(name) ?? graph.inputs.get(name)) as Node);
  const region = wholeRegion(graph.scale);
  const read = findPass(sheet, pass)?.steps.find((each) => each.id === step);
  const finding = read && stepOfKind(read.kind)?.found;
  return {
    wants: (work) => [input, output].flatMap((node) => planReading({ node, region }, work)),
    *run(work) {
      const into = yield* statisticsOf({ node: input, region }, work);
      const out = yield* statisticsOf({ node: output, region }, work);
      const histogram = Array.from({ length: HISTOGRAM_BARS }, () => 0);
      into.weights.forEach((weight, bin) => {
        const bar = Math.min(HISTOGRAM_BARS - 1, Math.floor((bin * HISTOGRAM_BARS) / (into.weights.length - 1)));
        histogram[bar] = (histogram[bar] as number) + (into.total > 0 ? weight / into.total : 0);
      });
      return {
        histogram,
        into: toneReading(into),
        out: toneReading(out),
        meanIn: meanTone(into),
        meanOut: meanTone(out),
        found: finding ? (finding.find(read.params, into) as Record<string, number>) : null,
      };
    },
    transfer: () => [],
  };
};

/** The tones that go into a step, and what comes out of it. */
export const reading = row('reading', {
  pool: () => 'reading',
  plan: (open, task) => readingOf(open.analysis, task.pass, task.step, open.sheet),
});
