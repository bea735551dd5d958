import type { Pass, Sheet } from '../sheet/model';

/** A sheet whose outlines are looked for, and the passes of it whose dots are rendered for that. */
export interface FineEdged {
  readonly sheet: Sheet;
  readonly traces: readonly string[];
}

const ofPass = (pass: Pass): Pass => ({
  ...pass,
  steps: pass.steps.map((step) => ('hardness' in step.params ? { ...step, params: { ...step.params, hardness: 1 } } : step)),
  source: pass.source.kind === 'group' ? { ...pass.source, passes: pass.source.passes.map(ofPass) } : pass.source,
});

const isWorn = (wear: Pass['wear']): boolean => wear.some(({ on }) => on);

/** True of a pass that prints a screen's dots and does nothing to them: no step after it, no mask and no wear. */
const endsInDots = ({ steps, masks, wear }: Pass): boolean => {
  const last = steps.filter(({ on }) => on).at(-1);
  const isPlain = last?.amount === 1 && last.masks.length === 0 && last.zones.length === 0;
  return last?.kind === 'screen' && isPlain && masks.length === 0 && !isWorn(wear);
};

/**
 * The sheet with edges a pixel soft: where its coverage passes a half is where each edge lies between the pixels. Dots that nothing is
 * done to are softer, as far as their spot function shows in each pixel beside their edge.
 */
export const fineEdged = (sheet: Sheet): FineEdged => ({
  sheet: { ...sheet, edges: 'smooth', passes: sheet.passes.map(ofPass) },
  traces: sheet.passes.some(({ source, on, wear }) => source.kind === 'overall' && on && isWorn(wear))
    ? []
    : sheet.passes.filter(endsInDots).map(({ id }) => id),
});
