import { uniformPlane, uniformValue } from '../raster/uniform';
import type { StepAt } from '../steps/declare';
import { joined, weakened } from '../steps/tone/table';
import { boundsAs } from '../nodes/convert-node';
import { keyOf } from '../nodes/key';
import { rendered, wantOnce, type Node } from '../nodes/node';
import { callKey, knownAt, wantKnown, type StepCall } from './step-node';
import { Latest } from '../units/latest';

/** A run of steps that move each tone by itself, as one table; amounts are in 0 … ONE. */
export interface PointLink extends StepCall {
  readonly amount: number;
}

interface PointRun extends Node<'tone'> {
  readonly links: readonly PointLink[];
  readonly before: Node<'tone'>;
}

const isPointRun = (node: Node): node is PointRun => 'links' in node;

const tableOf = (link: PointLink, at: StepAt): Int16Array => {
  const { table } = link.declaration.apply as { table: (params: unknown, at: StepAt) => Int16Array };
  return weakened(table(link.params, at), link.amount);
};

/** Tables built lately, by the key of their run. */
const tables = new Latest<string, Int16Array>(48);

/** A point step after a tone; one that follows another joins its table. */
export const pointNode = (input: Node<'tone'>, link: PointLink): Node<'tone'> => {
  const before = isPointRun(input) ? input.before : input;
  const links = isPointRun(input) ? [...input.links, link] : [link];
  const key = keyOf(
    'points',
    links.map((each) => callKey(each, each.amount)),
    [before],
  );
  const run: PointRun = {
    key,
    kind: 'tone',
    before,
    links,
    ...(before.coverage ? { coverage: before.coverage } : {}),
    ...boundsAs(before, 'tone'),
    want(region, wants, work) {
      for (const each of links) wantKnown(each, wants, work);
      wantOnce(before, region, wants, work);
    },
    *render(region, work) {
      let table = tables.get(key) ?? null;
      if (!table) {
        // Kept only once it is whole: a rendering may be called off between two links.
        for (const each of links) {
          const next = tableOf(each, yield* knownAt(each, work));
          table = table ? joined(table, next) : next;
        }
        tables.put(key, table as Int16Array);
      }
      const input = yield* rendered(before, region, work);
      const { coverage } = input;
      const uniform = uniformValue(input.tone);
      if (uniform !== null) {
        return { kind: 'tone', region, tone: uniformPlane(input.tone.length, (table as Int16Array)[uniform] as number), coverage };
      }
      const tone = work.kernels.arena.plane(input.tone.length);
      work.kernels.table(input.tone, table as Int16Array, tone);
      return { kind: 'tone', region, tone, coverage };
    },
  };
  return run;
};
