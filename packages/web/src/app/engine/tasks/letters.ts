import { outlinedLettering, outlineHalvings, outlineReading, planPieces, wornNodes, worstLetters, type OutlineLoss } from '@uvrant/core';
import { row } from './planned';

/** The letter of each type pass that loses most; of passes that live by their outline, what that loses. */
export const letters = row('letters', {
  pool: () => 'reading',
  plan(open, { outlineOf }) {
    const graph = open.analysis;
    const asked = outlinedLettering(open.sheet).filter(({ id }) => outlineOf === null || id === outlineOf);
    const outlines = asked.map((pass) => {
      const halvings = outlineHalvings(open.sheet, pass);
      return { id: pass.id, reading: outlineReading(pass, open.sheet.stock.colour, open.draft(halvings), open.unworn(halvings)) };
    });
    return {
      wants: (work) => [
        ...(outlineOf === null ? wornNodes(open.sheet, graph).flatMap((node) => planPieces(node, graph.region, work)) : []),
        ...outlines.flatMap(({ reading }) => reading.wants(work)),
      ],
      *run(work) {
        const worst = outlineOf === null ? yield* worstLetters(open.sheet, graph, work) : {};
        const losses: Record<string, OutlineLoss> = {};
        for (const { id, reading } of outlines) losses[id] = yield* reading.run(work);
        return { worst, outlines: losses };
      },
      transfer: () => [],
    };
  },
});
