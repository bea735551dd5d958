import { ONE, type Region } from '../raster/raster';
import { stepName, wearName, maskName, type Graph } from '../render/compile/graph';
import { rendered, type Node, type Rendering, type Work } from '../nodes/node';
import { stepOfKind } from '../catalogue/steps';
import type { Pass, Sheet } from '../sheet/model';
import { coverageAt } from './ink-shares';
import { inkOfPass } from './plate-nodes';

/**
 * Why a place looks as it does: the pass that decided it, and what of the pass did (one of its steps, masks or wears, or
 * the pass itself). `prints` says whether it laid ink there; `ink` is the ink's id, null for colours or none.
 */
export interface Why {
  readonly prints: boolean;
  readonly ink: string | null;
  readonly coverage: number;
  readonly pass: string | null;
  readonly by: { readonly kind: 'step' | 'mask' | 'wear'; readonly id: string } | { readonly kind: 'pass' | 'knock-out' };
}

/** From here up a place counts as covered. */
const COVERED = 0.5;
const BARE: Why = { prints: false, ink: null, coverage: 0, pass: null, by: { kind: 'pass' } };

/** Everything that the answer looks at, to be planned for. */
export const whyNodes = (graph: Graph): Node[] => [
  ...graph.sources.values(),
  ...graph.passes.values(),
  ...graph.printed.values(),
  ...graph.outputs.values(),
  ...graph.masks.values(),
  ...[...graph.wears.values()].map(({ taken }) => taken),
];

/** Why one pixel of a graph looks as it does. `region` is that pixel. */
export function* whyAt(sheet: Sheet, graph: Graph, region: Region, work: Work): Rendering<Why> {
  function* coverage(node: Node | undefined): Rendering<number> {
    return node ? coverageAt(yield* rendered(node, region, work), 0) : 0;
  }
  function* light(node: Node<'tone'> | undefined): Rendering<number> {
    return node ? ((yield* rendered(node, region, work)).tone[0] as number) / ONE : 0;
  }

  /** The wear that takes the place away, if one does. */
  function* worn(pass: Pass): Rendering<string | null> {
    for (const wear of pass.wear) {
      if (wear.on && (yield* light(graph.wears.get(wearName(pass.id, wear.id))?.taken)) >= COVERED) return wear.id;
    }
    return null;
  }

  /** Why a pass that is there leaves the place bare: a step that made it so, or a mask. */
  function* missing(pass: Pass): Rendering<Why['by']> {
    for (const step of pass.steps) {
      const out = graph.outputs.get(stepName(pass.id, step.id));
      if (step.on && out && (yield* coverage(out)) < COVERED) return { kind: 'step', id: step.id };
    }
    for (const mask of pass.masks) {
      const plane = graph.masks.get(maskName(pass.id, mask.id));
      if (!mask.on || !plane) continue;
      const shown = yield* light(plane);
      if (mask.join === 'without' ? shown >= COVERED : shown < COVERED) return { kind: 'mask', id: mask.id };
    }
    return { kind: 'pass' };
  }

  function* through(passes: readonly Pass[], beneath: Why): Rendering<Why> {
    let why = beneath;
    for (const pass of passes) if (pass.on) why = yield* after(pass, why);
    return why;
  }

  function* after(pass: Pass, beneath: Why): Rendering<Why> {
    const wear = yield* worn(pass);
    if (pass.source.kind === 'overall') {
      return wear !== null && beneath.prints ? { ...BARE, pass: pass.id, by: { kind: 'wear', id: wear } } : beneath;
    }
    const { strength, mode } = pass.lay;
    const there = yield* coverage(graph.printed.get(pass.id));
    if (there * strength >= COVERED) {
      if (mode === 'knock-out') return { ...BARE, pass: pass.id, by: { kind: 'knock-out' } };
      if (pass.source.kind === 'group') return yield* through(pass.source.passes, beneath);
      const step = pass.steps.filter((each) => each.on && stepOfKind(each.kind)?.gives === 'ink').at(-1);
      const by: Why['by'] = step ? { kind: 'step', id: step.id } : { kind: 'pass' };
      return { prints: true, ink: inkOfPass(pass, sheet), coverage: there * strength, pass: pass.id, by };
    }
    // What shows through is decided beneath; only bare stock asks why this pass left it bare.
    if (beneath.prints || (yield* coverage(graph.sources.get(pass.id))) < COVERED) return beneath;
    const unworn = yield* coverage(graph.passes.get(pass.id));
    const by: Why['by'] = unworn >= COVERED && wear !== null ? { kind: 'wear', id: wear } : yield* missing(pass);
    return { ...BARE, coverage: there * strength, pass: pass.id, by };
  }

  return yield* through(sheet.passes, BARE);
}
